import type { NewJob } from '@rugged/contract';
import { QueryTypes, UniqueConstraintError } from 'sequelize';
import { type Created, createOnce, type Store } from './store';

/** Opens a job under the shop's next number. A repeated request finds the job and takes no number. */
export async function openJob(store: Store, shopId: string, job: NewJob & { openedBy: string }): Promise<Created> {
  const { sequelize, models } = store;
  const known = await models.jobs.findByPk(job.id);
  if (known) return createOnce(models.jobs, shopId, { ...job });
  try {
    return await sequelize.transaction(async (transaction) => {
      const [shop] = await sequelize.query<{ number: number }>(
        'UPDATE shops SET next_job_number = next_job_number + 1 WHERE id = $1 RETURNING next_job_number - 1 AS number',
        { bind: [shopId], type: QueryTypes.SELECT, transaction });
      return createOnce(models.jobs, shopId, { ...job, number: shop?.number }, transaction);
    });
  } catch (error) {
    // The same request came twice at once and the other one was first.
    if (error instanceof UniqueConstraintError) return createOnce(models.jobs, shopId, { ...job });
    throw error;
  }
}
