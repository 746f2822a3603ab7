import fc from 'fast-check';
import type { JobFile } from '../..';
import { judge } from '../judge';
import { anyJob } from './any-job.fixture';

type Verdict = ReturnType<typeof judge>;

export interface Judged {
  readonly job: JobFile;
  readonly verdict: Verdict;
  /** Its place in the corpus: what a property varies is taken from it. */
  readonly i: number;
}

const judged: Judged[] = [];
let jobs: JobFile[] = [];

/** Random jobs, each judged once for all properties of this file; more are made when more are asked for. */
function corpus(count: number): readonly Judged[] {
  if (jobs.length < count) jobs = fc.sample(anyJob(), { numRuns: count, seed: runsSeed });
  while (judged.length < count) {
    const i = judged.length;
    const job = jobs[i] as JobFile;
    judged.push({ job, verdict: judge(job), i });
  }
  return judged.slice(0, count);
}

/**
 * What must hold of any job, tried on the first `count` of the corpus.
 *
 * @throws with the seed, the place and the job where it does not hold
 */
export function holdsFor(count: number, check: (judged: Judged) => void): void {
  for (const one of corpus(count))
    try {
      check(one);
    } catch (error) {
      const { message } = error as Error;
      throw new Error(`Job ${one.i} of RUNS_SEED=${runsSeed}: ${JSON.stringify(one.job)}\n${message}`, {
        cause: error,
      });
    }
}

/** A whole number from `min` to `max` that turns with the place in the corpus. */
export const turning = (i: number, min: number, max: number): number => min + ((i * 7919) % (max - min + 1));
