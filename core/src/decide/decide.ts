import type { Named } from '../causes/names';
import type { DecisionInput } from '../jobfile/decision';
import type { JobFile } from '../jobfile/job-file';
import { InputError } from '../quantity/input-error';
import { seeded } from '../quantity/random';
import { examine } from '../verdict/examine';
import { meanBill, type Priced, pricedOptions, runsAfter } from './bill';
import { quantileOf } from './triangle';
import { oddsOfWorst } from './odds';

/** So many bills are drawn for the spread; means are exact. */
export const DRAWS = 20_000;

export interface DecidedOption {
  name: string;
  /** Of the bill, in the currency. */
  mean: number;
  p10: number;
  p50: number;
  p90: number;
  /** That the bill passes what the machine is worth running. */
  chanceOverValue: number;
  /** Chance that the machine runs afterwards. */
  runs: number;
  /** What the machine is worth afterwards without the bill, in the mean. */
  valueLeft: number;
}

/** Where another option becomes the best: at which odds of a cause, or how much dearer or cheaper. */
export type Flip =
  | { when: { cause: Named; from: number; to: number }; then: string }
  | { when: { option: string; dearerBy: number } | { option: string; cheaperBy: number }; then: string };

export interface Decided {
  options: DecidedOption[];
  recommended: string;
  flips: Flip[];
  /** The bill at which the recommended option is no better than the next best: stop there, and call. */
  stopAndCall?: number;
  /** What a test would be worth that told the cause for certain. */
  perfectTestWorth: number;
  causes: { cause: Named; probability: number }[];
}

/**
 * What to do, by the odds of the causes and the figures of each option. Means, the chance that it runs, and where it
 * flips are exact; the spread of the bill is drawn, and the same draw comes again.
 *
 * @throws InputError naming the field of what cannot be true; `decision` where the file has none
 */
export function decide(job: JobFile, draws = DRAWS): Decided {
  if (!job.decision) throw new InputError('decision', 'decision-missing');
  const { belief } = examine(job);
  return decideBy(job.decision, oddsOfWorst(belief), draws);
}

/** The same by odds that are given, adding up to 1. */
export function decideBy(input: DecisionInput, odds: ReadonlyMap<Named, number>, draws = DRAWS): Decided {
  const options = pricedOptions(input);
  const { labourRatePerHour: rate, valueRunning, valueAsIs } = input;
  const worth = (at: number, cause?: Named) => {
    const cured = (one: Priced) => (cause === undefined ? mixed(odds, (name) => cures(one, name)) : cures(one, cause));
    const runs = runsAfter(options, at, cured);
    return { runs, left: valueAsIs + (valueRunning - valueAsIs) * runs - meanBill(options, at, rate) };
  };
  const bills = drawnBills(options, rate, draws);
  const decided = options.map(({ name }, at): DecidedOption => {
    const sorted = (bills[at] as Float64Array).sort();
    const share = (p: number) => sorted[Math.min(draws - 1, Math.floor(p * draws))] as number;
    const { runs, left } = worth(at);
    return {
      name,
      mean: meanBill(options, at, rate),
      p10: share(0.1),
      p50: share(0.5),
      p90: share(0.9),
      chanceOverValue: (draws - firstAbove(sorted, valueRunning)) / draws,
      runs,
      valueLeft: left,
    };
  });
  const order = options.map((_, i) => i).sort((a, b) => valueOf(decided, b) - valueOf(decided, a));
  const [best, second] = order as [number, number | undefined];
  const left = (at: number, cause?: Named) => worth(at, cause).left;
  return {
    options: decided,
    recommended: (options[best] as Priced).name,
    flips: [...flipsByOdds(options, odds, best, left), ...flipsByPrice(decided, best, order)],
    // Where nothing is done there is no bill to stop at.
    ...(second === undefined || (decided[best] as DecidedOption).mean === 0
      ? {}
      : { stopAndCall: (decided[best] as DecidedOption).mean + valueOf(decided, best) - valueOf(decided, second) }),
    perfectTestWorth:
      mixed(odds, (cause) => Math.max(...options.map((_, at) => left(at, cause)))) - valueOf(decided, best),
    causes: [...odds].map(([cause, probability]) => ({ cause, probability })),
  };
}

const valueOf = (decided: readonly DecidedOption[], at: number) => (decided[at] as DecidedOption).valueLeft;

const mixed = (odds: ReadonlyMap<Named, number>, of: (cause: Named) => number): number =>
  [...odds].reduce((sum, [cause, p]) => sum + p * of(cause), 0);

/** Where nothing is wrong, everything leaves it running. */
const cures = ({ cures: which, holds }: Priced, cause: Named): number =>
  cause === 'sound' ? 1 : which.has(cause) ? holds : 0;

/** Draw by draw and option by option, the bill. */
function drawnBills(options: readonly Priced[], rate: number, draws: number): Float64Array[] {
  const { uniform } = seeded(1);
  const once = (at: number): number => {
    const { parts, hours, machineShop, escalates } = options[at] as Priced;
    const own = quantileOf(parts, uniform()) + rate * quantileOf(hours, uniform()) + machineShop;
    let found = uniform();
    for (const { to, probability } of escalates) {
      if (found < probability) return own + once(to);
      found -= probability;
    }
    return own;
  };
  return options.map(({ access }, at) => {
    const bills = new Float64Array(draws);
    for (let i = 0; i < draws; i += 1) bills[i] = rate * access + once(at);
    return bills;
  });
}

/** Place of the first figure above a limit in a sorted row. */
function firstAbove(sorted: Float64Array, limit: number): number {
  let [from, to] = [0, sorted.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if ((sorted[middle] as number) > limit) to = middle;
    else from = middle + 1;
  }
  return from;
}

/**
 * The odds of each cause at which another option becomes the best, the other causes keeping their odds against each
 * other. What is left is a straight line in the odds of one cause, so the place is solved, not searched.
 */
function flipsByOdds(
  options: readonly Priced[],
  odds: ReadonlyMap<Named, number>,
  best: number,
  left: (at: number, cause?: Named) => number,
): Flip[] {
  return [...odds].flatMap(([cause, p]): Flip[] => {
    const certain = (at: number) => left(at, cause);
    const without = (at: number) => (p < 1 ? (left(at) - p * certain(at)) / (1 - p) : left(at));
    const places = options.flatMap((option, at) => {
      if (at === best) return [];
      const start = without(best) - without(at);
      const end = certain(best) - certain(at);
      if (start === end) return [];
      const to = start / (start - end);
      return to >= 0 && to <= 1 && Math.abs(to - p) > 1e-9 ? [{ to, then: option.name }] : [];
    });
    // The nearest on either side is where it flips; further ones come after it.
    const nearest = (side: (to: number) => boolean) =>
      places.filter(({ to }) => side(to)).sort((a, b) => Math.abs(a.to - p) - Math.abs(b.to - p))[0];
    return [nearest((to) => to < p), nearest((to) => to > p)].flatMap((found) =>
      found ? [{ when: { cause, from: p, to: found.to }, then: found.then }] : [],
    );
  });
}

/** How much dearer the best may get, and how much cheaper each other would have to be. */
function flipsByPrice(decided: readonly DecidedOption[], best: number, order: readonly number[]): Flip[] {
  const second = order[1];
  if (second === undefined) return [];
  const name = (at: number) => (decided[at] as DecidedOption).name;
  const margin = (at: number) => valueOf(decided, best) - valueOf(decided, at);
  return [
    { when: { option: name(best), dearerBy: margin(second) }, then: name(second) },
    ...order.slice(1).flatMap((at): Flip[] =>
      // Nothing gets cheaper than free.
      margin(at) <= (decided[at] as DecidedOption).mean
        ? [{ when: { option: name(at), cheaperBy: margin(at) }, then: name(at) }]
        : [],
    ),
  ];
}
