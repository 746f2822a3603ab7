import type { Present } from '@rugged/contract';
import type { ShopScope } from '../store/scope';

/** Somebody at a pad of a job. */
interface There extends Present {
  job: string;
  person: string;
}

/** Everybody who is at a pad of a shop, or of one job of it. */
async function present(shop: ShopScope, jobId?: string): Promise<There[]> {
  const rows = await shop.select<Omit<There, 'cylinder'> & { cylinder: string | null }>(
    `SELECT p.job_id AS job, p.person_id AS person, q.name, p.doing, p.cylinder FROM presences p
       JOIN people q ON q.id = p.person_id AND q.shop_id = p.shop_id
     WHERE p.shop_id = $1 AND p.until > now() AND ($2::uuid IS NULL OR p.job_id = $2)
     ORDER BY q.name, q.id`,
    jobId ?? null,
  );
  return rows.map(({ cylinder, ...one }) => ({ ...one, ...(cylinder === null ? {} : { cylinder }) }));
}

/** What a notice was answered with: two hundred phones hear the same notice, and one of them asks. */
const asked = new WeakMap<object, Promise<There[]>>();

/**
 * Who is where in a shop, by job; whoever asks is not told of themselves.
 *
 * @param notice heard of one job by all streams of the process; without it everybody's places are asked for
 */
export async function presentTo(shop: ShopScope, notice?: { job: string }): Promise<Map<string, Present[]>> {
  const known = notice && asked.get(notice);
  const asking = known ?? present(shop, notice?.job);
  if (notice && !known) asked.set(notice, asking);
  const jobs = new Map<string, Present[]>();
  // Nobody there any more is told too.
  if (notice) jobs.set(notice.job, []);
  for (const { job, person, ...one } of await asking)
    if (person !== shop.personId) jobs.set(job, [...(jobs.get(job) ?? []), one]);
  return jobs;
}
