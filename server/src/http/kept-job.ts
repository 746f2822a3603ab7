import { type FieldError, OPENED_AGAIN_MS } from '@rugged/contract';
import { InputError } from '@rugged/core';
import type { ShopScope } from '../store/scope';
import type { Created } from '../store/store';
import { Refusal } from './problem';

const closed = (number: number, closedAt: Date, errors: FieldError[] = []) =>
  new Refusal(409, 'job-closed', `Job ${number} was closed on ${closedAt.toISOString().slice(0, 10)}`, { errors });
const WHY: FieldError = { field: 'amends', reason: 'is missing: say why something is added to a closed job' };

interface Added {
  jobId: string;
  /** When it was made, by the clock of whoever made it. */
  at: string;
  cylinder?: string | undefined;
  amends?: string | undefined;
}

/**
 * What is added is of a job of this shop, on a cylinder of its engine; and of a closed one only with the reason for it,
 * or when it was made before and only came in later.
 */
export async function checkAdded(shop: ShopScope, { jobId, at, cylinder, amends }: Added): Promise<void> {
  const [job] = await shop.select<{ cylinders: string[]; number: number; closedAt: Date | null }>(
    `SELECT e.cylinders, j.number, j.closed_at AS "closedAt" FROM jobs j
      JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id)
     WHERE j.shop_id = $1 AND j.id = $2`,
    jobId,
  );
  if (!job) throw new InputError('jobId', 'not-known-here');
  if (cylinder !== undefined && !job.cylinders.includes(cylinder))
    throw new InputError('cylinder', 'no-such-cylinder', { cylinder });
  if (job.closedAt && amends === undefined && Date.parse(at) > job.closedAt.getTime())
    throw closed(job.number, job.closedAt, [WHY]);
}

/** A closed job is not changed; it may be opened again for an hour. */
export function checkChange(
  { number, closedAt }: { number: number; closedAt: Date | null },
  change: { status?: string | undefined },
  now = Date.now(),
): void {
  if (!closedAt) return;
  const opens = change.status === 'open' && now - closedAt.getTime() < OPENED_AGAIN_MS;
  if (!opens) throw closed(number, closedAt);
}

/**
 * Keeps a row that may correct another one. Two corrections of one row are a conflict: whoever comes second sees the
 * first.
 */
export async function keptOnce(
  shop: ShopScope,
  table: 'readings' | 'notes',
  row: { id: string; supersedes?: string | undefined },
  keep: (alreadyCorrected: () => Promise<void>) => Promise<Created>,
): Promise<Created> {
  const { supersedes } = row;
  const first = async (): Promise<Record<string, unknown> | undefined> => {
    const [found] = await shop.select<{ id: string }>(
      `SELECT id FROM ${table} WHERE shop_id = $1 AND supersedes = $2 AND id <> $3 LIMIT 1`,
      supersedes,
      row.id,
    );
    return found && shop.find(table, found.id);
  };
  const check = async () => {
    if (supersedes === undefined) return;
    const current = await first();
    if (current) throw corrected(current);
  };
  try {
    return await keep(check);
  } catch (error) {
    if ((error as { parent?: { constraint?: string } }).parent?.constraint !== `${table}_corrected_once`) throw error;
    throw corrected((await first()) ?? {});
  }
}
const corrected = (current: object) =>
  new Refusal(409, 'corrected-already', 'Somebody else corrected it in the meantime', { current });
