import type { JobFile } from '../jobfile/job-file';
import type { InputError } from '../quantity/input-error';
import { roundOff } from '../quantity/round-off';
import { examine } from '../verdict/examine';
import type { Verdict } from '../verdict/verdict';
import { nextSteps } from './next-step';
import type { NextStep } from './step';

/** The verdict and what to do next, in codes and figures. Sentences are made of it by `report`. */
export interface Judgement extends Verdict {
  next: NextStep[];
}

/**
 * What the readings of a job prove, and what an experienced colleague would do next.
 *
 * @param job a job whose shape is already validated; its sense is checked here
 * @param unreadable what was left out before it came here, to be named with the rest
 * @throws InputError naming the field of what cannot be true
 */
export function judge(job: JobFile, unreadable: readonly InputError[] = []): Judgement {
  const { job: judged, verdict, belief } = examine(job, unreadable);
  return {
    ...verdict,
    next: roundOff(nextSteps(judged, verdict, belief).map((step, i) => ({ rank: i + 1, ...step }))),
  };
}

/** The same for a figure that is still being typed: what it would prove, and nothing planned after it. */
export const judgeTyped = (job: JobFile): Judgement => ({ ...examine(job).verdict, next: [] });
