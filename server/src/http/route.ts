import { check } from '@rugged/contract';
import { mayDo, type Right, type Role } from '@rugged/contract/people';
import type { Request, RequestHandler, Response } from 'express';
import Joi from 'joi';
import { ShopScope } from '../store/scope';
import type { Changed, Created, Store } from '../store/store';
import type { Who } from '../store/who';
import { Refusal, refuse } from './problem';

declare module 'express-session' {
  interface SessionData {
    who: SignedIn;
  }
}

/** Who signed in, under which account, and when. */
export interface SignedIn extends Omit<Who, 'role'> {
  accountId: string;
  since?: string;
}

/** What somebody must be allowed to do; where that is decided by what was sent, told from it. */
export type Needs<T> = Right | ((input: T) => Right);

/** What a handler answers with: a value as JSON, a JSON text as it is, or something that writes for itself. */
export type Answer = { status?: number; json: unknown } | { jsonText: string } | { write(res: Response): void };

/** The request beside its checked input. */
export interface Call {
  req: Request;
  id(what: string): string;
}

/**
 * The one way to a handler: rights, then the input as its schema has it, then the answer within the shop of whoever
 * asks.
 *
 * @param needs what whoever asks must be allowed to do in the shop; beside it only `openRoute`, for anybody
 * @param schema of the body, or of the query where nothing is sent; null takes no input
 */
export function route<T = undefined>(
  store: Store,
  needs: Needs<T>,
  schema: Joi.Schema<T> | null,
  answer: (shop: ShopScope, input: T, call: Call) => Promise<Answer> | Answer,
): RequestHandler {
  return async (req, res) => {
    const who = whoAsks(req);
    const stands = await store.standing.of(who);
    if (!stands) throw signedOut();
    const { role } = stands;
    if (typeof needs === 'string') allow(role, needs);
    const input = inputOf(schema, req);
    if (typeof needs !== 'string') allow(role, needs(input));
    give(res, await answer(new ShopScope(store, { ...who, ...stands }), input, callOf(req)));
  };
}

/** The same for what nobody needs to be signed in for: there is no shop yet. */
export function openRoute<T = undefined>(
  schema: Joi.Schema<T> | null,
  answer: (input: T, call: Call) => Promise<Answer> | Answer,
): RequestHandler {
  return async (req, res) => {
    give(res, await answer(inputOf(schema, req), callOf(req)));
  };
}

/** The one place that says which shop a request speaks for. */
export function whoAsks(req: Request): SignedIn {
  const who = req.session.who;
  if (!who) throw signedOut();
  return who;
}

function allow(role: Role, right: Right): void {
  if (!mayDo(role, right)) throw new Refusal(403, 'not-yours', NOT_YOURS[right]);
}

const NOT_YOURS: Readonly<Record<Right, string>> = {
  read: 'You may not read this here',
  intake: 'You may look here; somebody else takes engines in',
  work: 'You may look here; mechanics and apprentices do the work',
  judge: 'This is for a mechanic or the owner of the shop',
  tell: 'This is for the office, a mechanic or the owner of the shop',
  run: 'This is for the owner of the shop',
};

const signedOut = () => new Refusal(401, 'signed-out', 'Sign in first');

const uuid = Joi.string().guid({ separator: '-', wrapper: false });

/** An id of the path: what is no id at all is not found either. */
const callOf = (req: Request): Call => ({
  req,
  id: (what) => {
    const id = req.params['id'];
    if (typeof id !== 'string' || uuid.validate(id).error) throw refuse.missing(what);
    return id;
  },
});

/** Bodies are taken as they are, text is no number; in a query figures arrive as text and are converted. */
function inputOf<T>(schema: Joi.Schema<T> | null, req: Request): T {
  if (!schema) return undefined as T;
  if (req.method !== 'GET') {
    const checked = check(schema, req.body ?? {});
    if (!checked.ok) throw refuse.fields(checked.errors);
    return checked.value;
  }
  const result: Joi.ValidationResult<T> = schema.validate(req.query, { abortEarly: false });
  if (result.error)
    throw refuse.fields(
      result.error.details.map((detail) => ({ field: detail.path.join('.'), reason: detail.message })),
    );
  return result.value;
}

function give(res: Response, answer: Answer): void {
  if ('write' in answer) answer.write(res);
  else if ('jsonText' in answer) res.type('json').send(answer.jsonText);
  else res.status(answer.status ?? 200).json(answer.json);
}

/** 201 for what is new, 200 for what was sent before, a refusal for something else under its id. */
export function created(outcome: Created): Answer {
  if (outcome.outcome === 'differs') throw refuse.differs();
  return { status: outcome.outcome === 'created' ? 201 : 200, json: outcome.row };
}

export function changed(outcome: Changed, what: string): Answer {
  if (outcome.outcome === 'missing') throw refuse.missing(what);
  if (outcome.outcome === 'conflict') throw refuse.conflict(outcome.current);
  return { json: outcome.row };
}
