import { lazy, Suspense, useEffect, useState } from 'react';
import { Platform } from 'react-native';

const GoToSheet = lazy(() => import('./go-to-sheet'));

/** Ctrl K from anywhere: a job, an engine or a place by a few letters. Fetched when it is first asked for. */
export function GoTo() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (Platform.OS !== 'web') return undefined;
    const press = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      setOpen((was) => !was);
    };
    addEventListener('keydown', press);
    return () => removeEventListener('keydown', press);
  }, []);
  if (!open) return null;
  return (
    <Suspense fallback={null}>
      <GoToSheet onClose={() => setOpen(false)} />
    </Suspense>
  );
}
