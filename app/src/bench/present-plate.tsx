import type { Doing } from '@rugged/contract';
import { usePresent } from '@/data/live-changes';
import { Plate } from '@/ui/plate';
import { Strong, Words } from '@/ui/words';

const DOING_WORDS: Readonly<Record<Doing, string>> = {
  compression: 'is testing compression',
  leakdown: 'is testing leak-down',
  crankcase: 'is testing the crankcase',
  others: 'is reading other gauges',
  teardown: 'is writing down what was found',
};

/** Who else is at this engine just now. */
export function PresentPlate({ jobId }: { jobId: string }) {
  const people = usePresent(jobId);
  if (people.length === 0) return null;
  return (
    <Plate label="Here just now">
      {people.map(({ name, doing, cylinder }) => (
        <Words key={name}>
          <Strong>{name}</Strong>
          {` ${DOING_WORDS[doing]}${cylinder === undefined ? '' : `, cyl ${cylinder}`}.`}
        </Words>
      ))}
    </Plate>
  );
}
