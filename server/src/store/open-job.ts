import type { NewJob } from '@rugged/contract';
import { QueryTypes } from 'sequelize';
import type { ShopScope } from './scope';
import type { Created } from './store';

/**
 * Opens a job under the shop's next number and its house rules of now. A repeated request finds the job and takes no
 * number.
 */
export async function openJob(scope: ShopScope, job: NewJob): Promise<Created> {
  const { sequelize } = scope.store;
  const row = { ...job, openedBy: scope.personId };
  if (await scope.stored('jobs', job.id)) return scope.create('jobs', row);
  return scope.transaction(async (transaction) => {
    // One job of a shop at a time: whoever comes second with the same one finds it, and no number is lost.
    const [shop] = await sequelize.query<{ number: number; houseRules: object }>(
      'SELECT next_job_number AS number, house_rules AS "houseRules" FROM shops WHERE id = $1 FOR UPDATE',
      { bind: [scope.shopId], type: QueryTypes.SELECT, transaction },
    );
    const made = await scope.create('jobs', row, {
      transaction,
      more: { number: shop?.number, ...('houseRules' in row ? {} : { houseRules: shop?.houseRules }) },
    });
    if (made.outcome === 'created')
      await sequelize.query('UPDATE shops SET next_job_number = next_job_number + 1 WHERE id = $1', {
        bind: [scope.shopId],
        transaction,
      });
    return made;
  });
}
