import { NoSignal } from '@/data/api';
import type { Entry, NewEntry } from './entry';
import { EntryStore } from './entry-store';
import { NotKept } from './not-kept';
import { type Answered, sendRows, together } from './send';

export type Signal = 'on' | 'off' | 'signed-out';

export interface OutboxState {
  entries: readonly Entry[];
  signal: Signal;
  sending: boolean;
  /** This device has no room: what was entered last is not kept and stands where it was entered. */
  full: boolean;
  /** Whether the entries were read from the disk yet: before that nothing may be shown as all there is. */
  loaded: boolean;
}

/** An entry that is at the server now, and the record it became there. */
export interface SentEntry {
  entry: Entry;
  row: Record<string, unknown>;
}

interface Options {
  store?: EntryStore;
  /** Sends entries in order. Fewer answers than entries: the others were not looked at. */
  send?(entries: readonly Entry[]): Promise<readonly Answered[]>;
  /** Called with the answers as their entries leave, in one go, so that nothing disappears from the screen in between. */
  onSent?(sent: readonly SentEntry[]): void;
  /** Adds to entries what they need before they are kept; where it never does they are not kept. */
  complete?(entries: readonly NewEntry[]): Promise<readonly NewEntry[]>;
  /** One sender at a time over all tabs. */
  exclusive?(work: () => Promise<void>): Promise<boolean>;
}

const FIRST_RETRY_MS = 2_000;
const BUSY_RETRY_MS = 400;
const LONGEST_RETRY_MS = 60_000;
/** Refusals that say "not now" rather than "not this". */
const LATER = new Set([408, 425, 429]);

/** Keeps what was entered until the server has it: sent once each, in order, and never dropped. */
export class Outbox {
  private state: OutboxState = { entries: [], signal: 'on', sending: false, full: false, loaded: false };
  private readonly listeners = new Set<() => void>();
  private readonly store: EntryStore;
  private readonly send: NonNullable<Options['send']>;
  private readonly exclusive: NonNullable<Options['exclusive']>;
  private readonly onSent: NonNullable<Options['onSent']>;
  private readonly complete: NonNullable<Options['complete']>;
  private personId: string | undefined;
  /** What is on the disk and what is in memory change together, one change after the other. */
  private changing: Promise<unknown> = Promise.resolve();
  private retryMs = FIRST_RETRY_MS;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor({ store, send, onSent, complete, exclusive }: Options = {}) {
    this.store = store ?? new EntryStore();
    this.send = send ?? sendRows;
    this.onSent = onSent ?? (() => undefined);
    this.complete = complete ?? ((entries) => Promise.resolve(entries));
    this.exclusive = exclusive ?? oneTabAtATime;
  }

  get = (): OutboxState => this.state;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Whose entries are sent. Those of somebody else wait until that person signs in here again. */
  signIn(personId: string | undefined): void {
    this.personId = personId;
    if (personId && this.state.signal === 'signed-out') this.set({ signal: 'on' });
    void this.load().then(() => this.flush());
  }

  /** Reads the entries again: at the start, and where another tab may have changed them. */
  load(): Promise<void> {
    return this.change(async () => {
      const known = new Map(this.state.entries.map((entry) => [entry.seq, entry]));
      // What has not changed stays the same object: nobody judges a bench again for it.
      const same = (entry: Entry) => {
        const before = known.get(entry.seq);
        return before && JSON.stringify(before) === JSON.stringify(entry) ? before : entry;
      };
      const now = (await this.store.all()).map(same);
      const { entries } = this.state;
      return now.length === entries.length && now.every((entry, at) => entry === entries[at]) ? entries : now;
    });
  }

  /**
   * Keeps entries on this device and sends them as soon as it can. Resolves when they are kept.
   *
   * @throws NotKept when they are not: no room on this device, or somebody put away what had to be asked first. The
   * person knows; whoever asked leaves what was entered where it was.
   */
  async keep(entries: readonly NewEntry[]): Promise<void> {
    const { personId } = this;
    if (!personId) throw new Error('Nobody is signed in');
    const whole = await this.complete(entries);
    const queuedAt = new Date().toISOString();
    try {
      await this.change(async (before) => {
        const added = await this.store.add(whole.map((entry) => ({ ...entry, personId, queuedAt })));
        return this.state.loaded ? [...before, ...added] : this.store.all();
      });
    } catch (error) {
      this.set({ full: true });
      throw new NotKept(error);
    }
    this.set({ full: false });
    void this.flush();
  }

  /** The person read that this device is full. */
  fullIsRead = (): void => this.set({ full: false });

  /** Sends a refused entry again, as it is. */
  async retry(seqs: readonly number[]): Promise<void> {
    await this.alter((entry) => (seqs.includes(entry.seq) ? withoutProblem(entry) : entry));
    await this.flush();
  }

  /** Sends a refused entry again with something of it mended: on top of another change, or with what it lacked. */
  async mend(seq: number, fields: Readonly<Record<string, unknown>>): Promise<void> {
    await this.alter((entry) =>
      entry.seq === seq ? { ...withoutProblem(entry), body: { ...entry.body, ...fields } } : entry,
    );
    await this.flush();
  }

  /** Gives up entries that the server refused. Only ever by a person's hand. */
  async discard(seqs: readonly number[]): Promise<void> {
    await this.alter((entry) => (seqs.includes(entry.seq) ? undefined : entry));
  }

  /** Sends what waits, in order, until done or until there is no signal. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    const ran = await this.exclusive(async () => {
      this.set({ sending: true });
      try {
        await this.sendAll();
      } finally {
        this.set({ sending: false });
      }
    });
    // Somebody else is sending and may have looked before the newest entry was there.
    if (!ran) this.timer = setTimeout(() => void this.flush(), BUSY_RETRY_MS);
  }

  private async sendAll(): Promise<void> {
    await this.load();
    for (;;) {
      let next = this.nextToSend();
      if (next.length === 0) {
        // Another tab may have kept something meanwhile.
        await this.load();
        next = this.nextToSend();
      }
      if (next.length === 0 || !(await this.sendOff(next))) return;
    }
  }

  private nextToSend(): readonly Entry[] {
    return together(this.state.entries.filter(({ problem, personId }) => !problem && personId === this.personId));
  }

  /** @returns whether to go on with what follows */
  private async sendOff(entries: readonly Entry[]): Promise<boolean> {
    let answers: readonly Answered[];
    try {
      answers = await this.send(entries);
    } catch (error) {
      if (!(error instanceof NoSignal)) throw error;
      this.lost();
      return false;
    }
    const sent: SentEntry[] = [];
    const refused = new Map<number, Entry>();
    let held: number | undefined;
    for (const [at, answer] of answers.entries()) {
      const entry = entries[at] as Entry;
      if ('row' in answer) sent.push({ entry, row: answer.row });
      else if (isForGood(answer.problem.status)) refused.set(entry.seq, { ...entry, problem: answer.problem });
      else {
        held = answer.problem.status;
        break;
      }
    }
    const gone = new Set(sent.map(({ entry }) => entry.seq));
    await this.alter(
      (entry) => (gone.has(entry.seq) ? undefined : (refused.get(entry.seq) ?? entry)),
      () => sent.length > 0 && this.onSent(sent),
    );
    if (held === undefined && answers.length > 0) {
      this.heard();
      return true;
    }
    if (held === 401) this.set({ signal: 'signed-out' });
    else this.lost();
    return false;
  }

  /** Some request got through: there is signal. */
  heard(): void {
    this.retryMs = FIRST_RETRY_MS;
    if (this.state.signal === 'off') {
      this.set({ signal: 'on' });
      if (this.state.entries.length > 0 && !this.state.sending) void this.flush();
    }
  }

  /** The device says that there is signal: it may come in a moment, and is not waited for as long as before. */
  signalBack = (): void => {
    this.retryMs = FIRST_RETRY_MS;
    void this.flush();
  };

  /** Some request found nobody: try again by itself, less and less often. */
  lost(): void {
    this.set({ signal: 'off' });
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), this.retryMs);
    this.retryMs = Math.min(2 * this.retryMs, LONGEST_RETRY_MS);
  }

  /** @param next on the disk and then, as its result, in memory; @param beside what changes with it on the screen */
  private change(next: (before: readonly Entry[]) => Promise<readonly Entry[]>, beside?: () => unknown): Promise<void> {
    const changed = this.changing.then(async () => {
      const entries = await next(this.state.entries);
      beside?.();
      this.set({ entries, loaded: true });
    });
    this.changing = changed.catch(() => undefined);
    return changed;
  }

  /** Changes entries, or takes them away, on the disk and in memory. */
  private alter(each: (entry: Entry) => Entry | undefined, beside?: () => unknown): Promise<void> {
    return this.change(async (before) => {
      const after = before.map((entry) => [entry, each(entry)] as const);
      await this.store.alter(
        after.flatMap(([was, is]) => (is && is !== was ? is : [])),
        after.flatMap(([was, is]) => (is ? [] : was.seq)),
      );
      return after.flatMap(([, is]) => is ?? []);
    }, beside);
  }

  private set(change: Partial<OutboxState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

/** A refusal that says "not this", rather than "not now" or "not you". */
const isForGood = (status: number) => status < 500 && status !== 401 && !LATER.has(status);

const withoutProblem = ({ problem: _, ...entry }: Entry): Entry => entry;

async function oneTabAtATime(work: () => Promise<void>): Promise<boolean> {
  if (!navigator.locks) return work().then(() => true);
  return navigator.locks.request('rugged-outbox', { ifAvailable: true }, async (lock) => {
    if (!lock) return false;
    await work();
    return true;
  });
}
