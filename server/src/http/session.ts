import { randomBytes } from 'node:crypto';
import { promisify } from 'node:util';
import { newShopSchema, passwordChangeSchema, signInSchema } from '@rugged/contract';
import { type Request, Router } from 'express';
import connectPgSimple from 'connect-pg-simple';
import session from 'express-session';
import type { Pool } from 'pg';
import { QueryTypes } from 'sequelize';
import { hashPassword, NOBODY, verifyPassword } from '../accounts/password';
import { nameOfDevice } from '../accounts/device';
import { present } from '../store/models';
import { withLearned } from '../store/opened';
import { ShopScope } from '../store/scope';
import { beginShop } from '../store/beginning';
import { guessesOf } from '../store/guesses';
import type { Store } from '../store/store';
import type { Who } from '../store/who';
import { Refusal, refuse } from './problem';
import { trustedForMoments } from './trusted-session';
import { openRoute, route } from './route';

export const COOKIE = 'rugged.sid';
const FORTNIGHT_MS = 14 * 24 * 3600 * 1000;

/** Who has signed in, by a cookie that every server behind one address understands. */
export async function sessions(pool: Pool, behindTls = false) {
  const PgStore = connectPgSimple(session);
  const kept = session({
    name: COOKIE,
    secret: await sharedSecret(pool),
    store: new PgStore({ pool, tableName: 'session', disableTouch: true, pruneSessionInterval: 3600 }),
    resave: false,
    saveUninitialized: false,
    // Over a secure page the cookie never goes over a plain one.
    cookie: { httpOnly: true, sameSite: 'lax', maxAge: FORTNIGHT_MS, secure: behindTls ? true : 'auto' },
  });
  return trustedForMoments(kept);
}

/** Made once and kept in the database: every server behind one address signs cookies alike. */
async function sharedSecret(pool: Pool): Promise<string> {
  await pool.query('INSERT INTO server_secret (secret) VALUES ($1) ON CONFLICT DO NOTHING', [
    randomBytes(32).toString('base64url'),
  ]);
  const { rows } = await pool.query<{ secret: string }>('SELECT secret FROM server_secret');
  return (rows[0] as { secret: string }).secret;
}

/** A new session, so that an id which was known before is worth nothing. */
async function signIn(req: Request, who: Who): Promise<void> {
  await promisify(req.session.regenerate.bind(req.session))();
  req.session.who = { ...who, device: nameOfDevice(req.get('User-Agent')) };
}

interface Account {
  id: string;
  shopId: string;
  passwordHash: string;
  leftAt: Date | null;
}

const wrong = () => new Refusal(401, 'wrong-password', 'That address and password do not go together');
const tooMany = () => new Refusal(429, 'too-many-tries', 'Too many wrong tries. Wait a quarter of an hour');

/** `/api/session`: sign in, who am I, sign out. */
export function sessionRoutes(store: Store): Router {
  async function describe(scope: ShopScope) {
    const [person, shop, testers, [backup]] = await Promise.all([
      scope.find('people', scope.personId),
      scope.find('shops', scope.shopId),
      scope.asked(({ models }) =>
        models.testers.findAll({ where: { shopId: scope.shopId }, order: ['kind', 'name', 'id'] }),
      ),
      scope.select<{ at: Date }>('SELECT at FROM backups WHERE $1::uuid IS NOT NULL ORDER BY id DESC LIMIT 1'),
    ]);
    if (!person || !shop) throw new Refusal(401, 'signed-out', 'Sign in first');
    const { id, name, email } = person;
    return {
      person: { id, name, email },
      shop: await withLearned(scope, shop),
      testers: testers.map(present),
      ...(backup ? { lastBackupAt: backup.at.toISOString() } : {}),
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
        const [person] = await store.known<Account>('account_of', account);
        const right = await verifyPassword(password, person?.passwordHash ?? NOBODY);
        if (!person || !right || person.leftAt) {
          await guesses.noteWrong();
          // From an address that guesses at many accounts only the right password still opens one.
          throw guesses.fromAddressIsOver ? tooMany() : wrong();
        }
        const who = { personId: person.id, shopId: person.shopId };
        await signIn(req, who);
        return { status: 201, json: await describe(new ShopScope(store, who)) };
      }),
    )
    .get(
      '/',
      route(store, 'signed-in', null, async (shop) => ({ json: await describe(shop) })),
    )
    .post(
      '/beginning',
      openRoute(newShopSchema, async (given, { req }) => {
        const who = await beginShop(store.sequelize, given, await hashPassword(given.password));
        if (!who) throw new Refusal(410, 'link-gone', 'This link was used already, or its day is past');
        await signIn(req, who);
        return { status: 201, json: await describe(new ShopScope(store, who)) };
      }),
    )
    .post(
      '/password',
      route(store, 'signed-in', passwordChangeSchema, async (shop, { current, next }, { req }) => {
        const person = await shop.stored('people', shop.personId);
        const guesses = await guessesOf(store.sequelize, String(person?.get('email')), req.ip ?? '');
        if (guesses.isOver) throw tooMany();
        if (!(await verifyPassword(current, (person?.get('passwordHash') as string | undefined) ?? NOBODY))) {
          await guesses.noteWrong();
          throw refuse.fields([{ field: 'current', reason: 'is not your password' }]);
        }
        const hash = await hashPassword(next);
        const [row] = await shop.asked(({ sequelize }) =>
          sequelize.query<{ ended: number }>('SELECT change_password($1, $2) AS ended', {
            bind: [hash, req.sessionID],
            type: QueryTypes.SELECT,
          }),
        );
        return { json: { ended: row?.ended ?? 0 } };
      }),
    )
    .delete(
      '/',
      openRoute(null, async (_, { req }) => {
        await promisify(req.session.destroy.bind(req.session))();
        return { write: (res) => res.clearCookie(COOKIE).status(204).end() };
      }),
    );
}
