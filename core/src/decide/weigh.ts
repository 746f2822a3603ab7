import type { DecisionInput, Works } from '../jobfile/decision';
import { type End, isFree, meanBill, type Priced, type PriceTable } from './bill';
import type { Odds, Trouble, Troubles } from './odds';

/** What each option leaves, exact: the chance that it runs, and what the machine is worth without the bill. */
export interface Weighed {
  /** Chance that it runs for as long as it is wanted. @param trouble known for certain; by the odds where it is not */
  runs(at: number, trouble?: Trouble): number;
  /** What is left in the mean. NaN where nobody said what the machine is worth. */
  left(at: number, trouble?: Trouble): number;
  /** What is left where nothing is done and nothing gained. */
  asIs: number;
  /** Whether anybody would advise it, be it the best or not. */
  advisable(at: number): boolean;
  /** The same under other odds of the worst place. */
  under(odds: Odds): Weighed;
  /** The same for so many hours wanted. */
  wanting(hours: number): Weighed;
}

/** An hour of hard work takes as much as so many usual ones. Source: judgement. */
const HARDER: Readonly<Record<Works, number>> = { easy: 0.5, usual: 1, hard: 2 };
/** Rarer than this it does not do what the owner wants of it. */
export const LIKELIER = 0.5;

export function weighed(table: PriceTable, input: DecisionInput, troubles: Troubles): Weighed {
  const { valueRunning = NaN, valueAsIs = NaN, wantedHours = 0, works = 'usual', breakdownCosts = 0 } = input;
  const last = ({ done }: End) => done[done.length - 1] as Priced;
  const running = (end: End, trouble?: Trouble) => {
    const worst: Odds = trouble === undefined ? troubles.worst : new Map([[trouble, 1]]);
    const lasts = last(end).lasts100Hours ** ((HARDER[works] * wantedHours) / 100);
    return leavesRunning(end, [worst, ...troubles.others]) * lasts;
  };
  const mean = (at: number, of: (end: End) => number) =>
    (table.ends[at] as End[]).reduce((sum, end) => sum + end.probability * of(end), 0);
  const runs = (at: number, trouble?: Trouble) => mean(at, (end) => running(end, trouble));
  const gained = (at: number, trouble?: Trouble) => mean(at, (end) => last(end).gainShare * running(end, trouble));
  /** What is neither mended nor run on goes nowhere, and breaks down nowhere. */
  const goesOut = ({ cures, runsAsItIs }: Priced) => runsAsItIs || cures.size > 0;
  const brokenDown = (at: number, trouble?: Trouble) =>
    breakdownCosts > 0 && goesOut(table.options[at] as Priced) ? breakdownCosts * (1 - runs(at, trouble)) : 0;
  const has = (cause: string) =>
    [troubles.worst, ...troubles.others].some((odds) => (odds.get(cause as Trouble) ?? 0) > 0);
  return {
    runs,
    asIs: valueAsIs,
    left: (at, trouble) =>
      valueAsIs + (valueRunning - valueAsIs) * gained(at, trouble) - brokenDown(at, trouble) - meanBill(table, at),
    advisable: (at) => {
      const { cures, aside, unsaid, runsAsItIs } = table.options[at] as Priced;
      if (aside || unsaid) return false;
      if (runsAsItIs) return runs(at) >= LIKELIER;
      // What costs something and mends nothing is no advice, whatever it stands beside.
      return isFree(table, at) || [...cures].some(has);
    },
    under: (worst) => weighed(table, input, { ...troubles, worst }),
    wanting: (hours) => weighed(table, { ...input, wantedHours: hours }, troubles),
  };
}

/**
 * Chance that all places run afterwards. A job that was done holds or does not, in however many places it mended
 * something: so each set of jobs that hold, times the chance that they are all that was needed. What was done last about
 * a trouble counts.
 */
function leavesRunning({ done }: End, places: readonly Odds[]): number {
  const goesOn = done[done.length - 1]?.runsAsItIs === true;
  const mender = (trouble: Trouble): number | 'none-needed' | 'nobody' => {
    if (trouble === 'sound') return 'none-needed';
    const by = done.findLastIndex(({ cures }) => cures.has(trouble));
    return by >= 0 ? by : goesOn ? 'none-needed' : 'nobody';
  };
  // Of each place: the share that needs nothing, and the share that each job mends.
  const shares = places.map((odds) => {
    const share = { well: 0, by: done.map(() => 0) };
    for (const [trouble, p] of odds) {
      const by = mender(trouble);
      if (by === 'none-needed') share.well += p;
      else if (by !== 'nobody') share.by[by] = (share.by[by] ?? 0) + p;
    }
    return share;
  });
  const from = (at: number, holds: readonly boolean[], chance: number): number => {
    if (chance === 0) return 0;
    const job = done[at];
    if (!job)
      return shares.reduce(
        (all, { well, by }) => all * by.reduce((sum, p, i) => sum + (holds[i] ? p : 0), well),
        chance,
      );
    return (
      from(at + 1, [...holds, true], chance * job.holds) + from(at + 1, [...holds, false], chance * (1 - job.holds))
    );
  };
  return from(0, [], 1);
}

export const mixed = (odds: Odds, of: (trouble: Trouble) => number): number =>
  [...odds].reduce((sum, [trouble, p]) => sum + p * of(trouble), 0);

/**
 * The advisable option that leaves most, the first of those that leave as much; where none leaves as much as doing
 * nothing, that. Missing where there is nothing to advise.
 */
export function bestOf(
  table: PriceTable,
  { left, advisable, asIs }: Pick<Weighed, 'left' | 'advisable' | 'asIs'>,
): number | undefined {
  let best: number | undefined;
  for (let at = 0; at < table.options.length; at += 1)
    if (advisable(at) && (best === undefined || left(at) > left(best))) best = at;
  if (best !== undefined && !(left(best) < asIs)) return best;
  const free = table.options.findIndex(
    ({ cures, aside, unsaid }, at) => cures.size === 0 && !aside && !unsaid && isFree(table, at),
  );
  return free < 0 ? best : free;
}
