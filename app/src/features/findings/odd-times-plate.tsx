import { type Bench, type OddTime, oddTimes } from '@rugged/contract/bench';
import { useMemo } from 'react';
import { RECORD_WORD } from '@/bench/record-words';
import { useSignedIn } from '@/data/session';
import { dayAndTime, lasting } from '@/ui/format';
import { Plate } from '@/ui/plate';
import { Label, Words } from '@/ui/words';

const MOST = 6;

/** Times that do not fit each other or the server's clock: kept as they were said, and told. */
export function OddTimesPlate({ bench }: { bench: Bench }) {
  const { person } = useSignedIn();
  const odd = useMemo(() => oddTimes(bench), [bench]);
  if (odd.length === 0) return null;
  return (
    <Plate label="Times that do not fit">
      <Label>Times that do not fit</Label>
      {odd.slice(0, MOST).map((one) => (
        <Words key={one.id}>{tell(one, person.name)}</Words>
      ))}
      {odd.length > MOST ? (
        <Words colour="dim">{`and ${odd.length - MOST} more, under Who changed what.`}</Words>
      ) : null}
    </Plate>
  );
}

const HOW: Readonly<Record<OddTime['odd'], (by: string) => string>> = {
  'before-its-job': (by) => `${by} before the job was opened`,
  'before-its-test': (by) => `${by} before its test began`,
  'clock-ahead': (by) => `by a clock that ran ${by} ahead`,
  'came-late': (by) => `came in ${by} later`,
};

const tell = ({ what, at, by, odd, ms }: OddTime, me: string): string =>
  `${RECORD_WORD[what]} of ${dayAndTime(at)}, ${by ?? me}: ${HOW[odd](lasting(ms))}.`;
