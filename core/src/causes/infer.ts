import { neighbourhoods } from '../engine/banks';
import type { JobFile } from '../jobfile/job-file';
import { chamberOf, type Conditions, conditionsOf, type Facts, factsOf } from './facts';
import {
  ALL_WORN,
  GRADES,
  type Hypothesis,
  NOTED_FACTS,
  notedProbability,
  OWN_HYPOTHESES,
  priorsOf,
  SHARED_TEST_FAULTS,
  sharedPrior,
  sharedRow,
  type SharedTestFault,
} from './hypotheses';
import { type Found, foundOf, logLikelihood, type RowShares, sharesOf } from './tables';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';

/** What the readings leave of each hypothesis. Per cylinder, its own and the shared ones add up to 1. */
export interface Belief {
  shared: Map<SharedTestFault, number>;
  cylinders: Map<string, CylinderBelief>;
  conditions: Conditions | undefined;
}
export interface CylinderBelief {
  found: readonly Found[];
  rows: readonly PriorRow[];
  /** Row by row; adds up to what the shared test faults leave. */
  posterior: readonly number[];
}
/** @field prior before anything was measured; they add up to 1. @field log of it, natural */
export interface PriorRow {
  hypothesis: Hypothesis;
  shares: RowShares;
  prior: number;
  log: number;
}

const BY_ROW = new Map(OWN_HYPOTHESES.map((one) => [one.row, one]));
/** Under a fault of the test a cylinder may still have one of its own. */
const ALSO_FAULTY = 0.04;

/**
 * Bayes over the causes of every cylinder and the faults that the whole test may share.
 * @param cylinders as they were judged
 */
export function infer(job: JobFile, cylinders: readonly DraftCylinder[]): Belief {
  const facts = factsOf(job, cylinders);
  const conditions = conditionsOf(job);
  const chamber = chamberOf(job.engine);
  const measured = Math.max(1, cylinders.filter(({ compression }) => compression).length);
  // Priors differ only by whether a cylinder shares a wall with another.
  const beside = neighbourhoods(job.engine);
  const known = new Map<boolean, PriorRow[]>();
  const priorsFor = (id: string): PriorRow[] => {
    const walled = (beside.get(id) ?? []).length > 0;
    const rows = known.get(walled) ?? priorRows(job, id);
    known.set(walled, rows);
    return rows;
  };
  const own = cylinders.map(({ id }) => ownOf(facts.get(id) ?? {}, priorsFor(id), measured));
  // Under each common state of affairs: how well it explains every cylinder.
  const allWorn =
    Math.log(ALL_WORN) + own.reduce((sum, one) => sum + logLikelihood(sharesOf('all-worn'), one.found), 0);
  // A shop that holds that the throttle makes no difference does not blame it.
  const blamed = SHARED_TEST_FAULTS.filter(
    (fault) => fault !== 'throttle-closed' || job.houseRules?.throttleSchool !== 'no-difference',
  );
  const faults = conditions ? blamed : [];
  const none =
    Math.log(1 - ALL_WORN - faults.reduce((sum, fault) => sum + sharedPrior(fault, chamber), 0)) +
    own.reduce((sum, { evidence }) => sum + evidence, 0) +
    noted(conditions, undefined);
  const several = own.length > 1;
  const states: [SharedTestFault | 'none' | 'all-worn', number][] = [
    ['none', none],
    ['all-worn', several ? allWorn + noted(conditions, undefined) : -Infinity],
    ...faults.map((fault): [SharedTestFault, number] => {
      const row = sharesOf(sharedRow(fault, chamber));
      return [
        fault,
        Math.log(sharedPrior(fault, chamber)) +
          noted(conditions, fault) +
          own.reduce((sum, one) => sum + logMix(logLikelihood(row, one.found), one.evidence, ALSO_FAULTY), 0),
      ];
    }),
  ];
  const shares = normalised(states.map(([, log]) => log));
  const share = new Map(states.map(([state], i) => [state, shares[i] ?? 0]));
  return {
    conditions,
    shared: new Map(faults.map((fault) => [fault, share.get(fault) ?? 0])),
    cylinders: new Map(
      cylinders.map(({ id }, i) => {
        const { found, rows, within } = own[i] as Own;
        const none = share.get('none') ?? 0;
        const worn = (share.get('all-worn') ?? 0) / GRADES.length;
        const posterior = rows.map(
          ({ hypothesis }, r) => (within[r] as number) * none + (hypothesis.cause === 'rings-or-bore' ? worn : 0),
        );
        return [id, { found, rows, posterior }];
      }),
    ),
  };
}

const priorRows = (job: JobFile, cylinder: string): PriorRow[] =>
  [...priorsOf(job, cylinder)].map(([row, prior]) => ({
    hypothesis: BY_ROW.get(row) as Hypothesis,
    shares: sharesOf(row),
    prior,
    log: Math.log(prior),
  }));

interface Own {
  found: Found[];
  rows: PriorRow[];
  within: number[];
  evidence: number;
}

function ownOf(facts: Facts, rows: PriorRow[], measured: number): Own {
  const found = foundOf(facts, measured);
  const logs = rows.map(({ log, shares }) => log + logLikelihood(shares, found));
  return { found, rows, within: normalised(logs), evidence: logSum(logs) };
}

function noted(conditions: Conditions | undefined, fault: SharedTestFault | undefined): number {
  if (!conditions) return 0;
  return NOTED_FACTS.reduce((sum, fact) => sum + Math.log(notedProbability(fact, conditions, fault)), 0);
}

const logMix = (a: number, b: number, share: number) => logSum([Math.log(1 - share) + a, Math.log(share) + b]);

function logSum(logs: readonly number[]): number {
  let top = -Infinity;
  for (const log of logs) if (log > top) top = log;
  if (top === -Infinity) return top;
  let sum = 0;
  for (const log of logs) sum += Math.exp(log - top);
  return top + Math.log(sum);
}

function normalised(logs: readonly number[]): number[] {
  const all = logSum(logs);
  return logs.map((log) => Math.exp(log - all));
}
