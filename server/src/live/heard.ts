import { EventEmitter } from 'node:events';
import pg from 'pg';

/** What a server hears from the database, of every shop. */
export interface Heard {
  /** A job changed, from this device where it is known. */
  touched: [{ shop: string; job: string; device: string | null }];
  /** Somebody went to or from a pad. */
  present: [{ shop: string; job: string }];
  /** A joined sensor sent something. */
  sent: [{ sensor: string }];
  /** Something may have been missed: what is shown is asked for again. */
  again: [];
}
const CHANNELS: Readonly<Record<string, Exclude<keyof Heard, 'again'>>> = {
  rugged_touched: 'touched',
  rugged_present: 'present',
  rugged_sent: 'sent',
};

const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 10_000;

/**
 * One connection that listens for all streams of this process. Where it is cut it comes again, and says that something
 * may have been missed.
 *
 * @param url straight to the database: a pooler that gives connections away between transactions tells nothing
 */
export class Ear extends EventEmitter<Heard> {
  private client: pg.Client | undefined;
  private closed = false;
  private timer: NodeJS.Timeout | undefined;

  constructor(private readonly url: string) {
    super();
    // As many streams as there are phones.
    this.setMaxListeners(0);
    void this.listen(FIRST_WAIT_MS, false);
  }

  private async listen(waitMs: number, before: boolean): Promise<void> {
    const client = new pg.Client({
      connectionString: this.url,
      application_name: 'rugged-gauge-live',
      keepAlive: true,
      connectionTimeoutMillis: 4000,
    });
    this.client = client;
    let over = false;
    const again = () => {
      if (over) return;
      over = true;
      client.removeAllListeners('notification');
      void client.end().catch(() => undefined);
      if (!this.closed)
        this.timer = setTimeout(() => void this.listen(Math.min(2 * waitMs, LONGEST_WAIT_MS), true), waitMs);
    };
    client.on('error', again);
    client.on('end', again);
    client.on('notification', ({ channel, payload }) => {
      const what = CHANNELS[channel];
      if (what && payload) this.emit(what, JSON.parse(payload) as never);
    });
    try {
      await client.connect();
      for (const channel of Object.keys(CHANNELS)) await client.query(`LISTEN ${channel}`);
      if (before) this.emit('again');
      waitMs = FIRST_WAIT_MS;
    } catch {
      again();
    }
  }

  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    this.removeAllListeners();
    await this.client?.end().catch(() => undefined);
  }
}
