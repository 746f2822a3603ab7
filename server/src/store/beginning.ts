import { createHash, randomBytes, randomUUID } from 'node:crypto';
import type { NewShop } from '@rugged/contract';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Who } from './who';

const HOURS = 24;
const SECRET_BYTES = 24;

/** All that is kept of a link. */
export const digestOf = (link: string): string => createHash('sha256').update(link).digest('base64url');
/** A link that nobody guesses. */
export const newLink = (): string => randomBytes(SECRET_BYTES).toString('base64url');

/** A link that makes the first shop; links that were given out before are good for nothing any more. */
export async function newBeginning(owner: Sequelize): Promise<string> {
  const link = newLink();
  await owner.transaction(async (transaction) => {
    await owner.query('DELETE FROM beginnings WHERE used_at IS NULL', { transaction });
    await owner.query(`INSERT INTO beginnings (digest, ends_at) VALUES ($1, now() + interval '${HOURS} hours')`, {
      bind: [digestOf(link)],
      transaction,
    });
  });
  return link;
}

/** The shop and its owner, once. @returns nothing where the link is used, past its day, or none */
export async function beginShop(sequelize: Sequelize, { link, shop, unit, name, email }: NewShop, hash: string) {
  const who: Who = { shopId: randomUUID(), personId: randomUUID() };
  const sql = 'SELECT begin_shop($1, $2, $3, $4, $5, $6, $7, $8) AS account';
  const [row] = await sequelize.query<{ account: string | null }>(sql, {
    bind: [digestOf(link), who.shopId, shop, unit, who.personId, name, email.trim().toLowerCase(), hash],
    type: QueryTypes.SELECT,
  });
  return row?.account ? { ...who, accountId: row.account } : undefined;
}
