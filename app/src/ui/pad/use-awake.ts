import { useEffect } from 'react';

/** The screen stays lit while a pad is in hand, where the browser allows it: a greasy thumb wakes no phone. */
export function useAwake(): void {
  useEffect(() => {
    if (typeof navigator === 'undefined' || !('wakeLock' in navigator)) return undefined;
    let lock: WakeLockSentinel | undefined;
    let left = false;
    const ask = async () => {
      if (document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (left) await lock.release();
      } catch {
        // Battery low, or not allowed: the phone goes by its own settings.
      }
    };
    const seen = () => void ask();
    seen();
    // A tab that was away has lost it.
    document.addEventListener('visibilitychange', seen);
    return () => {
      left = true;
      document.removeEventListener('visibilitychange', seen);
      void lock?.release();
    };
  }, []);
}
