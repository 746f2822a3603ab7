import type { Request, Response } from 'express';
import { sessionsStanding } from '../store/standing';
import type { Store } from '../store/store';
import { type SignedIn, whoAsks } from './route';

const EVERY_MS = 2000;

interface Stream {
  who: SignedIn;
  sid: string;
  res: Response;
}

/** The streams of a process, asked after with one question for all of them. */
class Streams {
  private readonly open = new Set<Stream>();
  private timer: NodeJS.Timeout | undefined;

  constructor(private readonly store: Store) {}

  add(stream: Stream): void {
    this.open.add(stream);
    this.timer ??= setInterval(() => void this.look().catch(() => undefined), EVERY_MS);
    stream.res.on('close', () => {
      this.open.delete(stream);
      if (this.open.size > 0) return;
      clearInterval(this.timer);
      this.timer = undefined;
    });
  }

  /** @throws where the database is away: a needle that moves goes on */
  private async look(): Promise<void> {
    const standing = await sessionsStanding(
      this.store.sequelize,
      [...this.open].map(({ sid }) => sid),
    );
    for (const { sid, who, res } of this.open)
      if (!standing.has(sid) || !(await this.store.standing.of(who))) res.end();
  }
}

const streamsOf = new WeakMap<Store, Streams>();

/** A stream ends with the session that it began under: signed out, shown out, or run out. */
export function endWithSession(store: Store, req: Request, res: Response): void {
  const streams = streamsOf.get(store) ?? new Streams(store);
  streamsOf.set(store, streams);
  streams.add({ who: whoAsks(req), sid: req.sessionID, res });
}
