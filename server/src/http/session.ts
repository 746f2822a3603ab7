import { randomBytes } from 'node:crypto';
import { promisify } from 'node:util';
import { signInSchema } from '@rugged/contract';
import connectPgSimple from 'connect-pg-simple';
import { Router } from 'express';
import rateLimit from 'express-rate-limit';
import session from 'express-session';
import type { Pool } from 'pg';
import { NOBODY, verifyPassword } from '../accounts/password';
import { present } from '../store/models';
import { withLearned } from '../store/opened';
import { ShopScope, type Who } from '../store/scope';
import type { Store } from '../store/store';
import { Refusal } from './problem';
import { openRoute, route } from './route';

export const COOKIE = 'rugged.sid';
const FORTNIGHT_MS = 14 * 24 * 3600 * 1000;

/** Sessions live in the database, so that any server can answer and a kill signs nobody out. */
export async function sessions(pool: Pool) {
  const PgStore = connectPgSimple(session);
  return session({
    name: COOKIE,
    secret: await sharedSecret(pool),
    store: new PgStore({ pool, tableName: 'session', disableTouch: true, pruneSessionInterval: 3600 }),
    resave: false,
    saveUninitialized: false,
    // Over a secure page the cookie never goes over a plain one.
    cookie: { httpOnly: true, sameSite: 'lax', maxAge: FORTNIGHT_MS, secure: 'auto' },
  });
}

/** Made once and kept in the database: every server behind one address signs cookies alike. */
async function sharedSecret(pool: Pool): Promise<string> {
  await pool.query('INSERT INTO server_secret (secret) VALUES ($1) ON CONFLICT DO NOTHING', [
    randomBytes(32).toString('base64url'),
  ]);
  const { rows } = await pool.query<{ secret: string }>('SELECT secret FROM server_secret');
  return (rows[0] as { secret: string }).secret;
}

/** `/api/session`: sign in, who am I, sign out. */
export function sessionRoutes(store: Store): Router {
  const { models } = store;
  const slowGuessing = rateLimit({
    windowMs: 15 * 60_000,
    limit: 20,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new Refusal(429, 'too-many-tries', 'Too many wrong tries. Wait a quarter of an hour');
    },
  });

  async function describe(who: Who) {
    const [person, shop, testers] = await Promise.all([
      models.people.findByPk(who.personId),
      models.shops.findByPk(who.shopId),
      models.testers.findAll({ where: { shopId: who.shopId }, order: ['kind', 'name', 'id'] }),
    ]);
    if (!person || !shop) throw new Refusal(401, 'signed-out', 'Sign in first');
    const { id, name, email } = present(person);
    return {
      person: { id, name, email },
      shop: await withLearned(new ShopScope(store, who), present(shop)),
      testers: testers.map(present),
    };
  }

  return Router()
    .post(
      '/',
      slowGuessing,
      openRoute(signInSchema, async ({ email, password }, { req }) => {
        const person = await models.people.findOne({ where: { email: email.trim().toLowerCase() } });
        const right = await verifyPassword(password, (person?.get('passwordHash') as string) ?? NOBODY);
        if (!person || !right) throw new Refusal(401, 'wrong-password', 'That address and password do not go together');
        await promisify(req.session.regenerate.bind(req.session))();
        req.session.who = { personId: person.get('id') as string, shopId: person.get('shopId') as string };
        return { status: 201, json: await describe(req.session.who) };
      }),
    )
    .get(
      '/',
      route(store, 'signed-in', null, async ({ personId, shopId }) => ({ json: await describe({ personId, shopId }) })),
    )
    .delete(
      '/',
      openRoute(null, async (_, { req }) => {
        await promisify(req.session.destroy.bind(req.session))();
        return { write: (res) => res.clearCookie(COOKIE).status(204).end() };
      }),
    );
}
