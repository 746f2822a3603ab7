import { randomUUID } from 'node:crypto';
import type { Device, Invitation, Invited, Member, MemberChange, NewInvitation } from '@rugged/contract';
import { QueryTypes, type Transaction } from 'sequelize';
import { digestOf, newLink } from './beginning';
import { camelled, instantOf } from './json-sql';
import type { ShopScope } from './scope';
import type { Store } from './store';
import type { Who } from './who';

/** A shop behind an account, and who they are there. */
interface Place {
  shopId: string;
  shopName: string;
  personId: string;
}

/** The shops of an account, the one it was in last first, the others by name. */
export async function placesOf(store: Store, accountId: string): Promise<Place[]> {
  const [last, ...others] = await store.known<Place>('places_of', accountId);
  return last ? [last, ...others.sort((a, b) => a.shopName.localeCompare(b.shopName))] : [];
}

/** The address of somebody in this shop. */
export async function accountOf(scope: ShopScope, accountId: string): Promise<{ email: string } | undefined> {
  const sql = 'SELECT email FROM accounts WHERE $1::uuid IS NOT NULL AND id = $2';
  return (await scope.select<{ email: string }>(sql, accountId))[0];
}

/** The account of whoever asks, with what their password is checked against. */
export async function ownAccount(scope: ShopScope): Promise<{ email: string; passwordHash: string } | undefined> {
  const [row] = await scope.select<Record<string, unknown>>('SELECT * FROM own_account() WHERE $1::uuid IS NOT NULL');
  return row && (camelled(row) as { email: string; passwordHash: string });
}

/** From now on this is the shop that signing in opens. */
export async function enter(store: Store, { accountId, shopId }: { accountId: string; shopId: string }): Promise<void> {
  await store.sequelize.query('SELECT entered($1, $2)', { bind: [accountId, shopId] });
}

/** Whose devices: of an account wherever it is, or of one person of this shop. */
type Whose = { accountId: string } | { personId: string };
const whose = (of: Whose): readonly [string, string] =>
  'accountId' in of ? ['accountId', of.accountId] : ['personId', of.personId];
/** The id of a session opens it; its digest only names it. */
const NAME_OF = `encode(sha256(sid::bytea), 'hex')`;

/** Where somebody is signed in. @param here the session that asks */
export async function devicesOf(store: Store, of: Whose, here?: string): Promise<Device[]> {
  const [field, id] = whose(of);
  const rows = await store.sequelize.query<Device>(
    `SELECT ${NAME_OF} AS id, sess->'who'->>'device' AS device, sess->'who'->>'since' AS since,
       nullif(sid = $2, false) AS here
     FROM session WHERE sess->'who'->>'${field}' = $1 AND expire > now()
     ORDER BY sid = $2 DESC, sess->'who'->>'since' DESC NULLS LAST LIMIT 100`,
    { bind: [id, here ?? ''], type: QueryTypes.SELECT },
  );
  return rows.map(present<Device>);
}

/** Signs devices out. @param which one of them, or all but the one that asks */
export async function endDevices(
  store: Store,
  of: Whose,
  which: { device?: string | undefined; not?: string },
): Promise<number> {
  const [field, id] = whose(of);
  const ended = await store.sequelize.query(
    `DELETE FROM session WHERE sess->'who'->>'${field}' = $1 AND ($2::text IS NULL OR ${NAME_OF} = $2)
       AND ($2::text IS NOT NULL OR sid <> $3) RETURNING 1`,
    { bind: [id, which.device ?? null, which.not ?? ''], type: QueryTypes.SELECT },
  );
  return ended.length;
}

const present = <T extends object>(row: T): T =>
  Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null)) as T;

/** Everybody who is or was in the shop, owners first, with where they are signed in. */
export async function membersOf(scope: ShopScope): Promise<Member[]> {
  const rows = await scope.select<Omit<Member, 'devices'>>(
    `SELECT p.id, p.name, a.email, p.role, ${instantOf('p.left_at')} AS "leftAt"
     FROM people p JOIN accounts a ON a.id = p.account_id WHERE p.shop_id = $1
     ORDER BY p.left_at IS NOT NULL,
       array_position(ARRAY['owner', 'mechanic', 'apprentice', 'office', 'reader'], p.role), p.name, p.id`,
  );
  return Promise.all(
    rows.map(async (row) => ({ ...present(row), devices: await devicesOf(scope.store, { personId: row.id }) })),
  );
}

/** Links that are still good. */
export async function invitationsOf(scope: ShopScope): Promise<Invitation[]> {
  const rows = await scope.select<Invitation>(
    `SELECT i.id, i.name, i.role, ${instantOf('i.ends_at')} AS "endsAt", p.name AS by
     FROM invitations i JOIN people p ON p.id = i.made_by AND p.shop_id = i.shop_id
     WHERE i.shop_id = $1 AND i.used_at IS NULL AND i.withdrawn_at IS NULL AND i.ends_at > now() ORDER BY i.made_at`,
  );
  return rows.map(present<Invitation>);
}

const INVITED_HOURS = 7 * 24;
const RESET_HOURS = 24;

/** A link for somebody new. It is told once: only its digest is kept. */
export async function invite(scope: ShopScope, { name, role }: NewInvitation): Promise<{ id: string; link: string }> {
  const made = { id: randomUUID(), link: newLink() };
  await ask(scope, 'invite($2, NULL, $3, $4, $5, $6)', made.id, role, name, digestOf(made.link), INVITED_HOURS);
  return made;
}

/** A link by which somebody of the shop chooses a new password. Earlier ones are withdrawn. */
export async function inviteToPassword(scope: ShopScope, { id, name }: { id: string; name: string }) {
  const made = { id: randomUUID(), link: newLink() };
  const sql = 'invite($2, $3, NULL, $4, $5, $6)';
  const outcome = await ask(scope, sql, made.id, id, name, digestOf(made.link), RESET_HOURS);
  return { outcome: outcome as 'done' | 'missing' | 'elsewhere', ...made };
}

export const withdrawInvitation = (scope: ShopScope, id: string): Promise<unknown> =>
  ask(scope, 'withdraw_invitation($2)', id);

/** Somebody is something else, leaves (every session ends with it), or comes again. */
export async function changeMember(scope: ShopScope, id: string, { role, left }: MemberChange) {
  const outcome = await ask(scope, 'change_person($2, $3, $4)', id, role ?? null, left ?? null);
  scope.store.standing.forget();
  return outcome as 'done' | 'missing' | 'last-owner';
}

async function ask(scope: ShopScope, call: string, ...values: unknown[]): Promise<unknown> {
  const [row] = await scope.select<{ outcome: unknown }>(
    `SELECT ${call} AS outcome WHERE $1::uuid IS NOT NULL`,
    ...values,
  );
  return row?.outcome;
}

/** What a link is for, while it is good. */
export async function invitedBy(store: Store, link: string): Promise<Invited | undefined> {
  const [row] = await store.known<Invited & { shopId: string; shopName: string }>('invitation_of', digestOf(link));
  if (!row) return undefined;
  const { name, role, email } = row;
  return present({ shop: row.shopName, name, role, email });
}

/** @param hash of a new account or a new password; none where the account was known and its password right */
export async function takeInvitation(
  store: Store,
  { link, name, email, hash }: { link: string; name?: string; email?: string; hash?: string },
): Promise<(Who & { accountId: string }) | undefined> {
  const [row] = await store.sequelize.query<Record<string, unknown>>(
    'SELECT * FROM take_invitation($1, $2, $3, $4, $5)',
    { bind: [digestOf(link), randomUUID(), name ?? null, email ?? null, hash ?? null], type: QueryTypes.SELECT },
  );
  const { outcome, ...who } = camelled(row ?? {}) as unknown as Who & { accountId: string; outcome: string };
  store.standing.forget();
  return outcome === 'done' ? who : undefined;
}

/** A new person with an account of their own, where whoever owns the database makes a shop. */
export interface NewPerson {
  id: string;
  shopId: string;
  name: string;
  email: string;
  passwordHash: string;
  role?: Member['role'];
}
export async function addPerson({ models }: Store, person: NewPerson, how: { transaction?: Transaction } = {}) {
  const { id, shopId, name, email, passwordHash, role = 'owner' } = person;
  const accountId = randomUUID();
  await models.accounts.create({ id: accountId, email, passwordHash, lastShop: shopId }, how);
  await models.people.create({ id, shopId, accountId, name, role }, how);
}
