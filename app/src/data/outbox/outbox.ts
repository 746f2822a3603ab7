import { NoSignal, Refused, request } from '@/data/api';
import type { Entry, NewEntry } from './entry';
import { EntryStore } from './entry-store';

export type Signal = 'on' | 'off' | 'signed-out';

export interface OutboxState {
  entries: readonly Entry[];
  signal: Signal;
  sending: boolean;
  /** Whether the entries were read from the disk yet: before that nothing may be shown as all there is. */
  loaded: boolean;
}

type Send = (method: 'POST' | 'PATCH', path: string, body: unknown) => Promise<Record<string, unknown>>;

interface Options {
  store?: EntryStore;
  send?: Send;
  /** Called with each answer before the entry leaves, so that nothing disappears from the screen in between. */
  onSent?(entry: Entry, row: Record<string, unknown>): void;
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
  private state: OutboxState = { entries: [], signal: 'on', sending: false, loaded: false };
  private readonly listeners = new Set<() => void>();
  private readonly store: EntryStore;
  private readonly send: Send;
  private readonly exclusive: NonNullable<Options['exclusive']>;
  private readonly onSent: NonNullable<Options['onSent']>;
  private readonly complete: NonNullable<Options['complete']>;
  private personId: string | undefined;
  private retryMs = FIRST_RETRY_MS;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor({ store, send, onSent, complete, exclusive }: Options = {}) {
    this.store = store ?? new EntryStore();
    this.send = send ?? ((method, path, body) => request(method, path, body));
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

  /** Reads the entries again: at the start, and when another tab changed them. */
  async load(): Promise<void> {
    this.set({ entries: await this.store.all(), loaded: true });
  }

  /** Keeps entries on this device and sends them as soon as it can. Resolves when they are kept. */
  async keep(entries: readonly NewEntry[]): Promise<void> {
    const { personId } = this;
    if (!personId) throw new Error('Nobody is signed in');
    const whole = await this.complete(entries);
    const queuedAt = new Date().toISOString();
    await this.store.add(whole.map((entry) => ({ ...entry, personId, queuedAt })));
    await this.load();
    void this.flush();
  }

  /** Sends a refused entry again, as it is. */
  async retry(seqs: readonly number[]): Promise<void> {
    for (const entry of this.state.entries.filter(({ seq }) => seqs.includes(seq))) {
      const { problem, ...again } = entry;
      await this.store.put(again);
    }
    await this.load();
    await this.flush();
  }

  /** Sends a refused entry again with something of it mended: on top of another change, or with what it lacked. */
  async mend(seq: number, fields: Readonly<Record<string, unknown>>): Promise<void> {
    const entry = this.state.entries.find((candidate) => candidate.seq === seq);
    if (!entry) return;
    const { problem, ...again } = entry;
    await this.store.put({ ...again, body: { ...entry.body, ...fields } });
    await this.load();
    await this.flush();
  }

  /** Gives up entries that the server refused. Only ever by a person's hand. */
  async discard(seqs: readonly number[]): Promise<void> {
    await this.store.remove(seqs);
    await this.load();
  }

  /** Sends what waits, one after the other, until done or until there is no signal. */
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
    for (;;) {
      await this.load();
      const entry = this.state.entries.find((candidate) => !candidate.problem && candidate.personId === this.personId);
      if (!entry) return;
      try {
        const row = await this.send(entry.method, entry.path, entry.body);
        this.onSent(entry, row);
        await this.store.remove([entry.seq]);
        this.heard();
      } catch (error) {
        if (!(await this.failed(entry, error))) return;
      }
    }
  }

  /** @returns whether to go on with the next entry */
  private async failed(entry: Entry, error: unknown): Promise<boolean> {
    if (error instanceof Refused) {
      const { status } = error.problem;
      if (status === 401) {
        this.set({ signal: 'signed-out' });
        return false;
      }
      if (status < 500 && !LATER.has(status)) {
        await this.store.put({ ...entry, problem: error.problem });
        return true;
      }
    } else if (!(error instanceof NoSignal)) {
      throw error;
    }
    this.lost();
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

  /** Some request found nobody: try again by itself, less and less often. */
  lost(): void {
    this.set({ signal: 'off' });
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), this.retryMs);
    this.retryMs = Math.min(2 * this.retryMs, LONGEST_RETRY_MS);
  }

  private set(change: Partial<OutboxState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

async function oneTabAtATime(work: () => Promise<void>): Promise<boolean> {
  if (!navigator.locks) return work().then(() => true);
  return navigator.locks.request('rugged-outbox', { ifAvailable: true }, async (lock) => {
    if (!lock) return false;
    await work();
    return true;
  });
}
