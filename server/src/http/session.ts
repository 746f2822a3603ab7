import { randomBytes } from 'node:crypto';
import { promisify } from 'node:util';
import {
  endDevicesSchema,
  newShopSchema,
  otherShopSchema,
  passwordChangeSchema,
  type Session,
  type Shop,
  signInSchema,
} from '@rugged/contract';
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
import { accountOf, devicesOf, endDevices, enter, ownAccount, placesOf } from '../store/people';
import type { PersonRow } from '../store/rows';
import type { Store } from '../store/store';
import type { Who } from '../store/who';
import { Refusal, refuse } from './problem';
import { trustedForMoments } from './trusted-session';
import { checkPassword, tooMany } from './check-password';
import { openRoute, route, whoAsks } from './route';

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
export async function signIn(req: Request, who: Who & { accountId: string }): Promise<void> {
  await promisify(req.session.regenerate.bind(req.session))();
  req.session.who = { ...who, device: nameOfDevice(req.get('User-Agent')), since: new Date().toISOString() };
}

/** Who asks, where, and what that shop is like. */
export async function describe(scope: ShopScope, accountId: string): Promise<Session> {
  const [person, account, shop, testers, [backup], places, stands] = await Promise.all([
    scope.find('people', scope.personId),
    accountOf(scope, accountId),
    scope.find('shops', scope.shopId),
    scope.asked(({ models }) =>
      models.testers.findAll({ where: { shopId: scope.shopId }, order: ['kind', 'name', 'id'] }),
    ),
    scope.select<{ at: Date }>('SELECT at FROM backups WHERE $1::uuid IS NOT NULL ORDER BY id DESC LIMIT 1'),
    placesOf(scope.store, accountId),
    scope.stands(),
  ]);
  if (!person || !shop || !account) throw new Refusal(401, 'signed-out', 'Sign in first');
  const { id, name, role } = person as unknown as PersonRow;
  return {
    person: { id, name, email: account.email, role },
    shop: (await withLearned(scope, shop)) as unknown as Shop,
    testers: testers.map(present) as unknown as Session['testers'],
    ...(places.length > 1 ? { shops: places.map(({ shopId, shopName }) => ({ id: shopId, name: shopName })) } : {}),
    ...(stands?.watched ? { watched: true as const } : {}),
    ...(backup ? { lastBackupAt: backup.at.toISOString() } : {}),
  };
}

/** `/api/session`: sign in, who am I, sign out. */
export function sessionRoutes(store: Store): Router {
  return Router()
    .post(
      '/',
      openRoute(signInSchema, async ({ email, password }, { req }) => {
        const account = email.trim().toLowerCase();
        const address = req.ip ?? '';
        const guesses = await guessesOf(store.sequelize, account, address);
        if (guesses.isOver) throw tooMany();
        const who = await checkPassword(store, guesses, account, password);
        await signIn(req, who);
        return { status: 201, json: await describe(new ShopScope(store, who), who.accountId) };
      }),
    )
    .get(
      '/',
      route(store, 'read', null, async (shop, _, { req }) => ({ json: await describe(shop, whoAsks(req).accountId) })),
    )
    .post(
      '/beginning',
      openRoute(newShopSchema, async (given, { req }) => {
        const who = await beginShop(store.sequelize, given, await hashPassword(given.password));
        if (!who) throw new Refusal(410, 'link-gone', 'This link was used already, or its day is past');
        await signIn(req, who);
        return { status: 201, json: await describe(new ShopScope(store, who), who.accountId) };
      }),
    )
    .post(
      '/password',
      route(store, 'read', passwordChangeSchema, async (shop, { current, next }, { req }) => {
        const account = await ownAccount(shop);
        const guesses = await guessesOf(store.sequelize, account?.email ?? '', req.ip ?? '');
        if (guesses.isOver) throw tooMany();
        if (!(await verifyPassword(current, account?.passwordHash ?? NOBODY))) {
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
    .post(
      '/shop',
      route(store, 'read', otherShopSchema, async (_shop, { shopId }, { req }) => {
        const { accountId } = whoAsks(req);
        const place = (await placesOf(store, accountId)).find((one) => one.shopId === shopId.toLowerCase());
        if (!place) throw refuse.missing('shop');
        const who = { personId: place.personId, shopId: place.shopId, accountId };
        await enter(store, who);
        await signIn(req, who);
        return { json: await describe(new ShopScope(store, who), accountId) };
      }),
    )
    .get(
      '/devices',
      route(store, 'read', null, async (_shop, __, { req }) => ({
        json: { items: await devicesOf(store, { accountId: whoAsks(req).accountId }, req.sessionID) },
      })),
    )
    .post(
      '/devices/end',
      route(store, 'read', endDevicesSchema, async (_shop, { device }, { req }) => ({
        json: { ended: await endDevices(store, { accountId: whoAsks(req).accountId }, { device, not: req.sessionID }) },
      })),
    )
    .delete(
      '/',
      openRoute(null, async (_, { req }) => {
        await promisify(req.session.destroy.bind(req.session))();
        return { write: (res) => res.clearCookie(COOKIE).status(204).end() };
      }),
    );
}
