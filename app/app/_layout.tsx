import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { useEffect, useState } from 'react';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { KEPT_MS, outbox, persister, queryClient } from '@/data/client';
import { loadDrafts } from '@/data/draft';
import { FONT_FILES } from '@/ui/fonts';
import { NoticeProvider } from '@/ui/notice';
import { ThemeProvider } from '@/ui/theme';

const PERSIST = {
  persister,
  maxAge: KEPT_MS,
  buster: '2',
  // A query that failed for want of signal still holds what was read before: that is the very thing to keep.
  dehydrateOptions: { shouldDehydrateQuery: ({ state }: { state: { data: unknown } }) => state.data !== undefined },
};

/** What was typed is at hand before any pad asks for it. */
const drafts = loadDrafts();

export default function RootLayout() {
  useFonts(FONT_FILES);
  const [ready, setReady] = useState(false);
  useEffect(() => {
    void drafts.then(() => setReady(true));
    // Another tab may have typed on.
    const seen = () => document.visibilityState === 'visible' && void loadDrafts();
    document.addEventListener('visibilitychange', seen);
    return () => document.removeEventListener('visibilitychange', seen);
  }, []);
  useEffect(() => {
    const back = () => void outbox.flush();
    addEventListener('online', back);
    const away = () => outbox.lost();
    addEventListener('offline', away);
    // On the home screen's icon: how much waits to be sent.
    const counted = outbox.subscribe(() => {
      if ('setAppBadge' in navigator) void navigator.setAppBadge(outbox.get().entries.length).catch(() => undefined);
    });
    return () => {
      counted();
      removeEventListener('online', back);
      removeEventListener('offline', away);
    };
  }, []);
  if (!ready) return null;
  return (
    <SafeAreaProvider>
      <PersistQueryClientProvider client={queryClient} persistOptions={PERSIST}>
        <ThemeProvider>
          <NoticeProvider>
            <Slot />
          </NoticeProvider>
        </ThemeProvider>
      </PersistQueryClientProvider>
    </SafeAreaProvider>
  );
}
