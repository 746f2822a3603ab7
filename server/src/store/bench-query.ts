import { ADDED_NAMES, type AddedName, type JobsQuery, MOST_COUNTED } from '@rugged/contract';
import { asJson, BOOKS, instantOf, list } from './json-sql';
import type { ShopScope } from './scope';

/** What people added to a job, each with who it was. */
const made = (table: AddedName) =>
  list(
    asJson(table, 'x', ", 'by', p.name"),
    `${table} x JOIN people p ON (p.shop_id, p.id) = (x.shop_id, x.made_by)
     WHERE (x.shop_id, x.job_id) = (j.shop_id, j.id)`,
  );

const TESTS = `tests t JOIN people p ON (p.shop_id, p.id) = (t.shop_id, t.started_by)
  WHERE (t.shop_id, t.job_id) = (j.shop_id, j.id)`;

/** The server's clock as an instant. */
const NOW = instantOf('now()');

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
    `readings r JOIN tests t ON (t.shop_id, t.id) = (r.shop_id, r.test_id)
       JOIN people p ON (p.shop_id, p.id) = (r.shop_id, r.taken_by)
     WHERE (t.shop_id, t.job_id) = (j.shop_id, j.id)`,
  )},
  ${ADDED_NAMES.map((name) => `'${name}', ${made(name)}`).join(',\n  ')},
  'lastTime', (
    SELECT json_build_object('jobId', l.id, 'number', l.number, 'openedAt', l.opened_at, 'readings',
      (SELECT coalesce(json_agg(json_build_object('cylinder', r.figures->'cylinder', 'unit', r.figures->'unit',
        'peak', r.figures->'peak') ORDER BY r.taken_at), '[]'::json)
       FROM readings r JOIN tests t ON (t.shop_id, t.id) = (r.shop_id, r.test_id)
       WHERE (t.shop_id, t.job_id) = (l.shop_id, l.id) AND r.kind = 'compression'
         AND (r.figures->>'wet') IS DISTINCT FROM 'true'
         AND r.withdrawn IS NOT TRUE
         AND NOT EXISTS (SELECT 1 FROM readings n WHERE (n.shop_id, n.supersedes) = (r.shop_id, r.id)
           AND n.test_id = r.test_id)))
    FROM jobs l
    WHERE (l.shop_id, l.engine_id) = (e.shop_id, e.id) AND l.id <> j.id AND l.opened_at < j.opened_at
    ORDER BY l.opened_at DESC LIMIT 1)
))::text`;

const FROM = `FROM jobs j
  JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id)
  JOIN machines m ON (m.shop_id, m.id) = (e.shop_id, e.machine_id)
  JOIN owners o ON (o.shop_id, o.id) = (m.shop_id, m.owner_id)`;

/** The bench of job $2 of shop $1, as JSON text. */
export const BENCH_SQL = `SELECT ${BENCH} AS bench ${FROM} WHERE j.shop_id = $1 AND j.id = $2`;

/** The bench of a job of this shop as JSON text, or nothing. */
export async function benchJson(scope: ShopScope, jobId: string): Promise<string | undefined> {
  const [row] = await scope.prepared<{ bench: string }>('bench', BENCH_SQL, jobId);
  return row?.bench;
}

/** A job and when anything on its bench changed last. */
interface Touched {
  id: string;
  number: number;
  touched: string;
}

/**
 * Benches as JSON text, in the order asked for. Most of a list was asked for before and has not changed since: it is
 * put together by the database once for each time it changed.
 */
async function textsOf(scope: ShopScope, rows: readonly Touched[]): Promise<string[]> {
  const { texts } = scope.store;
  const found = new Map(
    rows.map(({ id, touched }) => {
      const kept = texts.get(`${scope.shopId} ${id}`);
      return [id, kept?.touched === touched ? kept.bench : undefined];
    }),
  );
  const missing = rows.flatMap(({ id }) => (found.get(id) === undefined ? [id] : []));
  if (missing.length > 0) {
    const made = await scope.prepared<{ id: string; touched: string; bench: string }>(
      'benches',
      `SELECT j.id, j.touched_at::text AS touched, ${BENCH} AS bench ${FROM}
       WHERE j.shop_id = $1 AND j.id = ANY($2::uuid[])`,
      missing,
    );
    for (const { id, touched, bench } of made) {
      texts.set(`${scope.shopId} ${id}`, { touched, bench });
      found.set(id, bench);
    }
  }
  return rows.flatMap(({ id }) => found.get(id) ?? []);
}

/**
 * A page of benches, newest job first, as JSON text. One row more than asked for tells whether there is another page.
 * How many there are is counted on the first page only, and not beyond what anybody wants to know.
 */
export async function benchesJson(scope: ShopScope, query: JobsQuery): Promise<string> {
  const { status, engineId, before, limit } = query;
  const search = query.search?.trim();
  const most = limit + 1;
  const rows = search
    ? await scope.select<Touched & { at: string }>(
        `SELECT j.id, j.number, j.touched_at::text AS touched, ${NOW} AS at
         FROM found_jobs($2, $3, $4::uuid, $5::int, ${most}) f JOIN jobs j ON j.id = f.job_id AND j.shop_id = $1
         ORDER BY j.number DESC`,
        search,
        status,
        engineId ?? null,
        before ?? null,
      )
    : await scope.select<Touched & { at: string }>(
        `SELECT j.id, j.number, j.touched_at::text AS touched, ${NOW} AS at FROM jobs j
         WHERE j.shop_id = $1 ${status === 'all' ? 'AND $2 = $2' : 'AND j.status = $2'}
           AND ($3::uuid IS NULL OR j.engine_id = $3) AND ($4::int IS NULL OR j.number < $4)
         ORDER BY j.number DESC LIMIT ${most}`,
        status,
        engineId ?? null,
        before ?? null,
      );
  const page = rows.slice(0, limit);
  const whole = rows.length <= limit;
  const [texts, total] = await Promise.all([
    textsOf(scope, page),
    before !== undefined ? undefined : whole ? page.length : search || engineId ? undefined : countOf(scope, status),
  ]);
  const at = rows[0]?.at ?? (await clockOf(scope));
  const next = whole ? '' : `,"next":"${page.at(-1)?.number}"`;
  const counted = total === undefined ? '' : `,"total":${total}`;
  return `{"items":[${texts.join(',')}]${counted},"at":"${at}"${next}}`;
}

async function countOf(scope: ShopScope, status: JobsQuery['status']): Promise<number> {
  const [row] = await scope.select<{ total: number }>(
    `SELECT count(*)::int AS total FROM (
       SELECT FROM jobs WHERE shop_id = $1 ${status === 'all' ? '' : `AND status = '${status}'`}
       LIMIT ${MOST_COUNTED}) counted`,
  );
  return row?.total ?? 0;
}

async function clockOf(scope: ShopScope): Promise<string> {
  const [clock] = await scope.select<{ at: string }>(`SELECT ${NOW} AS at WHERE $1::uuid IS NOT NULL`);
  return clock?.at ?? new Date().toISOString();
}

/** So many changed benches at most; where there are more the lists are asked for anew. */
const MOST_CHANGES = 100;
/** A row's time is of before its commit: what was on its way when the last answer was given is asked for again. */
const ON_ITS_WAY = '20 seconds';

/** The benches on which anything changed since an instant of this server, whatever their status, as JSON text. */
export async function changedJson(scope: ShopScope, since: string): Promise<string> {
  const [at, rows] = await Promise.all([
    clockOf(scope),
    scope.select<Touched>(
      `SELECT j.id, j.number, j.touched_at::text AS touched FROM jobs j WHERE j.shop_id = $1
         AND j.touched_at > $2::timestamptz - interval '${ON_ITS_WAY}'
       ORDER BY j.number DESC LIMIT ${MOST_CHANGES + 1}`,
      since,
    ),
  ]);
  const more = rows.length > MOST_CHANGES;
  const texts = await textsOf(scope, rows.slice(0, MOST_CHANGES));
  return `{"items":[${texts.join(',')}],"at":"${at}","more":${more}}`;
}
