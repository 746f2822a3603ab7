import type { Track } from '@rugged/contract';
import { CAUSE_NAME } from '@rugged/core';
import { useQuery } from '@tanstack/react-query';
import { keys } from '@/data/client';
import { fetching } from '@/data/fetching';
import { Plate } from '@/ui/plate';
import { Label, Title, Words } from '@/ui/words';

const SHOWN = 4;

/** How often the verdict was right, from engines that were opened. */
export function TrackPlate() {
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
        </>
      )}
    </Plate>
  );
}
