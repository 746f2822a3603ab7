import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { LRUCache } from 'lru-cache';
import {
  type CreationAttributes,
  type Model,
  type ModelStatic,
  QueryTypes,
  type Sequelize,
  type Transaction,
  UniqueConstraintError,
} from 'sequelize';
import { camelled } from './json-sql';
import { Standing } from './standing';
import { defineModels, type Models, present } from './models';

export interface Store {
  sequelize: Sequelize;
  models: Models;
  standing: Standing;
  /** The bench of each job as it was sent last, and of which moment: one that is of another is made anew. */
  texts: LRUCache<string, { touched: string; bench: string }>;
  /** What one of the questions that need no session is answered with: the shop behind an address, a link, a code. */
  known<T extends object>(question: Question, asked: string): Promise<T[]>;
}
type Question = 'account_of' | 'places_of' | 'invitation_of' | 'shop_of_feed' | 'shop_of_link' | 'shop_of_code';

export function openStore(sequelize: Sequelize): Store {
  return {
    sequelize,
    models: defineModels(sequelize),
    standing: new Standing(sequelize),
    texts: new LRUCache({ maxSize: MOST_TEXT, sizeCalculation: ({ bench }) => bench.length }),
    known: async (question, asked) => {
      const rows = await sequelize.query<Record<string, unknown>>(`SELECT * FROM ${question}($1)`, {
        bind: [asked],
        type: QueryTypes.SELECT,
      });
      return rows.map(camelled) as never;
    },
  };
}
/** Characters of benches that are kept at hand. */
const MOST_TEXT = 48e6;

export type Created = { outcome: 'created' | 'replayed'; row: Record<string, unknown> } | { outcome: 'differs' };

export interface HowToCreate {
  transaction?: Transaction | undefined;
  check?: (() => Promise<void>) | undefined;
  /** Columns beside what was sent. */
  more?: Record<string, unknown> | undefined;
}

/**
 * Creates a row under the id its client chose. The same request again finds its row; another one under that id differs.
 * What another shop keeps under that id is its own, and makes no difference.
 *
 * @param check what must hold of a new row; what was kept once is never asked again, whatever has changed since
 */
export async function createOnce<M extends Model>(
  model: ModelStatic<M>,
  shopId: string,
  row: { id: string } & Record<string, unknown>,
  { transaction, check, more }: HowToCreate = {},
): Promise<Created> {
  const changes = 'madeFrom' in model.getAttributes();
  const madeFrom = changes ? digestOf(row) : undefined;
  const where = { id: row.id, shopId } as never;
  const found = await model.findOne({ where, ...(transaction ? { transaction } : {}) });
  if (found) return replayOf(found, row, madeFrom);
  await check?.();
  try {
    const created = await model.create(
      { ...row, ...more, shopId, ...(changes ? { madeFrom } : {}) } as unknown as CreationAttributes<M>,
      transaction ? { transaction } : {},
    );
    return { outcome: 'created', row: present(created) };
  } catch (error) {
    // The same request twice at once: the other one was first.
    if (!isOfId(error)) throw error;
    // Inside a transaction there is no going on after an error.
    const first = transaction ? undefined : await model.findOne({ where });
    return first ? replayOf(first, row, madeFrom) : { outcome: 'differs' };
  }
}

/** Behind the lock of its shop the database names the key that was hurt, and not its figures. */
const isOfId = (error: unknown): boolean =>
  error instanceof UniqueConstraintError && /_pkey$/.test((error.parent as { constraint?: string }).constraint ?? '');

function replayOf(found: Model, row: Record<string, unknown>, madeFrom: string | undefined): Created {
  const stored = found.get({ plain: true }) as Record<string, unknown>;
  const same =
    (madeFrom !== undefined && stored['madeFrom'] === madeFrom) ||
    Object.entries(sentOf(row)).every(([field, value]) => sameValue(stored[field], value));
  return same ? { outcome: 'replayed', row: present(found) } : { outcome: 'differs' };
}

/** What the client sent: who asks is added here. */
const sentOf = ({ openedBy, startedBy, takenBy, madeBy, ...sent }: Record<string, unknown>) => sent;

/** The same for the same request, whatever the order of its fields. */
function digestOf(row: Record<string, unknown>): string {
  const text = JSON.stringify(sentOf(row), (_key, value: unknown) =>
    value && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
  return createHash('sha256').update(text).digest('base64url');
}

function sameValue(stored: unknown, sent: unknown): boolean {
  if (stored instanceof Date) return typeof sent === 'string' && stored.getTime() === Date.parse(sent);
  // An id is the same in capitals.
  if (typeof stored === 'string' && typeof sent === 'string' && UUID.test(stored)) return stored === sent.toLowerCase();
  return isDeepStrictEqual(stored ?? undefined, sent ?? undefined);
}
const UUID = /^[0-9a-f]{8}-([0-9a-f]{4}-){3}[0-9a-f]{12}$/;

export type Changed =
  | { outcome: 'changed'; row: Record<string, unknown> }
  | { outcome: 'conflict'; current: Record<string, unknown> }
  | { outcome: 'missing' };

/**
 * Changes a row if it is still at the version the change was made from. A change that was made already, and whose
 * answer was lost, finds the row as it left it.
 *
 * @param more columns beside what was sent
 */
export async function changeVersion<M extends Model>(
  model: ModelStatic<M>,
  where: Record<string, unknown>,
  { version, ...values }: { version: number } & Record<string, unknown>,
  more: Record<string, unknown> = {},
): Promise<Changed> {
  const [, rows] = await model.update(
    { ...values, ...more, version: version + 1 },
    { where: { ...where, version } as never, returning: true },
  );
  const [row] = rows;
  if (row) return { outcome: 'changed', row: present(row) };
  const current = await model.findOne({ where: where as never });
  if (!current) return { outcome: 'missing' };
  const stored = current.get({ plain: true }) as Record<string, unknown>;
  const made =
    stored['version'] === version + 1 &&
    Object.entries(values).every(([field, value]) => sameValue(stored[field], value));
  return made ? { outcome: 'changed', row: present(current) } : { outcome: 'conflict', current: present(current) };
}
