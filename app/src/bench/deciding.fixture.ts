import { decideBy, weighJob } from '@rugged/core/decide';
import { InputError } from '@rugged/core/quantity';
import type { DecideAnswer, DecideTask } from '@/workers/decide.worker';

/** The worker that weighs, in the same thread: the very computation, without a browser. For tests. */
export class DecidingHere {
  onmessage?: (event: { data: DecideAnswer }) => void;
  onerror?: () => void;
  private weighed?: ReturnType<typeof weighJob>;

  postMessage(task: DecideTask): void {
    if ('job' in task) {
      this.weighed = weighJob(task.job);
      return;
    }
    const { input } = task;
    const { weighed } = this;
    if (!weighed) return;
    const answer = (): DecideAnswer => {
      try {
        return { decided: decideBy(input, weighed.troubles, weighed.tests, 500) };
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
