import type { JobFile } from '../jobfile/job-file';
import type { TestOf, ValveTrainSeen } from '../jobfile/tests';
import { find } from '../test-kinds/inspection';
import type { CylinderCause } from './cylinder-cause';

/** What was seen with the cover off. */
export const SEEN_FACTS = [
  'valves-move',
  'valve-does-not-move',
  'valve-train-broken',
  'intake-tight',
  'exhaust-tight',
] as const;
export type Seen = (typeof SEEN_FACTS)[number];

/** How much likelier it is under a cause than on a sound cylinder. Source: what a mechanic concludes who sees it. */
const LIKELIER: Readonly<Record<Seen, Readonly<Partial<Record<CylinderCause | 'test-fault', number>>>>> = {
  'valves-move': { 'valve-train': 0.08 },
  'valve-does-not-move': { 'valve-train': 80 },
  'valve-train-broken': { 'valve-train': 600 },
  'intake-tight': { 'intake-valve': 6 },
  'exhaust-tight': { 'exhaust-valve': 6 },
};

export const seenWeight = (seen: readonly Seen[], cause: CylinderCause | 'test-fault'): number =>
  seen.reduce((sum, one) => sum + Math.log(LIKELIER[one][cause] ?? 1), 0);

const SAID: Readonly<Record<ValveTrainSeen, Seen>> = {
  'both-move': 'valves-move',
  'intake-does-not-move': 'valve-does-not-move',
  'exhaust-does-not-move': 'valve-does-not-move',
  'bent-or-broken': 'valve-train-broken',
};

/** The latest look at one cylinder. */
export function seenOn(job: JobFile, cylinder: string): Seen[] {
  const tests = job.tests ?? [];
  const look = tests
    .filter((test): test is TestOf<'valve-train'> => test.kind === 'valve-train')
    .flatMap(({ readings }) => readings)
    .findLast((one) => one.cylinder === cylinder);
  const moves: Seen[] = look ? [SAID[look.seen]] : [];
  return [...moves, ...tight(job, cylinder)];
}

/** Valves with less room than the book gives them: hot, they may not close. */
function tight(job: JobFile, cylinder: string): Seen[] {
  const book = find(job.books ?? [], 'valveClearance').figures;
  if (!book) return [];
  const latest = (job.tests ?? []).findLast(
    (test): test is TestOf<'valve-clearance'> => test.kind === 'valve-clearance',
  );
  const mine = latest?.readings.filter((one) => one.cylinder === cylinder) ?? [];
  return (['intake', 'exhaust'] as const).flatMap((valve): Seen[] => {
    const least = book[valve]?.minMm;
    return least !== undefined && mine.some((one) => one.valve === valve && one.mm < least)
      ? [valve === 'intake' ? 'intake-tight' : 'exhaust-tight']
      : [];
  });
}
