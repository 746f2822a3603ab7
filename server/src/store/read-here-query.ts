import type { ReadByModel } from '@rugged/contract';
import type { ShopScope } from './scope';

/** So many engines at most: the newest tell enough. */
const MOST = 200;
const KPA = `CASE r.figures->>'unit' WHEN 'psi' THEN 6.894757293168 WHEN 'bar' THEN 100 WHEN 'kgf/cm2' THEN 98.0665
  ELSE 1 END`;

/**
 * The counting dry readings of other engines of the same model, each from its latest job that has any; of the same kind
 * where nobody wrote the model.
 */
export async function readByModel(scope: ShopScope, engineId: string): Promise<ReadByModel | undefined> {
  const [engine] = await scope.select<{ model: string | null; kind: string | null }>(
    'SELECT model, kind FROM engines WHERE shop_id = $1 AND id = $2',
    engineId,
  );
  const of = engine?.model ? 'model' : 'kind';
  const name = engine?.model ?? engine?.kind;
  if (!name) return undefined;
  const rows = await scope.select<{ kPa: number[] }>(
    `SELECT latest.kpa AS "kPa" FROM engines e
     CROSS JOIN LATERAL (
       SELECT array_agg((r.figures->>'peak')::double precision * ${KPA}) AS kpa
       FROM jobs j JOIN tests t ON (t.shop_id, t.job_id) = (j.shop_id, j.id)
         JOIN readings r ON (r.shop_id, r.test_id) = (t.shop_id, t.id)
       WHERE (j.shop_id, j.engine_id) = (e.shop_id, e.id) AND r.kind = 'compression'
         AND (r.figures->>'wet') IS DISTINCT FROM 'true'
         AND r.withdrawn IS NOT TRUE AND NOT EXISTS (SELECT 1 FROM readings n
           WHERE (n.shop_id, n.supersedes) = (r.shop_id, r.id))
       GROUP BY j.id, j.opened_at ORDER BY j.opened_at DESC LIMIT 1) latest
     WHERE e.shop_id = $1 AND e.id <> $2 AND e.${of} = $3
     ORDER BY e.id LIMIT ${MOST}`,
    engineId,
    name,
  );
  return { of, name, engines: rows.map(({ kPa }) => kPa) };
}
