import type { DecisionInput, JobFile } from '@rugged/core';
import { InputError } from '@rugged/core/quantity';
import { type Decided, decideBy, weighJob } from '@rugged/core/decide';

/** The job comes once; then the figures, each time they change and the last answer is there. */
export type DecideTask = { job: JobFile } | { input: DecisionInput };
export type DecideAnswer = { decided: Decided } | { field: string; reason: string };

let weighed: ReturnType<typeof weighJob> | undefined;

/** Weighs the options beside the screen: twenty thousand bills for each, while a finger drags a figure. */
onmessage = ({ data }: MessageEvent<DecideTask>) => {
  if ('job' in data) {
    weighed = weighJob(data.job);
    return;
  }
  if (!weighed) return;
  const { input } = data;
  try {
    postMessage({ decided: decideBy(input, weighed.troubles, weighed.tests) } satisfies DecideAnswer);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    postMessage({ field: error.field, reason: error.reason } satisfies DecideAnswer);
  }
};
