import { type LiveLine, parseLine } from '@rugged/contract/live';
import { toKPa } from '@rugged/core';
import { catchStrokes, type StrokeCatcher } from '@rugged/core/trace';

/** `lost`: the signal went away in the middle; it goes on by itself where it was. */
export type LiveStatus = 'joining' | 'running' | 'lost' | 'ended' | 'refused';

/** The part of EventSource that is used. */
export interface Source {
  onmessage: ((event: MessageEvent<string>) => void) | null;
  onerror: ((event: Event) => void) | null;
  readonly readyState: number;
  close(): void;
}
const CLOSED = 2;
/** Swings of less are the sensor's own noise, kPa. */
const LEAST_LIFT_KPA = 6;
const RETRY_MS = 1500;

interface Options {
  open?(path: string): Source;
  onChange?(): void;
}

/** A sensor's stream while it runs: its samples in order, each once, whatever the signal does. */
export class LiveStream {
  status: LiveStatus = 'joining';
  sampleHz = 0;
  /** The latest figure of each channel, kPa. */
  now: readonly number[] = [];
  /** Every sample of slow channels, kPa: pressures of air and case are few enough to keep. */
  readonly rows: (readonly number[])[] = [];
  strokes: StrokeCatcher | undefined;
  /** When it was asked for, epoch ms. */
  readonly joinedAt = Date.now();
  /** Why it was refused, or what is missing. */
  trouble: string | undefined;
  private taken = 0;
  private last: string | undefined;
  private perUnit = 1;
  private channels = 1;
  private source: Source | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly open: NonNullable<Options['open']>;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly path: string,
    { open = (url) => new EventSource(url), onChange }: Options = {},
  ) {
    this.open = open;
    if (onChange) this.listeners.add(onChange);
    this.join();
  }

  /** For a part of the screen that shows it: told of every stroke, every slow sample and every change of status. */
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  close(): void {
    clearTimeout(this.timer);
    this.source?.close();
    this.source = undefined;
  }

  private join(): void {
    const source = this.open(`/api${this.path}${this.last === undefined ? '' : `&after=${this.last}`}`);
    this.source = source;
    source.onmessage = ({ data, lastEventId }) => {
      // Closed already: what was on its way counts no more.
      if (this.source !== source) return;
      this.last = lastEventId || this.last;
      try {
        this.take(parseLine(data));
      } catch (error) {
        this.end('refused', (error as Error).message);
      }
    };
    source.onerror = () => {
      if (this.status === 'ended' || this.status === 'refused') return;
      const given = source.readyState === CLOSED;
      // Never heard and closed at once: the server said no, and will say so again.
      if (given && this.status === 'joining' && this.last === undefined && navigator.onLine) {
        this.end('refused', 'The sensor does not answer');
        return;
      }
      this.set('lost');
      // The browser joins again by itself unless it gave up.
      if (given) this.timer = setTimeout(() => this.join(), RETRY_MS);
    };
  }

  private take(line: LiveLine): void {
    switch (line.line) {
      case 'hello':
        this.sampleHz = line.sampleHz;
        this.perUnit = toKPa(1, line.unit);
        this.channels = line.channels.length;
        if (line.kind === 'compression') this.strokes ??= catchStrokes(line.sampleHz, LEAST_LIFT_KPA);
        this.set('running');
        return;
      case 'samples':
        this.samples(line.from, line.rows);
        return;
      case 'end':
        this.end(
          line.samples > this.taken ? 'refused' : 'ended',
          line.samples > this.taken ? 'Samples are missing: take it again' : undefined,
        );
    }
  }

  private samples(from: number, rows: readonly (readonly number[])[]): void {
    if (from > this.taken) return this.end('refused', 'Samples are missing: take it again');
    const odd = rows.find((row) => row.length !== this.channels);
    if (odd) return this.end('refused', `The sensor sends ${odd.length} figures where ${this.channels} are due`);
    const fresh = rows.slice(this.taken - from).map((row) => row.map((figure) => figure * this.perUnit));
    const latest = fresh[fresh.length - 1];
    if (!latest) return;
    const before = this.strokes?.strokes.length;
    this.taken += fresh.length;
    this.now = latest;
    if (this.strokes) this.strokes.take(fresh.map(([first]) => first as number));
    else this.rows.push(...fresh);
    if (!this.strokes || this.strokes.strokes.length !== before || this.status !== 'running') this.set('running');
  }

  private end(status: 'ended' | 'refused', trouble?: string): void {
    this.close();
    this.trouble = trouble;
    this.set(status);
  }

  private set(status: LiveStatus): void {
    this.status = status;
    for (const listener of this.listeners) listener();
  }
}
