import { likeliestFirst } from '../causes/likeliest-first';
import { entropyOf, namesOf, type Named } from '../causes/names';
import type { Belief } from '../causes/infer';
import type { JobFile } from '../jobfile/job-file';
import type { Test, TestKind } from '../jobfile/tests';
import { crankingNote } from '../test-kinds/inspections';
import { KINDS, OPEN_KINDS } from '../test-kinds/registry';
import type { JudgedCylinder, Verdict } from '../verdict/verdict';
import { has } from './equipment';

/** Where a job stands: what was measured, how often, with what on the cart. The rules of the plan ask it. */
export interface Standing {
  job: JobFile;
  verdict: Verdict;
  belief: Belief;
  /** Whether the shop has what a test takes, and the engine can be put through it. */
  can(test: TestKind): boolean;
  /** How often a cylinder was read, in all tests. */
  times(kind: 'compression' | 'leakdown', cylinder: string): number;
  /** Whether somebody looked under the rocker cover of a cylinder, or at its clearances. */
  inspected(cylinder: string): boolean;
  /** Whether it lies open: its parts were measured, and nothing was cranked or fed since. */
  apart: boolean;
  /** Whether the test itself was questioned, and nothing is left to ask of it. */
  questioned: boolean;
}

export function standingOf(job: JobFile, verdict: Verdict, belief: Belief): Standing {
  const tests = job.tests ?? [];
  return {
    job,
    verdict,
    belief,
    can: (test) => has(job, test) && KINDS[test].suits(job.engine),
    times: (kind, cylinder) =>
      tests.reduce(
        (sum, test) =>
          test.kind === kind
            ? sum + test.readings.filter((one) => one.cylinder === cylinder && !('wet' in one && one.wet)).length
            : sum,
        0,
      ),
    inspected: (cylinder) =>
      tests.some(
        (test) =>
          (test.kind === 'valve-train' || test.kind === 'valve-clearance') &&
          test.readings.some((one) => one.cylinder === cylinder),
      ),
    apart: liesOpen(tests),
    questioned: tests.some((test) => test.kind === 'compression' && test.checked === true && test.readings.length > 0),
  };
}

/** A reading is asked for so many times at most; then something else must tell. */
export const MOST_READINGS = 3;

function liesOpen(tests: readonly Test[]): boolean {
  const opened = tests.findLastIndex(({ kind }) => OPEN_KINDS.has(kind));
  return opened >= 0 && tests.slice(opened + 1).every(({ kind }) => OPEN_KINDS.has(kind) || STILL.has(kind));
}
/** What can be looked at on an engine that stands as well as on one that lies open. */
const STILL: ReadonlySet<TestKind> = new Set(['valve-train', 'valve-clearance', 'spark']);

export const labours = ({ job }: Standing): boolean => crankingNote(job)?.labours === true;

/** The likeliest thing that a cylinder may have, test faults included. */
export function likeliestOf({ belief }: Standing, id: string): { cause: Named; probability: number } | undefined {
  const top = [...namesOf(belief, id)].sort(likeliestFirst)[0];
  return top && { cause: top[0], probability: top[1] };
}

export const doubtLeft = ({ belief }: Standing, id: string): number => entropyOf(belief, id);
export const hasReason = ({ reasons }: JudgedCylinder, ...rules: string[]): boolean =>
  reasons.some(({ rule }) => rules.includes(rule));
