import type { RequestHandler, Response } from 'express';
import { guessesOf } from '../store/guesses';
import type { Store } from '../store/store';

/** What was guessed is not there. */
const WRONG: ReadonlySet<number> = new Set([404, 410]);

/**
 * Whoever tries many addresses or codes that are not there is answered no more for a while, whichever server they ask:
 * wrong tries are counted in the database.
 *
 * @param what is guessed: each is counted for itself
 * @param most wrong tries in a quarter of an hour
 */
export const slowGuessing =
  (store: Store, what: 'link' | 'code', most: number, tooMany: (res: Response) => void): RequestHandler =>
  async (req, res, next) => {
    const who = `${what} ${req.ip ?? ''}`;
    const guesses = await guessesOf(store.sequelize, who, who);
    if (guesses.atAccount >= most) return tooMany(res);
    res.on('finish', () => {
      if (WRONG.has(res.statusCode)) void guesses.noteWrong().catch(() => undefined);
    });
    next();
  };
