import { NotKept } from './outbox/not-kept';

/** What somebody is asked who adds something to a job that was closed. */
export interface AskedWhy {
  jobId: string;
  /** What is to be added, in a few words. */
  what: string;
}

type Reasons = Readonly<Record<string, { reason: string; until: number }>>;
export interface KeptReasons {
  read(): Reasons;
  write(reasons: Reasons): void;
}
function inMemory(): KeptReasons {
  let reasons: Reasons = {};
  return { read: () => reasons, write: (next) => void (reasons = next) };
}

/** On this tab: a reload does not ask again. A browser that forbids its storage does. */
export function onThisTab(): KeptReasons {
  const memory = inMemory();
  return {
    read: () => {
      try {
        return (JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as Reasons | null) ?? memory.read();
      } catch {
        return memory.read();
      }
    },
    write: (reasons) => {
      memory.write(reasons);
      try {
        sessionStorage.setItem(KEY, JSON.stringify(reasons));
      } catch {
        // Full or forbidden: it holds until the page is closed.
      }
    },
  };
}
const KEY = 'rugged.amending';

/** So long a reason holds for what else is added to the same job. */
const HOLDS_MS = 30 * 60_000;

/**
 * Why something is added to a closed job: asked once for a piece of work, then it holds. Put away, what was to be added
 * is not kept, and what was typed stays where it was typed.
 */
export class Amending {
  private asked: AskedWhy | undefined;
  private waiting: { give(reason: string): void; drop(why: NotKept): void }[] = [];
  private readonly listeners = new Set<() => void>();

  /** @param kept where reasons outlive a reload */
  constructor(
    private readonly kept: KeptReasons = inMemory(),
    private readonly now: () => number = Date.now,
  ) {}

  get = (): AskedWhy | undefined => this.asked;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** The reason that holds for a job just now. */
  reasonOf = (jobId: string): string | undefined => {
    const known = this.kept.read()[jobId];
    return known && known.until > this.now() ? known.reason : undefined;
  };

  /**
   * The reason, asked for where none holds.
   *
   * @throws NotKept where the question is put away
   */
  reasonFor(asked: AskedWhy): Promise<string> {
    const known = this.reasonOf(asked.jobId);
    if (known !== undefined) {
      this.keep(asked.jobId, known);
      return Promise.resolve(known);
    }
    if (this.asked?.jobId !== asked.jobId) this.drop();
    this.set(asked);
    return new Promise((give, drop) => this.waiting.push({ give, drop }));
  }

  /** Says why: for what was asked for, and for what is added in the next half hour. */
  give(jobId: string, reason: string): void {
    this.keep(jobId, reason);
    const waiting = this.waiting;
    this.waiting = [];
    this.set(undefined);
    waiting.forEach((one) => one.give(reason));
  }

  putAway(): void {
    this.drop();
    this.set(undefined);
  }

  private drop(): void {
    const waiting = this.waiting;
    this.waiting = [];
    waiting.forEach((one) => one.drop(new NotKept('the question was put away')));
  }

  private keep(jobId: string, reason: string): void {
    const holding = Object.entries(this.kept.read()).filter(([, { until }]) => until > this.now());
    this.kept.write({ ...Object.fromEntries(holding), [jobId]: { reason, until: this.now() + HOLDS_MS } });
  }

  private set(asked: AskedWhy | undefined): void {
    this.asked = asked;
    for (const listener of this.listeners) listener();
  }
}
