import type { RequestHandler } from 'express';
import type { Session, SessionData } from 'express-session';
import { LRUCache } from 'lru-cache';

/** A session that was ended at another server goes on here for no longer than this, ms. */
const TRUSTED_MS = 2000;
const MOST_KEPT = 10_000;

/**
 * A screen fetches ten things at once: whose cookie it is, is asked of the database once for all of them. What changes
 * anything is asked for each time.
 */
export function trustedForMoments(session: RequestHandler): RequestHandler {
  const known = new LRUCache<string, { session: Session & Partial<SessionData>; id: string }>({
    max: MOST_KEPT,
    ttl: TRUSTED_MS,
  });
  return (req, res, next) => {
    const { cookie } = req.headers;
    const found = cookie !== undefined && req.method === 'GET' ? known.get(cookie) : undefined;
    if (found) {
      Object.assign(req, { session: found.session, sessionID: found.id });
      return next();
    }
    // What follows may end it.
    if (cookie !== undefined) known.delete(cookie);
    session(req, res, (error?: unknown) => {
      if (!error && cookie !== undefined && req.method === 'GET' && req.session.who)
        known.set(cookie, { session: req.session, id: req.sessionID });
      next(error);
    });
  };
}
