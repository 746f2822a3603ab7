import type { EngineListItem, EnginesQuery, Page } from '@rugged/contract';
import { asJson, BOOKS } from './json-sql';
import type { ShopScope } from './scope';

/** An engine with its machine, its owner, its books, how often it was here and what its meter showed last. */
const ITEM = `json_strip_nulls(json_build_object(
  'engine', ${asJson('engines', 'e')}, 'machine', ${asJson('machines', 'm')}, 'owner', ${asJson('owners', 'o')},
  'books', ${BOOKS},
  'jobs', (SELECT count(*) FROM jobs j WHERE j.engine_id = e.id),
  'lastJobAt', l.opened_at, 'lastMeter', l.meter, 'usedBefore', l.used_before))`;
const FROM = `FROM engines e JOIN machines m ON m.id = e.machine_id JOIN owners o ON o.id = m.owner_id
  LEFT JOIN LATERAL (SELECT j.opened_at, j.meter, j.used_before FROM jobs j WHERE j.engine_id = e.id
    ORDER BY j.opened_at DESC LIMIT 1) l ON true`;

/** One engine of this shop, or nothing. */
export async function engineItem(scope: ShopScope, id: string): Promise<EngineListItem | undefined> {
  const [row] = await scope.select<{ item: EngineListItem }>(
    `SELECT ${ITEM} AS item ${FROM} WHERE e.shop_id = $1 AND e.id = $2`,
    id,
  );
  return row?.item;
}

/** A page of the shop's engines by name, each with its machine, owner, books and how often it was here. */
export async function enginesPage(scope: ShopScope, query: EnginesQuery): Promise<Page<EngineListItem>> {
  const search = query.search?.trim();
  const [afterName, afterId] = query.after === undefined ? [] : splitCursor(query.after);
  const values = [search ? `%${search.replace(/[\\%_]/g, '\\$&')}%` : null, afterName ?? null, afterId ?? null];
  const matching = `${FROM}
    WHERE e.shop_id = $1 AND ($2::text IS NULL OR e.name ILIKE $2 OR m.name ILIKE $2 OR o.name ILIKE $2
      OR e.model ILIKE $2)`;
  const rows = await scope.select<{ item: EngineListItem }>(
    `
    SELECT ${ITEM} AS item ${matching} AND ($3::text IS NULL OR (e.name, e.id) > ($3, $4::uuid))
    ORDER BY e.name, e.id LIMIT ${query.limit + 1}`,
    ...values,
  );
  const [count] = await scope.select<{ total: number }>(`SELECT count(*)::int AS total ${matching}`, values[0]);
  const items = rows.slice(0, query.limit).map((row) => row.item);
  const last = items[items.length - 1]?.engine;
  return {
    items,
    total: count?.total ?? 0,
    ...(rows.length > query.limit && last ? { next: `${last.id}${last.name}` } : {}),
  };
}

const UUID_LENGTH = 36;

/** A cursor is the last engine's id followed by its name. */
function splitCursor(after: string): [name: string, id: string] {
  return [after.slice(UUID_LENGTH), after.slice(0, UUID_LENGTH)];
}
