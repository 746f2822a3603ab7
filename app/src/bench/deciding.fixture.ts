import type { JobFile } from '@rugged/core';
import { decideWeighed, type WeighedJob, weighJob } from '@rugged/core/decide';
import { InputError } from '@rugged/core/quantity';
import type { DecideAnswer, DecideTask } from '@/workers/decide.worker';

/** The worker that weighs, in the same thread: the very computation, without a browser. For tests. */
export class DecidingHere {
  onmessage?: (event: { data: DecideAnswer }) => void;
  onerror?: () => void;
  private known?: { job: JobFile; weighed: WeighedJob };

  postMessage(task: DecideTask): void {
    if ('job' in task) {
      this.known = { job: task.job, weighed: weighJob(task.job) };
      return;
    }
    const { input } = task;
    const { known } = this;
    if (!known) return;
    const answer = (): DecideAnswer => {
      try {
        return { decided: decideWeighed(known.job, known.weighed, input, 500) };
      } catch (error) {
        if (error instanceof InputError) return { field: error.field, reason: error.reason };
        throw error;
      }
    };
    setTimeout(() => this.onmessage?.({ data: answer() }), 0);
  }
  terminate(): void {
    delete this.onmessage;
  }
}
