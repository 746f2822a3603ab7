import type { Request, Response } from 'express';
import { sessionStands } from '../store/standing';
import type { Store } from '../store/store';
import { whoAsks } from './route';

const EVERY_MS = 2000;

/** A stream ends with the session that it began under: signed out, shown out, or run out. */
export function endWithSession(store: Store, req: Request, res: Response): void {
  const who = whoAsks(req);
  const { sessionID } = req;
  const timer = setInterval(() => {
    void Promise.all([store.standing.of(who), sessionStands(store.sequelize, sessionID)]).then(
      (stands) => {
        if (!stands.every(Boolean)) res.end();
      },
      // The database is away: a needle that moves goes on.
      () => undefined,
    );
  }, EVERY_MS);
  res.on('close', () => clearInterval(timer));
}
