import { randomUUID } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';

/** A link to a page and a feed of dates open by their address alone: it is no more written down than a password. */
const SECRET_PATHS = /^(\/p\/|\/api\/feeds\/|\/api\/sensor\/)[^/?]+/;
/** What was asked for, without what was asked with: a search is somebody's name. */
export const pathOf = (url: string): string => (url.split('?')[0] ?? '').replace(SECRET_PATHS, '$1...');

/**
 * One line a request at level `info`, under an id that is in the answer too: when, what, how it ended, how long. No
 * cookie, no password, nothing of a body.
 */
export function accessLog(level: string, to?: NodeJS.WritableStream): RequestHandler {
  const logger = pino({ level, base: null }, to ?? process.stdout);
  return pinoHttp({
    logger,
    genReqId: (_req, res) => {
      const id = randomUUID();
      res.setHeader('X-Request-Id', id);
      return id;
    },
    serializers: {
      req: ({ id, method, raw }: { id: string; method: string; raw: Request }) => ({
        id,
        method,
        path: pathOf(raw.originalUrl ?? raw.url),
        ...(raw.session?.who ? { person: raw.session.who.personId } : {}),
      }),
      res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      err: ({ type, message, stack }: { type: string; message: string; stack: string }) => ({ type, message, stack }),
    },
    customLogLevel: (_req, res) => (res.statusCode >= 500 ? 'error' : 'info'),
    wrapSerializers: true,
  });
}
