import type { NewJob } from '@rugged/contract';
import { QueryTypes, UniqueConstraintError } from 'sequelize';
import type { ShopScope } from './scope';
import type { Created } from './store';

/**
 * Opens a job under the shop's next number and its house rules of now. A repeated request finds the job and takes no
 * number.
 */
export async function openJob(scope: ShopScope, job: NewJob): Promise<Created> {
  const { sequelize, models } = scope.store;
  const row = { ...job, openedBy: scope.personId };
  if (await models.jobs.findByPk(job.id)) return scope.create('jobs', row);
  try {
    return await scope.transaction(async (transaction) => {
      const [shop] = await sequelize.query<{ number: number; houseRules: object }>(
        'UPDATE shops SET next_job_number = next_job_number + 1 WHERE id = $1 RETURNING next_job_number - 1 AS ' +
          'number, house_rules AS "houseRules"',
        { bind: [scope.shopId], type: QueryTypes.SELECT, transaction },
      );
      return scope.create('jobs', { houseRules: shop?.houseRules, ...row, number: shop?.number }, transaction);
    });
  } catch (error) {
    // The same request came twice at once and the other one was first.
    if (error instanceof UniqueConstraintError) return scope.create('jobs', row);
    throw error;
  }
}
