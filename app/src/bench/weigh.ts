import { type Bench, toJobFile } from '@rugged/contract/bench';
import type { DecisionInput } from '@rugged/core';
import type { DecidedJob } from '@rugged/core/decide';
import type { DecideAnswer, DecideTask } from '@/workers/decide.worker';
import { workerAddress } from '@/workers/worker-address';

/** The options of a job weighed once, beside the screen; nothing where they cannot be. */
export const weighOnce = (bench: Bench, input: DecisionInput): Promise<DecidedJob | null> =>
  new Promise((resolve) => {
    const worker = new Worker(workerAddress('decide'));
    const end = (decided: DecidedJob | null) => {
      worker.terminate();
      resolve(decided);
    };
    const { decision: _, ...job } = toJobFile(bench);
    worker.onmessage = ({ data }: MessageEvent<DecideAnswer>) => end('decided' in data ? data.decided : null);
    worker.onerror = () => end(null);
    worker.postMessage({ job } satisfies DecideTask);
    worker.postMessage({ input } satisfies DecideTask);
  });
