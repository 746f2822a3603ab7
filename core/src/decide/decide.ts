import type { DecisionInput } from '../jobfile/decision';
import type { JobFile } from '../jobfile/job-file';
import type { State } from '../jobfile/state';
import { checkCurrency } from '../quantity/currency';
import { InputError } from '../quantity/input-error';
import { canBeTested } from '../plan/feasible';
import { standingOf } from '../plan/standing';
import { examine } from '../verdict/examine';
import { meanBill, type PriceTable, pricedOptions } from './bill';
import { drawnBills, drawsOf, shareAbove, shareOf } from './drawn';
import { type Flip, flipsByHours, flipsByOdds, flipsByPrice } from './flips';
import { type Odds, type Trouble, type Troubles, troublesOf } from './odds';
import { openTests, type OpenTest, type TestWorth, testWorth } from './test-worth';
import { bestOf, mixed, type Weighed, weighed } from './weigh';

/** So many bills are drawn for the spread; means are exact. */
export const DRAWS = 20_000;
/** Odds below this are not listed. */
const LEAST = 0.005;

export interface DecidedOption {
  name: string;
  /** Of the bill, in the currency. */
  mean: number;
  p10: number;
  p50: number;
  p90: number;
  /** Chance that the machine runs afterwards, for as long as it is wanted. */
  runs: number;
  /** That the bill passes what the machine is worth running; missing where nobody said what that is. */
  chanceOverValue?: number;
  /** What the machine is worth afterwards without the bill, in the mean. */
  valueLeft?: number;
}

export interface Decided {
  options: DecidedOption[];
  /** Missing where nobody said what the machine is worth: then there are bills and chances, and no advice. */
  recommended?: string;
  flips: Flip[];
  /** The bill at which the recommended option is no better than the next best: stop there, and call. */
  stopAndCall?: number;
  /** What a test would be worth that told the cause for certain. */
  perfectTestWorth?: number;
  /** What each test that can still be made is worth, the one that gains most first. */
  tests: TestWorth[];
  causes: { cause: Trouble; probability: number }[];
}

/**
 * What to do, by the odds of the causes and the figures of each option. Means, the chance that it runs, and where it
 * flips are exact; the spread of the bill is drawn, and the same draw comes again.
 *
 * @throws InputError naming the field of what cannot be true; `decision` where the file has none
 */
export function decide(job: JobFile, draws = DRAWS): Decided {
  if (!job.decision) throw new InputError('decision', 'decision-missing');
  const { troubles, tests } = weighJob(job);
  return decideBy(job.decision, troubles, tests, draws);
}

/** What a job is believed to have, and what can still be tested: all that a decision takes of it. */
export function weighJob(job: JobFile): { state: State; troubles: Troubles; tests: OpenTest[] } {
  const { job: judged, belief, verdict } = examine(job);
  const troubles = troublesOf(belief, verdict.causes, job.found);
  const opened = job.found?.some(({ cylinder }) => cylinder === troubles.cylinder);
  const at = opened ? undefined : verdict.cylinders.find(({ id }) => id === troubles.cylinder);
  return {
    state: verdict.engine.state,
    troubles,
    tests: at ? openTests(belief, at.id, judged.engine, canBeTested(standingOf(judged, verdict, belief), at)) : [],
  };
}

/** The same by troubles that are given. */
export function decideBy(
  input: DecisionInput,
  troubles: Troubles,
  tests: readonly OpenTest[] = [],
  draws = DRAWS,
): Decided {
  const table = checkDecision(input);
  const weigh = weighed(table, input, troubles);
  const causes = [...troubles.worst]
    .filter(([cause, p]) => cause === 'sound' || p >= LEAST)
    .map(([cause, probability]) => ({ cause, probability }));
  const valued = input.valueRunning !== undefined && input.valueAsIs !== undefined;
  const drawn = drawsOf(draws);
  const options = table.options.map(({ name }, at): DecidedOption => {
    const bills = drawnBills(table, at, drawn);
    return {
      name,
      mean: meanBill(table, at),
      p10: shareOf(bills, 0.1),
      p50: shareOf(bills, 0.5),
      p90: shareOf(bills, 0.9),
      runs: weigh.runs(at),
      ...(input.valueRunning === undefined ? {} : { chanceOverValue: shareAbove(bills, input.valueRunning) }),
      ...(valued ? { valueLeft: weigh.left(at) } : {}),
    };
  });
  return {
    options,
    causes,
    ...(valued ? advice(table, input, troubles.worst, weigh, tests) : { flips: [], tests: [] }),
  };
}

/**
 * Whether a decision makes sense, and its options with their figures.
 * @throws InputError naming the field
 */
export function checkDecision(input: DecisionInput): PriceTable {
  const { currency, valueRunning, valueAsIs } = input;
  if (currency !== undefined) checkCurrency('currency', currency);
  if (valueRunning !== undefined && valueAsIs !== undefined && valueAsIs > valueRunning)
    throw new InputError('valueAsIs', 'must-not-be-above-field', { field: 'valueRunning' });
  return pricedOptions(input);
}

function advice(
  table: PriceTable,
  input: DecisionInput,
  odds: Odds,
  weigh: Weighed,
  tests: readonly OpenTest[],
): Omit<Decided, 'options' | 'causes'> {
  const best = bestOf(table, weigh);
  const { left } = weigh;
  const [margin] = table.options.flatMap((_, at) => (at === best ? [] : [left(best) - left(at)])).sort((a, b) => a - b);
  const bill = meanBill(table, best);
  return {
    recommended: table.options[best]?.name ?? '',
    flips: [
      ...flipsByOdds(table, odds, best, weigh),
      ...flipsByPrice(table, best, weigh),
      ...flipsByHours(table, best, weigh, input.wantedHours ?? 0),
    ],
    // Where nothing is done there is no bill to stop at.
    ...(margin === undefined || bill === 0 ? {} : { stopAndCall: bill + margin }),
    perfectTestWorth: mixed(odds, (cause) => Math.max(...table.options.map((_, at) => left(at, cause)))) - left(best),
    tests: tests.map((test) => testWorth(table, weigh, test)).sort((a, b) => b.worth - b.cost - (a.worth - a.cost)),
  };
}
