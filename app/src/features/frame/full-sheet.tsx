import { outbox } from '@/data/client';
import { useOutbox } from '@/data/use-outbox';
import { Button } from '@/ui/button';
import { Sheet } from '@/ui/sheet';
import { Strong, Words } from '@/ui/words';

/** Says that this device has no room, in the moment in which something was not kept for want of it. */
export function FullSheet() {
  const { full, entries } = useOutbox();
  if (!full) return null;
  return (
    <Sheet title="This device is full" visible onClose={outbox.fullIsRead}>
      <Strong colour="rust">What you kept last is not kept. It stands where you typed it.</Strong>
      <Words>
        {entries.length > 0
          ? `Go where there is signal, so that what waits here (${entries.length}) can leave. Or delete photographs, ` +
            'films or apps from this device. Then press Keep again.'
          : 'Delete photographs, films or apps from this device. Then press Keep again.'}
      </Words>
      <Words colour="dim">What was kept before is safe.</Words>
      <Button kind="main" onPress={outbox.fullIsRead}>
        I have read it
      </Button>
    </Sheet>
  );
}
