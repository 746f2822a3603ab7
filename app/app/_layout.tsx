import { QueryClientProvider } from '@tanstack/react-query';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { useEffect, useState } from 'react';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { keptCache, outbox, queryClient } from '@/data/client';
import { loadDrafts } from '@/data/draft';
import { takeNotKept } from '@/data/outbox/not-kept';
import { Unbroken } from '@/features/broken';
import { FONT_FILES } from '@/ui/fonts';
import { NoticeProvider } from '@/ui/notice';
import { ThemeProvider } from '@/ui/theme';

/** What was typed, and what was fetched before, is at hand before any screen asks for it. */
const atHand = Promise.all([loadDrafts(), keptCache.restore()]);

export default function RootLayout() {
  useFonts(FONT_FILES);
  const [ready, setReady] = useState(false);
  useEffect(() => {
    void atHand.then(() => setReady(true));
    const seen = () => {
      if (document.visibilityState !== 'visible') return;
      // Another tab may have typed on, and the way to the bench may have led back into the signal.
      void loadDrafts();
      outbox.signalBack();
    };
    document.addEventListener('visibilitychange', seen);
    return () => document.removeEventListener('visibilitychange', seen);
  }, []);
  useEffect(() => {
    addEventListener('online', outbox.signalBack);
    const away = () => outbox.lost();
    addEventListener('offline', away);
    addEventListener('unhandledrejection', takeNotKept);
    // A browser that asks nobody may clear what waits here as soon as it wants room.
    if ('storage' in navigator) void navigator.storage.persist?.().catch(() => false);
    // On the home screen's icon: how much waits to be sent.
    const counted = outbox.subscribe(() => {
      if ('setAppBadge' in navigator) void navigator.setAppBadge(outbox.get().entries.length).catch(() => undefined);
    });
    return () => {
      counted();
      removeEventListener('online', outbox.signalBack);
      removeEventListener('offline', away);
      removeEventListener('unhandledrejection', takeNotKept);
    };
  }, []);
  if (!ready) return null;
  return (
    <SafeAreaProvider>
      <QueryClientProvider client={queryClient}>
        <ThemeProvider>
          <NoticeProvider>
            <Unbroken>
              <Slot />
            </Unbroken>
          </NoticeProvider>
        </ThemeProvider>
      </QueryClientProvider>
    </SafeAreaProvider>
  );
}
