import { ADDED_NAMES, type AddedName, type JobsQuery } from '@rugged/contract';
import { asJson, BOOKS, list } from './json-sql';
import type { ShopScope } from './scope';

/** What people added to a job, each with who it was. */
const made = (table: AddedName) =>
  list(asJson(table, 'x', ", 'by', p.name"), `${table} x JOIN people p ON p.id = x.made_by WHERE x.job_id = j.id`);

const TESTS = 'tests t JOIN people p ON p.id = t.started_by WHERE t.job_id = j.id';

/** The server's clock as an instant. */
const NOW = `to_char(now() AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;

/** One job with everything on its bench as one JSON text: one round trip, no row ever turned into an object here. */
const BENCH = `json_strip_nulls(json_build_object(
  'job', ${asJson('jobs', 'j')},
  'owner', ${asJson('owners', 'o')},
  'machine', ${asJson('machines', 'm')},
  'engine', coalesce(j.sheet->'engine', ${asJson('engines', 'e')}::jsonb),
  'books', coalesce(j.sheet->'books', ${BOOKS}::jsonb),
  'tests', ${list(asJson('tests', 't', ", 'by', p.name"), TESTS)},
  'readings', ${list(
    asJson('readings', 'r', ", 'by', p.name"),
    'readings r JOIN tests t ON t.id = r.test_id JOIN people p ON p.id = r.taken_by WHERE t.job_id = j.id',
  )},
  ${ADDED_NAMES.map((name) => `'${name}', ${made(name)}`).join(',\n  ')},
  'lastTime', (
    SELECT json_build_object('jobId', l.id, 'number', l.number, 'openedAt', l.opened_at, 'readings',
      (SELECT coalesce(json_agg(json_build_object('cylinder', r.figures->'cylinder', 'unit', r.figures->'unit',
        'peak', r.figures->'peak') ORDER BY r.taken_at), '[]'::json)
       FROM readings r JOIN tests t ON t.id = r.test_id
       WHERE t.job_id = l.id AND r.kind = 'compression' AND (r.figures->>'wet') IS DISTINCT FROM 'true'
         AND r.withdrawn IS NOT TRUE
         AND NOT EXISTS (SELECT 1 FROM readings n WHERE n.supersedes = r.id AND n.test_id = r.test_id)))
    FROM jobs l
    WHERE l.engine_id = e.id AND l.id <> j.id AND l.opened_at < j.opened_at
    ORDER BY l.opened_at DESC LIMIT 1)
))::text`;

const FROM = `FROM jobs j
  JOIN engines e ON e.id = j.engine_id
  JOIN machines m ON m.id = e.machine_id
  JOIN owners o ON o.id = m.owner_id`;

/** The bench of a job of this shop as JSON text, or nothing. */
export async function benchJson(scope: ShopScope, jobId: string): Promise<string | undefined> {
  const [row] = await scope.prepared<{ bench: string }>(
    'bench',
    `SELECT ${BENCH} AS bench ${FROM} WHERE j.shop_id = $1 AND j.id = $2`,
    jobId,
  );
  return row?.bench;
}

/**
 * A page of benches, newest job first, as JSON text. One row more than asked for tells whether there is another page.
 */
export async function benchesJson(scope: ShopScope, query: JobsQuery): Promise<string> {
  const values: unknown[] = [];
  const where = ['j.shop_id = $1'];
  const and = (condition: (place: string) => string, value: unknown) => {
    values.push(value);
    where.push(condition(`$${values.length + 1}`));
  };
  if (query.status !== 'all') and((p) => `j.status = ${p}`, query.status);
  if (query.engineId) and((p) => `j.engine_id = ${p}`, query.engineId);
  const search = query.search?.trim();
  if (search) {
    and(
      (p) =>
        `(e.name ILIKE ${p} OR m.name ILIKE ${p} OR o.name ILIKE ${p} OR j.complaint ILIKE ${p} OR ` +
        `j.number::text LIKE ${p})`,
      `%${search.replace(/[\\%_]/g, '\\$&')}%`,
    );
  }
  const counted = [...where];
  const countValues = [...values];
  if (query.before) and((p) => `j.number < ${p}`, query.before);
  const [rows, totals] = await Promise.all([
    scope.select<{ number: number; bench: string }>(
      `SELECT j.number, ${BENCH} AS bench ${FROM} WHERE ${where.join(' AND ')} ORDER BY j.number DESC LIMIT ` +
        `${query.limit + 1}`,
      ...values,
    ),
    scope.select<{ total: number; at: string }>(
      `SELECT count(*)::int AS total, ${NOW} AS at ${FROM} WHERE ${counted.join(' AND ')}`,
      ...countValues,
    ),
  ]);
  const page = rows.slice(0, query.limit);
  const next = rows.length > query.limit ? `,"next":"${page[page.length - 1]?.number}"` : '';
  const { total = 0, at = '' } = totals[0] ?? {};
  return `{"items":[${page.map((row) => row.bench).join(',')}],"total":${total},"at":"${at}"${next}}`;
}

/** So many changed benches at most; where there are more the lists are asked for anew. */
const MOST_CHANGES = 100;
/** A row's time is of before its commit: what was on its way when the last answer was given is asked for again. */
const ON_ITS_WAY = '20 seconds';

/** The benches on which anything changed since an instant of this server, whatever their status, as JSON text. */
export async function changedJson(scope: ShopScope, since: string): Promise<string> {
  const [[clock], rows] = await Promise.all([
    scope.select<{ at: string }>(`SELECT ${NOW} AS at WHERE $1::uuid IS NOT NULL`),
    scope.select<{ bench: string }>(
      `SELECT ${BENCH} AS bench ${FROM} WHERE j.shop_id = $1
         AND j.touched_at > $2::timestamptz - interval '${ON_ITS_WAY}'
       ORDER BY j.number DESC LIMIT ${MOST_CHANGES + 1}`,
      since,
    ),
  ]);
  const more = rows.length > MOST_CHANGES;
  const items = rows.slice(0, MOST_CHANGES).map(({ bench }) => bench);
  return `{"items":[${items.join(',')}],"at":"${clock?.at ?? since}","more":${more}}`;
}
