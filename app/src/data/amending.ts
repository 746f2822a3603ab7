/** What somebody is asked who adds something to a job that was closed. */
export interface AskedWhy {
  jobId: string;
  /** What is to be added, in a few words. */
  what: string;
}

/** So long a reason holds for what else is added to the same job. */
const HOLDS_MS = 30 * 60_000;

/**
 * Why something is added to a closed job: asked once for a piece of work, then it holds. Put away, what was to be added
 * is not kept, and what was typed stays where it was typed.
 */
export class Amending {
  private asked: AskedWhy | undefined;
  private waiting: ((reason: string) => void)[] = [];
  private readonly reasons = new Map<string, { reason: string; until: number }>();
  private readonly listeners = new Set<() => void>();

  constructor(private readonly now: () => number = Date.now) {}

  get = (): AskedWhy | undefined => this.asked;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** The reason that holds for a job just now. */
  reasonOf = (jobId: string): string | undefined => {
    const known = this.reasons.get(jobId);
    return known && known.until > this.now() ? known.reason : undefined;
  };

  /** The reason, asked for where none holds. Never settles where the question is put away. */
  reasonFor(asked: AskedWhy): Promise<string> {
    const known = this.reasonOf(asked.jobId);
    if (known !== undefined) {
      this.keep(asked.jobId, known);
      return Promise.resolve(known);
    }
    if (this.asked?.jobId !== asked.jobId) this.waiting = [];
    this.set(asked);
    return new Promise((resolve) => this.waiting.push(resolve));
  }

  /** Says why: for what was asked for, and for what is added in the next half hour. */
  give(jobId: string, reason: string): void {
    this.keep(jobId, reason);
    const waiting = this.waiting;
    this.waiting = [];
    this.set(undefined);
    waiting.forEach((resolve) => resolve(reason));
  }

  putAway(): void {
    this.waiting = [];
    this.set(undefined);
  }

  private keep(jobId: string, reason: string): void {
    this.reasons.set(jobId, { reason, until: this.now() + HOLDS_MS });
  }

  private set(asked: AskedWhy | undefined): void {
    this.asked = asked;
    for (const listener of this.listeners) listener();
  }
}
