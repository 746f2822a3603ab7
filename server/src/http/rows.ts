import { type RowAnswer, type RowAnswers, type SentRow, sentRowsSchema } from '@rugged/contract';
import { type Request, type Response, Router } from 'express';
import type { Store } from '../store/store';
import { NOTHING_HERE, problemOf } from './problem';
import { route } from './route';

/** A batch is answered within this, ms: a device waits no longer for an answer than for one row. */
const ANSWERED_WITHIN_MS = 5_000;
/** What says "not now" rather than "not this": the rows after it may need it, so they wait as well. */
const notNow = ({ status }: RowAnswer) => status >= 500 || status === 401 || status === 408 || status === 429;

/**
 * `/api/rows`: rows that a device kept without signal, many in one request. Each goes its own way as if it had come
 * alone, with its own rights, checks and transaction, and is answered by itself, in its turn: two at
 * once on one job wait for each other in the database, and what corrects needs what it corrects.
 *
 * @param records the routes that rows may go to
 */
export const rowRoutes = (store: Store, records: Router): Router =>
  Router().post(
    '/',
    route(store, 'read', sentRowsSchema, async (_shop, { rows }, { req }) => {
      const answers: RowAnswer[] = [];
      const until = Date.now() + ANSWERED_WITHIN_MS;
      for (const row of rows) {
        const answer = await answerTo(row, req, records);
        answers.push(answer);
        if (notNow(answer) || Date.now() > until) break;
      }
      return { json: { answers } satisfies RowAnswers };
    }),
  );

/** One row through the routes: a request of its own that shares the sender's session, answered into a value. */
function answerTo({ method, path, body }: SentRow, batch: Request, records: Router): Promise<RowAnswer> {
  return new Promise((resolve) => {
    const req = Object.assign(Object.create(batch) as Request, { method, url: path, originalUrl: `/api${path}`, body });
    records(req, answerInto(resolve), (error?: unknown) => {
      const problem = problemOf(error ?? NOTHING_HERE, req);
      resolve({ status: problem.status, body: problem });
    });
  });
}

/** As much of a response as a record's route answers with. */
function answerInto(resolve: (answer: RowAnswer) => void): Response {
  let status = 200;
  const res = {
    setHeader: () => res,
    status: (code: number) => {
      status = code;
      return res;
    },
    json: (body: unknown) => {
      resolve({ status, body });
      return res;
    },
  };
  return res as unknown as Response;
}
