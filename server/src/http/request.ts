import { check } from '@rugged/contract';
import type { Request, Response } from 'express';
import Joi from 'joi';
import type { Created, Changed } from '../store/store';
import { Refusal, refuse } from './problem';

/** The body as its schema has it, or a refusal that names the fields. Nothing is converted: text is no number. */
export function bodyOf<T>(schema: Joi.Schema<T>, req: Request): T {
  const checked = check(schema, req.body ?? {});
  if (!checked.ok) throw refuse.fields(checked.errors);
  return checked.value;
}

/** The query string as its schema has it; here figures arrive as text and are converted. */
export function queryOf<T>(schema: Joi.Schema<T>, req: Request): T {
  const result: Joi.ValidationResult<T> = schema.validate(req.query, { abortEarly: false });
  if (result.error) throw refuse.fields(result.error.details.map((detail) => ({ field: detail.path.join('.'), reason: detail.message })));
  return result.value;
}

const uuid = Joi.string().guid();

/** An id from the path. What is no id at all is not found either. */
export function idOf(req: Request, what: string): string {
  const id = req.params['id'];
  if (typeof id !== 'string' || uuid.validate(id).error) throw refuse.missing(what);
  return id;
}

export function answerCreated(res: Response, created: Created): void {
  if (created.outcome === 'differs') throw refuse.differs();
  res.status(created.outcome === 'created' ? 201 : 200).json(created.row);
}

export function answerChanged(res: Response, changed: Changed, what: string): void {
  if (changed.outcome === 'missing') throw refuse.missing(what);
  if (changed.outcome === 'conflict') throw refuse.conflict(changed.current);
  res.json(changed.row);
}

/** Who asks, and the shop every row of the answer must belong to. */
export interface Who { personId: string; shopId: string }

declare module 'express-session' {
  interface SessionData { who: Who }
}

/** The one place that says which shop a request speaks for. */
export function whoAsks(req: Request): Who {
  const who = req.session.who;
  if (!who) throw new Refusal(401, 'signed-out', 'Sign in first');
  return who;
}
