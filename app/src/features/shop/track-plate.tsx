import type { Track } from '@rugged/contract';
import { CAUSE_NAME, type Family, type HouseRules } from '@rugged/core';
import { useQuery } from '@tanstack/react-query';
import { FAMILY_WORD } from '@/bench/family-words';
import { keys } from '@/data/client';
import { fetching } from '@/data/fetching';
import { useSignedIn } from '@/data/session';
import { Plate } from '@/ui/plate';
import { Label, Title, Words } from '@/ui/words';

const SHOWN = 4;

/** What the engines opened here do to the odds of the next one. */
function Learned({ rules: { opened = {}, learningSchool } }: { rules: Partial<HouseRules> }) {
  const found = Object.entries(opened).map(
    ([family, causes]) =>
      `${FAMILY_WORD[family as Family]}: ` +
      Object.entries(causes)
        .map(([cause, times]) => `${CAUSE_NAME[cause as keyof typeof CAUSE_NAME]} ${times}`)
        .join(', '),
  );
  if (found.length === 0) return null;
  return (
    <>
      {found.map((line) => (
        <Words key={line}>{`${line}.`}</Words>
      ))}
      <Words colour="dim">
        {learningSchool === 'trade-alone'
          ? 'The shop goes by the trade alone: this moves no odds (house rules).'
          : 'This moves the odds of the next engine of the same kind, before anything is measured (house rules).'}
      </Words>
    </>
  );
}

/** How often the verdict was right, from engines that were opened. */
export function TrackPlate() {
  const { shop } = useSignedIn();
  const { data } = useQuery({ queryKey: keys.track, queryFn: () => fetching<Track>('/outcomes/track'), staleTime: 0 });
  if (!data) return null;
  return (
    <Plate label="Right and wrong">
      <Label>Right and wrong</Label>
      {data.judged === 0 ? (
        <Words colour="dim">
          No opened engine was set against its verdict yet. It is written down on the teardown sheet of a job.
        </Words>
      ) : (
        <>
          <Title>{`Right ${data.right} of ${data.judged}`}</Title>
          {data.misses.slice(0, SHOWN).map(({ found, predicted, times }) => (
            <Words key={`${found}${predicted}`}>
              {`${times === 1 ? 'Once' : `${times} times`} ${CAUSE_NAME[predicted]} was said and it was ` +
                `${CAUSE_NAME[found]}.`}
            </Words>
          ))}
          <Learned rules={shop.houseRules} />
        </>
      )}
    </Plate>
  );
}
