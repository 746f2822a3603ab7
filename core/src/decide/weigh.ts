import type { DecisionInput } from '../jobfile/decision';
import { meanBill, meanOfEnds, type Priced, type PriceTable } from './bill';
import type { Odds, Trouble, Troubles } from './odds';

/** What each option leaves, exact: the chance that it runs, and what the machine is worth without the bill. */
export interface Weighed {
  /** Chance that it runs for as long as it is wanted. @param trouble known for certain; by the odds where it is not */
  runs(at: number, trouble?: Trouble): number;
  /** What is left in the mean. NaN where nobody said what the machine is worth. */
  left(at: number, trouble?: Trouble): number;
  /** The same under other odds of the worst place. */
  under(odds: Odds): Weighed;
  /** The same for so many hours wanted. */
  wanting(hours: number): Weighed;
}

export function weighed(table: PriceTable, input: DecisionInput, troubles: Troubles): Weighed {
  const { valueRunning = NaN, valueAsIs = NaN, wantedHours = 0 } = input;
  const lasts = ({ lasts100Hours }: Priced) => lasts100Hours ** (wantedHours / 100);
  const running = (one: Priced, trouble?: Trouble) => {
    const cured = (what: Trouble) => leavesRunning(one, what);
    const worst = trouble === undefined ? mixed(troubles.worst, cured) : cured(trouble);
    return troubles.others.reduce((product, odds) => product * mixed(odds, cured), worst) * lasts(one);
  };
  const gained = (at: number, trouble?: Trouble) =>
    meanOfEnds(table.options, at, (one) => one.gainShare * running(one, trouble));
  return {
    runs: (at, trouble) => meanOfEnds(table.options, at, (one) => running(one, trouble)),
    left: (at, trouble) => valueAsIs + (valueRunning - valueAsIs) * gained(at, trouble) - meanBill(table, at),
    under: (worst) => weighed(table, input, { ...troubles, worst }),
    wanting: (hours) => weighed(table, { ...input, wantedHours: hours }, troubles),
  };
}

/** Where nothing is wrong, everything leaves it running. */
const leavesRunning = ({ cures, holds, runsAsItIs }: Priced, trouble: Trouble): number =>
  trouble === 'sound' ? 1 : cures.has(trouble) ? holds : runsAsItIs ? 1 : 0;

export const mixed = (odds: Odds, of: (trouble: Trouble) => number): number =>
  [...odds].reduce((sum, [trouble, p]) => sum + p * of(trouble), 0);

/** The option that leaves most; the first of those that leave as much. */
export function bestOf(table: PriceTable, { left }: Pick<Weighed, 'left'>): number {
  let best = 0;
  for (let at = 1; at < table.options.length; at += 1) if (left(at) > left(best)) best = at;
  return best;
}
