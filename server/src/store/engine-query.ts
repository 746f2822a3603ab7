import { type EngineListItem, type EnginesQuery, MOST_COUNTED, type Page } from '@rugged/contract';
import { asJson, BOOKS } from './json-sql';
import type { ShopScope } from './scope';

/** An engine with its machine, its owner, its books, how often it was here and what its meter showed last. */
const ITEM = `json_strip_nulls(json_build_object(
  'engine', ${asJson('engines', 'e')}, 'machine', ${asJson('machines', 'm')}, 'owner', ${asJson('owners', 'o')},
  'books', ${BOOKS},
  'jobs', (SELECT count(*) FROM jobs j WHERE (j.shop_id, j.engine_id) = (e.shop_id, e.id)),
  'lastJobAt', l.opened_at, 'lastMeter', l.meter, 'usedBefore', l.used_before))`;
const FROM = `FROM engines e JOIN machines m ON (m.shop_id, m.id) = (e.shop_id, e.machine_id)
  JOIN owners o ON (o.shop_id, o.id) = (m.shop_id, m.owner_id)
  LEFT JOIN LATERAL (SELECT j.opened_at, j.meter, j.used_before FROM jobs j
    WHERE (j.shop_id, j.engine_id) = (e.shop_id, e.id)
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
  const [afterName, afterId] = query.after === undefined ? [null, null] : splitCursor(query.after);
  const most = query.limit + 1;
  const rows = search
    ? await scope.select<{ item: EngineListItem }>(
        `SELECT ${ITEM} AS item ${FROM} JOIN found_engines($2, $3, $4::uuid, ${most}) f ON f.engine_id = e.id
         WHERE e.shop_id = $1 ORDER BY e.name, e.id`,
        search,
        afterName,
        afterId,
      )
    : await scope.select<{ item: EngineListItem }>(
        `SELECT ${ITEM} AS item FROM (
           SELECT * FROM engines WHERE shop_id = $1 AND ($2::text IS NULL OR (name, id) > ($2, $3::uuid))
           ORDER BY name, id LIMIT ${most}) e ${FROM.replace('FROM engines e', '')}
         ORDER BY e.name, e.id`,
        afterName,
        afterId,
      );
  const items = rows.slice(0, query.limit).map((row) => row.item);
  const whole = rows.length <= query.limit;
  const last = items.at(-1)?.engine;
  const total =
    query.after !== undefined ? undefined : whole ? items.length : search ? undefined : await countOf(scope);
  return {
    items,
    ...(total === undefined ? {} : { total }),
    ...(!whole && last ? { next: `${last.id}${last.name}` } : {}),
  };
}

async function countOf(scope: ShopScope): Promise<number> {
  const [row] = await scope.select<{ total: number }>(
    `SELECT count(*)::int AS total FROM (SELECT FROM engines WHERE shop_id = $1 LIMIT ${MOST_COUNTED}) counted`,
  );
  return row?.total ?? 0;
}

const UUID_LENGTH = 36;

/** A cursor is the last engine's id followed by its name. */
function splitCursor(after: string): [name: string, id: string] {
  return [after.slice(UUID_LENGTH), after.slice(0, UUID_LENGTH)];
}
