import type { DecisionAsked, DecisionInput } from '../jobfile/decision';
import type { JobFile } from '../jobfile/job-file';
import { checkCurrency } from '../quantity/currency';
import { InputError } from '../quantity/input-error';
import { canBeTested } from '../plan/feasible';
import { standingOf } from '../plan/standing';
import { examine } from '../verdict/examine';
import type { Verdict } from '../verdict/verdict';
import { answerFor } from './answer';
import { firstBill, meanBill, meanOnceOpen, type Priced, type PriceTable, pricedOptions } from './bill';
import type { Decided, DecidedJob, DecidedOption, WeighedJob } from './decided';
import { deviationOfDifference, drawnBills, drawsOf, shareAbove, shareOf } from './drawn';
import { flipsByHours, flipsByOdds, flipsByPrice } from './flips';
import { USUAL_RATE } from './jobs';
import { FAULTY_BELOW, type Odds, type Trouble, type Troubles, troublesOf } from './odds';
import { readyMade } from './ready-made';
import { openTests, type OpenTest, testWorth } from './test-worth';
import { bestOf, LIKELIER, mixed, type Weighed, weighed } from './weigh';

/** So many bills are drawn for the spread; means are exact. */
export const DRAWS = 20_000;
/** Odds below this are not listed. */
const LEAST = 0.005;
/** A trouble likelier than this that an option does not mend is named. */
const WORTH_NAMING = 0.2;

/**
 * What to do, by the odds of the causes and the figures of each option. Means, the chance that it runs, and where it
 * flips are exact; the spread of the bill is drawn, and the same draw comes again. Ways are made ready where there are
 * none.
 *
 * @throws InputError naming the field of what cannot be true; `decision` where the file has none
 */
export function decide(job: JobFile, draws = DRAWS): DecidedJob {
  if (!job.decision) throw new InputError('decision', 'decision-missing');
  return decideWeighed(job, weighJob(job), job.decision, draws);
}

/** The same of a job that was weighed before. */
export function decideWeighed(job: JobFile, of: WeighedJob, asked: DecisionAsked, draws = DRAWS): DecidedJob {
  const input = completed(job, asked, of);
  const decided = decideBy(input, of.troubles, of.tests, draws);
  return { ...decided, answer: answerFor(job, of, decided, input), input };
}

/** What was asked, with the usual rate and ready-made ways where it names none. */
function completed(job: JobFile, asked: DecisionAsked, { state, troubles }: WeighedJob): DecisionInput {
  const { options, labourRatePerHour = USUAL_RATE } = asked;
  return {
    ...asked,
    labourRatePerHour,
    options: options ?? readyMade(job.engine, state, troubles, { labourRatePerHour }, job.houseRules).options,
  };
}

/** What a job is believed to have, and what can still be tested. */
export function weighJob(job: JobFile): WeighedJob {
  const { job: judged, belief, verdict } = examine(job);
  const troubles = troublesOf(belief, verdict.causes, verdict.inspections, job.found);
  const opened = job.found?.some(({ cylinder }) => cylinder === troubles.cylinder);
  const at = opened ? undefined : verdict.cylinders.find(({ id }) => id === troubles.cylinder);
  return {
    state: hardlyRuns(verdict) ? 'dead' : verdict.engine.state,
    troubles,
    tests: at ? openTests(belief, at.id, judged.engine, canBeTested(standingOf(judged, verdict, belief), at)) : [],
  };
}

/** Below so much of the least that it should make, an engine hardly runs, whatever it did until now. */
const HARDLY = 0.65;
const hardlyRuns = ({ cylinders }: Verdict): boolean =>
  cylinders.some(
    ({ compression }) =>
      compression?.limit.minHereKPa !== undefined && compression.estimateKPa < HARDLY * compression.limit.minHereKPa,
  );

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
  const bills = table.options.map((_, at) => drawnBills(table, at, drawn));
  const told = table.options.map((one, at): DecidedOption => {
    // Looking for a share puts the bills in part of their order.
    const drew = (bills[at] as Float64Array).slice();
    return {
      name: one.name,
      mean: meanBill(table, at),
      p10: shareOf(drew, 0.1),
      p50: shareOf(drew, 0.5),
      p90: shareOf(drew, 0.9),
      firstBill: firstBill(table, at),
      mayFollow: one.escalates.map(({ to, probability }) => ({
        name: (table.options[to] as Priced).name,
        probability,
        mean: meanOnceOpen(table, to),
      })),
      cures: [...one.cures],
      leaves: leftBy(one, troubles),
      ...(one.unsaid ? { unsaid: true as const } : {}),
      runs: weigh.runs(at),
      ...(input.valueRunning === undefined ? {} : { chanceOverValue: shareAbove(drew, input.valueRunning) }),
      ...(valued ? { valueLeft: weigh.left(at) } : {}),
    };
  });
  const shown = (aside: boolean) => told.filter((_, at) => table.options[at]?.aside === aside);
  return {
    options: shown(false),
    others: shown(true),
    causes,
    ...advice(table, input, troubles.worst, weigh, tests, bills),
  };
}

/** What is likely in a place that is not sound, and is not mended by it. */
function leftBy({ cures }: Priced, { worst, others }: Troubles): Trouble[] {
  const likely = [worst, ...others].flatMap((odds) =>
    [...odds].flatMap(([cause, p]) => (cause !== 'sound' && p > WORTH_NAMING ? [cause] : [])),
  );
  return [...new Set(likely)].filter((cause) => !cures.has(cause));
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

/** Nearer than so much of the deviation of their bills, nobody can say which is the better. */
const HALF = 0.5;
/** So much of what it is worth is given for an engine that runs. */
const LITTLE = 0.05;

type Advice = Omit<Decided, 'options' | 'others' | 'causes'>;
const NO_ADVICE: Advice = { flips: [], tests: [], aboutTheSame: [] };

/** Of two that leave as much the owner wants the one that leaves it running. @param near as much, within their doubt */
function leftRunning(
  table: PriceTable,
  { valueRunning = 0 }: DecisionInput,
  { left, runs, advisable }: Weighed,
  richest: number,
  near: (at: number, than: number) => boolean,
): number {
  if (runs(richest) >= LIKELIER) return richest;
  const [best] = table.options
    .flatMap((_, at) => (advisable(at) && runs(at) >= LIKELIER && near(at, richest) ? [at] : []))
    .filter((at) => left(richest) - left(at) < LITTLE * valueRunning)
    .sort((a, b) => left(b) - left(a));
  return best ?? richest;
}

function advice(
  table: PriceTable,
  input: DecisionInput,
  odds: Odds,
  weigh: Weighed,
  tests: readonly OpenTest[],
  bills: readonly Float64Array[],
): Advice {
  const { left, advisable } = weigh;
  const richest = bestOf(table, weigh);
  if (richest === undefined || Number.isNaN(left(richest))) return NO_ADVICE;
  const sound = (odds.get('sound') ?? 0) >= FAULTY_BELOW;
  const doubt = (a: number, b: number) => deviationOfDifference(bills[a] as Float64Array, bills[b] as Float64Array);
  const near = (at: number, than: number) => left(than) - left(at) < HALF * doubt(than, at);
  const best = sound ? richest : leftRunning(table, input, weigh, richest, near);
  const others = table.options.flatMap((_, at) => (at === best || !advisable(at) ? [] : [at]));
  const margin = (at: number) => left(best) - left(at);
  const [next] = others.map(margin).sort((a, b) => a - b);
  const bill = meanBill(table, best);
  const certain = (cause: Trouble) =>
    Math.max(...table.options.flatMap((_, at) => (advisable(at) ? [left(at, cause)] : [])));
  const worths = tests
    .map((test) => testWorth(table, weigh, left(best), test))
    .sort((a, b) => b.worth - b.cost - (a.worth - a.cost));
  const [first] = worths;
  return {
    recommended: (table.options[best] as Priced).name,
    // Nothing that costs money is as good as leaving what is likelier sound.
    aboutTheSame: sound ? [] : others.filter((at) => near(at, best)).map((at) => (table.options[at] as Priced).name),
    // What only the wish for a running engine decides flips by no figure.
    flips:
      best === richest
        ? [
            ...flipsByOdds(table, odds, best, weigh),
            ...flipsByPrice(table, best, weigh),
            ...flipsByHours(table, best, weigh, input.wantedHours ?? 0),
          ]
        : [],
    // Where nothing is done there is no bill to stop at.
    ...(next === undefined || bill === 0
      ? {}
      : { stopAndCall: bill + Math.max(next, best === richest ? 0 : HALF * doubt(best, richest)) }),
    perfectTestWorth: mixed(odds, certain) - left(best),
    tests: worths,
    ...(first && first.worth > first.cost ? { findOutFirst: first } : {}),
  };
}
