import type { DecisionInput, JobFile } from '@rugged/core';
import { InputError } from '@rugged/core/quantity';
import { type Decided, decideBy, weighJob } from '@rugged/core/decide';

/** The job comes once; then each change of the figures. `turn` tells an answer from one that was overtaken. */
export type DecideTask = { job: JobFile } | { turn: number; input: DecisionInput };
export type DecideAnswer = { turn: number } & ({ decided: Decided } | { field: string; reason: string });

let weighed: ReturnType<typeof weighJob> | undefined;

/** Weighs the options beside the screen: twenty thousand bills for each, while a finger drags a figure. */
onmessage = ({ data }: MessageEvent<DecideTask>) => {
  if ('job' in data) {
    weighed = weighJob(data.job);
    return;
  }
  if (!weighed) return;
  const { turn, input } = data;
  try {
    postMessage({ turn, decided: decideBy(input, weighed.troubles, weighed.tests) } satisfies DecideAnswer);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    postMessage({ turn, field: error.field, reason: error.reason } satisfies DecideAnswer);
  }
};
