import type { ErrorRequestHandler, Request, RequestHandler } from 'express';
import type { FieldError, Problem } from '@rugged/contract';
import { InputError } from '@rugged/core';
import {
  ConnectionAcquireTimeoutError,
  ConnectionError,
  DatabaseError,
  ForeignKeyConstraintError,
  UniqueConstraintError,
} from 'sequelize';

/** A refusal as a value: status, code, words, and what is wrong field by field. Rendered once, below. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly extra: { errors?: FieldError[]; current?: unknown } = {},
  ) {
    super(message);
  }
}

export const refuse = {
  fields: (errors: FieldError[]) => new Refusal(422, 'validation', 'Something entered is not right', { errors }),
  missing: (what: string) => new Refusal(404, 'not-found', `There is no such ${what} here`),
  differs: () => new Refusal(409, 'id-taken', 'Something else was already kept under this id'),
  conflict: (current: unknown) =>
    new Refusal(409, 'version-conflict', 'It was changed by someone else in the meantime', { current }),
};

/** A field of another table that a foreign key speaks of. */
const REFERENCE_FIELD: Readonly<Record<string, string>> = {
  owner_id: 'ownerId',
  machine_id: 'machineId',
  engine_id: 'engineId',
  job_id: 'jobId',
  test_id: 'testId',
  supersedes: 'supersedes',
  photo_id: 'photoId',
};

function asRefusal(error: unknown): Refusal {
  if (error instanceof Refusal) return error;
  if (error instanceof InputError) return refuse.fields([{ field: error.field, reason: error.reason }]);
  if (
    error instanceof UniqueConstraintError &&
    (error.parent as { constraint?: string }).constraint === 'people_here_already'
  )
    return new Refusal(409, 'here-already', 'You are in this shop already. Sign in');
  if (error instanceof UniqueConstraintError) return new Refusal(409, 'duplicate', 'It is already there');
  if (error instanceof ForeignKeyConstraintError)
    return refuse.fields([{ field: referenceField(error), reason: 'is not known in this shop' }]);
  if (isAway(error)) return AWAY;
  if (error instanceof DatabaseError) {
    const { code, constraint } = error.parent as { code?: string; constraint?: string };
    if (code === '23514') return refuse.fields([{ field: constraint ?? '', reason: 'is outside what can be kept' }]);
    if (code === '23001') return new Refusal(409, 'append-only', 'Readings are only added, never changed');
    // Taken away in the moment in which it was trusted yet.
    if (code === '42501' && error.message.endsWith(' asks'))
      return new Refusal(403, 'not-yours', 'You may not do this');
    if (code === '57014') return new Refusal(503, 'timeout', 'The database took too long. Send it again');
    // A figure beyond its column, a day that no calendar has, bytes that are no text.
    if (code?.startsWith('22')) return refuse.fields([{ field: '', reason: 'holds a value that cannot be kept' }]);
  }
  const http = error as { status?: unknown; type?: string; expose?: boolean; message?: string };
  if (typeof http.status === 'number' && http.status >= 400 && http.status < 500) {
    return new Refusal(
      http.status,
      http.type ?? 'http',
      BODY_WORDS[http.type ?? ''] ?? (http.expose ? (http.message ?? 'Bad request') : 'Bad request'),
    );
  }
  return new Refusal(500, 'internal', 'Something went wrong here. Send it again: nothing is kept twice');
}

const AWAY = new Refusal(
  503,
  'database-unavailable',
  'The database does not answer. Send it again: nothing is kept twice',
);
/** Seconds after which it is worth asking again. */
const RETRY_AFTER = 5;
/** Its connection refused, cut, or silent; shutting down, starting, with no place left, or two in each other's way. */
const AWAY_CODES = /^(08|57P|53|40)|^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT)$/;
const AWAY_WORDS = /^(timeout exceeded when trying to connect|Query read timeout|Connection terminated)/;

/** The session store and prepared queries speak to the database without Sequelize's own errors. */
export function isAway(error: unknown): boolean {
  if (error instanceof ConnectionError || error instanceof ConnectionAcquireTimeoutError) return true;
  const { code, message = '', parent } = error as { code?: unknown; message?: string; parent?: unknown };
  return (
    (typeof code === 'string' && AWAY_CODES.test(code)) ||
    AWAY_WORDS.test(message) ||
    (parent !== undefined && parent !== null && isAway(parent))
  );
}

/** What the body parser refuses, in plain words. */
const BODY_WORDS: Readonly<Record<string, string>> = {
  'entity.too.large': 'The request is too large',
  'entity.parse.failed': 'The request is not JSON',
  'encoding.unsupported': 'The request is packed in a way that is not understood',
};

/** The last column of the key that points nowhere stands last in its name: the ones before it only say whose it is. */
function referenceField(error: ForeignKeyConstraintError): string {
  const { constraint = '' } = error.parent as { constraint?: string };
  return Object.entries(REFERENCE_FIELD).find(([column]) => constraint.endsWith(`_${column}_fkey`))?.[1] ?? '';
}

export const NOTHING_HERE = new Refusal(404, 'not-found', 'There is nothing here');
export const notFound: RequestHandler = () => {
  throw NOTHING_HERE;
};

/** What a request is refused with. What is our own fault goes into the log. */
export function problemOf(error: unknown, req: Request): Problem & { request?: string } {
  const { status, code, message, extra } = asRefusal(error);
  if (status >= 500) req.log?.error({ err: error }, message);
  return {
    type: `urn:rugged-gauge:problem:${code}`,
    title: message,
    status,
    // The same stands in the log.
    ...(typeof req.id === 'string' ? { request: req.id } : {}),
    ...extra,
  };
}

export const onError: ErrorRequestHandler = (error, req, res, next) => {
  if (res.headersSent) return next(error);
  const problem = problemOf(error, req);
  if (problem.status === 503) res.setHeader('Retry-After', RETRY_AFTER);
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
};
