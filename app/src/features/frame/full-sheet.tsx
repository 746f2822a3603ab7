import { outbox } from '@/data/client';
import { useOutbox } from '@/data/use-outbox';
import { Button } from '@/ui/button';
import { Sheet } from '@/ui/sheet';
import { Strong, Words } from '@/ui/words';

/** Says that this device did not keep something, in the moment in which it did not, and what to do. */
export function FullSheet() {
  const { full, entries } = useOutbox();
  if (!full) return null;
  return (
    <Sheet title="Not kept" visible onClose={outbox.fullIsRead}>
      <Strong colour="rust">This device did not keep what you entered last. It stands where you typed it.</Strong>
      <Words>
        {entries.length > 0
          ? `It is probably full. Go where there is signal, so that what waits (${entries.length}) can leave, or ` +
            'delete photographs, films or apps. Then press Keep again.'
          : 'It is probably full. Delete photographs, films or apps, then press Keep again.'}
      </Words>
      <Words colour="dim">What was kept before is safe.</Words>
      <Button kind="main" onPress={outbox.fullIsRead}>
        I have read it
      </Button>
    </Sheet>
  );
}
