import { randomBytes } from 'node:crypto';
import { promisify } from 'node:util';
import { signInSchema } from '@rugged/contract';
import connectPgSimple from 'connect-pg-simple';
import { Router } from 'express';
import session from 'express-session';
import type { Pool } from 'pg';
import { NOBODY, verifyPassword } from '../accounts/password';
import { present } from '../store/models';
import { withLearned } from '../store/opened';
import { ShopScope, type Who } from '../store/scope';
import { guessesOf } from '../store/guesses';
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

const wrong = () => new Refusal(401, 'wrong-password', 'That address and password do not go together');
const tooMany = () => new Refusal(429, 'too-many-tries', 'Too many wrong tries. Wait a quarter of an hour');

/** `/api/session`: sign in, who am I, sign out. */
export function sessionRoutes(store: Store): Router {
  const { models } = store;
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
      openRoute(signInSchema, async ({ email, password }, { req }) => {
        const account = email.trim().toLowerCase();
        const address = req.ip ?? '';
        const guesses = await guessesOf(store.sequelize, account, address);
        if (guesses.isOver) throw tooMany();
        const person = await models.people.findOne({ where: { email: account } });
        const right = await verifyPassword(password, (person?.get('passwordHash') as string) ?? NOBODY);
        if (!person || !right || person.get('leftAt')) {
          await guesses.noteWrong();
          // From an address that guesses at many accounts only the right password still opens one.
          throw guesses.fromAddressIsOver ? tooMany() : wrong();
        }
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
