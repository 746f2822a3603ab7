import { QueryTypes } from 'sequelize';
import type { JobsQuery } from '@rugged/contract';
import { asJson, list } from './json-sql';
import type { Table } from './models';
import type { Store } from './store';

/** What people added to a job, each with who it was. */
const made = (table: Table) => list(asJson(table, 'x', ", 'by', p.name"), `${table} x JOIN people p ON p.id = x.made_by WHERE x.job_id = j.id`);

/** One job with everything on its bench as one JSON text: one round trip, no row ever turned into an object here. */
const BENCH = `json_strip_nulls(json_build_object(
  'job', ${asJson('jobs', 'j')},
  'owner', ${asJson('owners', 'o')},
  'machine', ${asJson('machines', 'm')},
  'engine', ${asJson('engines', 'e')},
  'books', ${list(asJson('books', 'b'), 'books b WHERE b.engine_id = e.id')},
  'houseRules', s.house_rules,
  'tests', ${list(asJson('tests', 't', ", 'by', p.name"), 'tests t JOIN people p ON p.id = t.started_by WHERE t.job_id = j.id')},
  'readings', ${list(asJson('readings', 'r'), 'readings r JOIN tests t ON t.id = r.test_id WHERE t.job_id = j.id')},
  'overrules', ${made('overrules')},
  'ticks', ${made('ticks')},
  'signatures', ${made('signatures')},
  'notes', ${made('notes')},
  'outcomes', ${made('outcomes')},
  'lastTime', (
    SELECT json_build_object('jobId', l.id, 'number', l.number, 'openedAt', l.opened_at, 'readings',
      (SELECT coalesce(json_agg(json_build_object('cylinder', r.cylinder, 'unit', r.unit, 'peak', r.peak) ORDER BY r.taken_at), '[]'::json)
       FROM readings r JOIN tests t ON t.id = r.test_id
       WHERE t.job_id = l.id AND r.kind = 'compression' AND r.wet IS NOT TRUE AND r.withdrawn IS NOT TRUE
         AND NOT EXISTS (SELECT 1 FROM readings n WHERE n.supersedes = r.id AND n.test_id = r.test_id)))
    FROM jobs l
    WHERE l.engine_id = e.id AND l.id <> j.id AND l.opened_at < j.opened_at
    ORDER BY l.opened_at DESC LIMIT 1)
))::text`;

const FROM = `FROM jobs j
  JOIN shops s ON s.id = j.shop_id
  JOIN engines e ON e.id = j.engine_id
  JOIN machines m ON m.id = e.machine_id
  JOIN owners o ON o.id = m.owner_id`;

/** The bench of a job of this shop as JSON text, or nothing. */
export async function benchJson({ sequelize }: Store, shopId: string, jobId: string): Promise<string | undefined> {
  const [row] = await sequelize.query<{ bench: string }>(`SELECT ${BENCH} AS bench ${FROM} WHERE j.shop_id = $1 AND j.id = $2`, {
    bind: [shopId, jobId], type: QueryTypes.SELECT,
  });
  return row?.bench;
}

/** A page of benches, newest job first, as JSON text. One row more than asked for tells whether there is another page. */
export async function benchesJson({ sequelize }: Store, shopId: string, query: JobsQuery): Promise<string> {
  const bind: unknown[] = [shopId];
  const where = ['j.shop_id = $1'];
  const and = (condition: (place: string) => string, value: unknown) => {
    bind.push(value);
    where.push(condition(`$${bind.length}`));
  };
  if (query.status !== 'all') and((p) => `j.status = ${p}`, query.status);
  if (query.engineId) and((p) => `j.engine_id = ${p}`, query.engineId);
  const search = query.search?.trim();
  if (search) {
    and((p) => `(e.name ILIKE ${p} OR m.name ILIKE ${p} OR o.name ILIKE ${p} OR j.complaint ILIKE ${p} OR j.number::text LIKE ${p})`, `%${search.replace(/[\\%_]/g, '\\$&')}%`);
  }
  const counted = [...where];
  const countBind = [...bind];
  if (query.before) and((p) => `j.number < ${p}`, query.before);
  const [rows, totals] = await Promise.all([
    sequelize.query<{ number: number; bench: string }>(
      `SELECT j.number, ${BENCH} AS bench ${FROM} WHERE ${where.join(' AND ')} ORDER BY j.number DESC LIMIT ${query.limit + 1}`,
      { bind, type: QueryTypes.SELECT }),
    sequelize.query<{ total: number }>(`SELECT count(*)::int AS total ${FROM} WHERE ${counted.join(' AND ')}`, { bind: countBind, type: QueryTypes.SELECT }),
  ]);
  const page = rows.slice(0, query.limit);
  const next = rows.length > query.limit ? `,"next":"${page[page.length - 1]?.number}"` : '';
  return `{"items":[${page.map((row) => row.bench).join(',')}],"total":${totals[0]?.total ?? 0}${next}}`;
}
