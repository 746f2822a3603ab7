import type { History, HistoryItem, HistoryQuery } from '@rugged/contract';
import { camelled, instantOf } from './json-sql';
import type { ShopScope } from './scope';

interface Row extends Omit<HistoryItem, 'id' | 'jobId' | 'job' | 'by' | 'device' | 'was' | 'now'> {
  id: string;
  jobId: string | null;
  job: number | null;
  by: string | null;
  device: string | null;
  was: Record<string, unknown> | null;
  now: Record<string, unknown> | null;
}

/** Who changed what: of one job, of one record, or of the whole shop, the latest first. */
export async function historyOf(scope: ShopScope, { jobId, recordId, before, limit }: HistoryQuery): Promise<History> {
  const rows = await scope.select<Row>(
    `SELECT c.id, ${instantOf('c.at')} AS at, c.record, c.record_id AS "recordId", c.job_id AS "jobId",
       j.number AS job, c.action, p.name AS by, c.device, c.was, c.now
     FROM changes c
       LEFT JOIN people p ON p.id = c.person_id AND p.shop_id = c.shop_id
       LEFT JOIN jobs j ON j.id = c.job_id AND j.shop_id = c.shop_id
     WHERE c.shop_id = $1 AND ($2::uuid IS NULL OR c.job_id = $2) AND ($3::uuid IS NULL OR c.record_id = $3)
       AND ($4::bigint IS NULL OR c.id < $4)
     ORDER BY c.id DESC LIMIT ${limit + 1}`,
    jobId ?? null,
    recordId ?? null,
    before ?? null,
  );
  const items = rows
    .slice(0, limit)
    .map(
      ({ id, was, now, ...row }): HistoryItem =>
        Object.fromEntries(
          Object.entries({ id: Number(id), ...row, was: was && camelled(was), now: now && camelled(now) }).filter(
            ([, value]) => value !== null && value !== undefined,
          ),
        ) as unknown as HistoryItem,
    );
  const last = items.at(-1);
  return { items, ...(rows.length > limit && last ? { next: last.id } : {}) };
}
