import { useSyncExternalStore } from 'react';
import { AmendForm } from '@/bench/amend-form';
import { amending } from '@/data/client';
import { Sheet } from '@/ui/sheet';
import { Strong } from '@/ui/words';

/** Asks why, wherever something is added to a job that was closed. */
export function AmendSheet() {
  const asked = useSyncExternalStore(amending.subscribe, amending.get, amending.get);
  if (!asked) return null;
  return (
    <Sheet title="This job is closed" visible onClose={() => amending.putAway()}>
      <Strong>{asked.what}</Strong>
      <AmendForm key={asked.jobId} jobId={asked.jobId} button="Add as an amendment" focus />
    </Sheet>
  );
}
