import { isDeepStrictEqual } from 'node:util';
import {
  type CreationAttributes,
  type Model,
  type ModelStatic,
  type Sequelize,
  type Transaction,
  UniqueConstraintError,
} from 'sequelize';
import { defineModels, type Models, present } from './models';

export interface Store {
  sequelize: Sequelize;
  models: Models;
}

export function openStore(sequelize: Sequelize): Store {
  return { sequelize, models: defineModels(sequelize) };
}

export type Created = { outcome: 'created' | 'replayed'; row: Record<string, unknown> } | { outcome: 'differs' };

/**
 * Creates a row under the id its client chose. The same request again finds its row; another one under that id differs.
 * A row of another shop under that id differs too, so that nothing is told of it.
 */
export async function createOnce<M extends Model>(
  model: ModelStatic<M>,
  shopId: string,
  row: { id: string } & Record<string, unknown>,
  transaction?: Transaction,
): Promise<Created> {
  const found = await model.findOne({ where: { id: row.id } as never, ...(transaction ? { transaction } : {}) });
  if (found) return replayOf(found, shopId, row);
  try {
    const created = await model.create(
      { ...row, shopId } as unknown as CreationAttributes<M>,
      transaction ? { transaction } : {},
    );
    return { outcome: 'created', row: present(created) };
  } catch (error) {
    // The same request twice at once: the other one was first. Inside a transaction there is no going on after an
    // error.
    if (!(error instanceof UniqueConstraintError) || transaction || !('id' in error.fields)) throw error;
    const first = await model.findOne({ where: { id: row.id } as never });
    if (!first) throw error;
    return replayOf(first, shopId, row);
  }
}

function replayOf(found: Model, shopId: string, row: Record<string, unknown>): Created {
  const stored = found.get({ plain: true }) as Record<string, unknown>;
  const { openedBy, startedBy, takenBy, madeBy, ...sent } = row;
  const same =
    stored['shopId'] === shopId && Object.entries(sent).every(([field, value]) => sameValue(stored[field], value));
  return same ? { outcome: 'replayed', row: present(found) } : { outcome: 'differs' };
}

function sameValue(stored: unknown, sent: unknown): boolean {
  if (stored instanceof Date) return typeof sent === 'string' && stored.getTime() === Date.parse(sent);
  return isDeepStrictEqual(stored ?? undefined, sent);
}

export type Changed =
  | { outcome: 'changed'; row: Record<string, unknown> }
  | { outcome: 'conflict'; current: Record<string, unknown> }
  | { outcome: 'missing' };

/** Changes a row if it is still at the version the change was made from. */
export async function changeVersion<M extends Model>(
  model: ModelStatic<M>,
  where: Record<string, unknown>,
  { version, ...values }: { version: number } & Record<string, unknown>,
): Promise<Changed> {
  const [, rows] = await model.update(
    { ...values, version: version + 1 },
    { where: { ...where, version } as never, returning: true },
  );
  const [row] = rows;
  if (row) return { outcome: 'changed', row: present(row) };
  const current = await model.findOne({ where: where as never });
  return current ? { outcome: 'conflict', current: present(current) } : { outcome: 'missing' };
}
