import type { DecisionInput, JobFile } from '@rugged/core';
import { InputError } from '@rugged/core/quantity';
import { type DecidedJob, decideWeighed, type WeighedJob, weighJob } from '@rugged/core/decide';

/** The job comes once; then the figures, each time they change and the last answer is there. */
export type DecideTask = { job: JobFile } | { input: DecisionInput };
export type DecideAnswer = { decided: DecidedJob } | { field: string; reason: string };

let known: { job: JobFile; weighed: WeighedJob } | undefined;

/** Weighs the options beside the screen: twenty thousand bills for each, while a finger drags a figure. */
onmessage = ({ data }: MessageEvent<DecideTask>) => {
  if ('job' in data) {
    known = { job: data.job, weighed: weighJob(data.job) };
    return;
  }
  if (!known) return;
  const { input } = data;
  try {
    postMessage({ decided: decideWeighed(known.job, known.weighed, input) } satisfies DecideAnswer);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    postMessage({ field: error.field, reason: error.reason } satisfies DecideAnswer);
  }
};
