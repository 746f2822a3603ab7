import type { JobFile } from '../jobfile/job-file';
import type { DraftCylinder } from '../judgement/judgement';
import { type Conditions, conditionsOf, type Facts, factsOf } from './facts';
import {
  ALL_WORN, type Hypothesis, NOTED_FACTS, notedProbability, OWN_HYPOTHESES, priorsOf, SHARED_PRIOR, SHARED_TEST_FAULTS, sharedRow, type SharedTestFault,
} from './hypotheses';
import { logLikelihood } from './tables';

/** What the readings leave of each hypothesis. Per cylinder, its own and the shared ones add up to 1. */
export interface Belief {
  shared: Map<SharedTestFault, number>;
  cylinders: Map<string, CylinderBelief>;
  conditions: Conditions | undefined;
}
export interface CylinderBelief {
  facts: Facts;
  /** By row, before anything was measured; adds up to 1. */
  priors: Map<string, number>;
  /** By row; adds up to what the shared test faults leave. */
  posterior: Map<string, number>;
  /** How many cylinders the levels are shared with. */
  measured: number;
}

const RINGS_ROWS = ['rings-or-bore:1', 'rings-or-bore:2', 'rings-or-bore:3'] as const;
/** Under a fault of the test a cylinder may still have one of its own. */
const ALSO_FAULTY = 0.04;

/**
 * Bayes over the causes of every cylinder and the faults that the whole test may share.
 * @param cylinders as they were judged
 */
export function infer(job: JobFile, cylinders: readonly DraftCylinder[]): Belief {
  const facts = factsOf(job, cylinders);
  const conditions = conditionsOf(job);
  const measured = Math.max(1, cylinders.filter(({ compression }) => compression).length);
  const own = cylinders.map(({ id }) => ownOf(facts.get(id) ?? {}, priorsOf(job, id), measured));
  // Under each common state of affairs: how well it explains every cylinder.
  const allWorn = Math.log(ALL_WORN) + own.reduce((sum, one) => sum + logLikelihood('all-worn', one.facts, measured), 0);
  // A shop that holds that the throttle makes no difference does not blame it.
  const blamed = SHARED_TEST_FAULTS.filter((fault) => fault !== 'throttle-closed' || job.houseRules?.throttleSchool !== 'no-difference');
  const faults = conditions ? blamed : [];
  const none = Math.log(1 - ALL_WORN - faults.reduce((sum, fault) => sum + SHARED_PRIOR[fault], 0)) + own.reduce((sum, { evidence }) => sum + evidence, 0) + noted(conditions, undefined);
  const several = own.length > 1;
  const states: [SharedTestFault | 'none' | 'all-worn', number][] = [
    ['none', none],
    ['all-worn', several ? allWorn + noted(conditions, undefined) : -Infinity],
    ...faults.map((fault): [SharedTestFault, number] => {
      const row = sharedRow(fault, conditions?.chamber ?? 'large');
      return [fault, Math.log(SHARED_PRIOR[fault]) + noted(conditions, fault) + own.reduce((sum, one) => sum + logMix(logLikelihood(row, one.facts, measured), one.evidence, ALSO_FAULTY), 0)];
    }),
  ];
  const shares = normalised(states.map(([, log]) => log));
  const share = new Map(states.map(([state], i) => [state, shares[i] ?? 0]));
  return {
    conditions,
    shared: new Map(faults.map((fault) => [fault, share.get(fault) ?? 0])),
    cylinders: new Map(cylinders.map(({ id }, i) => {
      const { facts: found, priors, within } = own[i] as Own;
      const posterior = new Map([...within].map(([row, p]) => [row, p * (share.get('none') ?? 0)]));
      const worn = share.get('all-worn') ?? 0;
      for (const row of RINGS_ROWS) posterior.set(row, (posterior.get(row) ?? 0) + worn / RINGS_ROWS.length);
      return [id, { facts: found, priors, posterior, measured }];
    })),
  };
}

interface Own { facts: Facts; priors: Map<string, number>; within: Map<string, number>; evidence: number }

function ownOf(facts: Facts, priors: Map<string, number>, measured: number): Own {
  const rows = [...priors];
  const logs = rows.map(([row, prior]) => Math.log(prior) + logLikelihood(row, facts, measured));
  const shares = normalised(logs);
  return { facts, priors, within: new Map(rows.map(([row], i) => [row, shares[i] ?? 0])), evidence: logSum(logs) };
}

function noted(conditions: Conditions | undefined, fault: SharedTestFault | undefined): number {
  if (!conditions) return 0;
  return NOTED_FACTS.reduce((sum, fact) => sum + Math.log(notedProbability(fact, conditions, fault)), 0);
}

const logMix = (a: number, b: number, share: number) => logSum([Math.log(1 - share) + a, Math.log(share) + b]);

export function logSum(logs: readonly number[]): number {
  const top = Math.max(...logs);
  return top === -Infinity ? -Infinity : top + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - top), 0));
}

export function normalised(logs: readonly number[]): number[] {
  const all = logSum(logs);
  return logs.map((log) => Math.exp(log - all));
}

/** The own hypothesis behind a row. */
export const hypothesisOf = (row: string): Hypothesis => BY_ROW.get(row) as Hypothesis;
const BY_ROW = new Map(OWN_HYPOTHESES.map((one) => [one.row, one]));
