import type { OwnerFile } from '@rugged/contract';
import { asJson } from './json-sql';
import type { ShopScope } from './scope';

/** An owner of this shop with the machines and engines that are theirs, or nothing. */
export async function ownerFile(scope: ShopScope, id: string): Promise<OwnerFile | undefined> {
  const [row] = await scope.select<{ file: OwnerFile }>(
    `SELECT json_strip_nulls(json_build_object('owner', ${asJson('owners', 'o')}, 'machines', (
       SELECT coalesce(json_agg(json_build_object('machine', ${asJson('machines', 'm')}, 'engines', (
         SELECT coalesce(json_agg(json_build_object('id', e.id, 'name', e.name,
           'jobs', (SELECT count(*)::int FROM jobs j WHERE (j.shop_id, j.engine_id) = (e.shop_id, e.id)))
             ORDER BY e.name, e.id), '[]'::json)
         FROM engines e WHERE (e.shop_id, e.machine_id) = (m.shop_id, m.id))) ORDER BY m.name, m.id), '[]'::json)
       FROM machines m WHERE (m.shop_id, m.owner_id) = (o.shop_id, o.id)),
       'photos', (SELECT count(*)::int FROM photos p JOIN jobs j ON (j.shop_id, j.id) = (p.shop_id, p.job_id)
         JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id)
         JOIN machines m ON (m.shop_id, m.id) = (e.shop_id, e.machine_id)
           WHERE (m.shop_id, m.owner_id) = (o.shop_id, o.id) AND p.image IS NOT NULL),
       'erasedAt', (SELECT max(c.at) FROM changes c
         WHERE (c.shop_id, c.record_id) = (o.shop_id, o.id) AND c.action = 'erased')
     )) AS file FROM owners o WHERE o.shop_id = $1 AND o.id = $2`,
    id,
  );
  return row?.file;
}

/** The jobs of an owner's engines, the first first. */
export async function jobsOf(scope: ShopScope, ownerId: string): Promise<{ id: string; number: number }[]> {
  return scope.select(
    `SELECT j.id, j.number FROM jobs j JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id)
      JOIN machines m ON (m.shop_id, m.id) = (e.shop_id, e.machine_id)
     WHERE j.shop_id = $1 AND m.owner_id = $2 ORDER BY j.number`,
    ownerId,
  );
}

/** The photographs of a job, one after the other. */
export async function photosOfJob(scope: ShopScope, jobId: string): Promise<string[]> {
  const rows = await scope.select<{ id: string }>(
    'SELECT id FROM photos WHERE shop_id = $1 AND job_id = $2 AND image IS NOT NULL ORDER BY made_at, id',
    jobId,
  );
  return rows.map(({ id }) => id);
}

/**
 * Takes out of the record who an owner is: name, contact, photographs, and their name in what was written. The figures
 * stay, and that it was done is written down by the database.
 * @returns whether there is such an owner
 */
export async function eraseOwner(scope: ShopScope, id: string): Promise<boolean> {
  return scope.transaction(async (transaction) => {
    const [rows] = await scope.store.sequelize.query('SELECT erase_owner($1) AS erased', { bind: [id], transaction });
    const erased = (rows as { erased: boolean }[])[0]?.erased ?? false;
    // Benches at hand hold the name still, under moments that nobody asks for any more.
    if (erased) scope.store.texts.clear();
    return erased;
  });
}
