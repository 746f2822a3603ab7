import { newOverruleSchema } from '@rugged/contract';
import { InputError } from '@rugged/core';
import { Router } from 'express';
import { QueryTypes } from 'sequelize';
import { createOnce, type Store } from '../store/store';
import { answerCreated, bodyOf, whoAsks } from './request';

/** `/api/overrules`: a mechanic's own verdict, with its reason. Only added. */
export function overruleRoutes(store: Store): Router {
  const routes = Router();
  routes.post('/', async (req, res) => {
    const { shopId, personId } = whoAsks(req);
    const overrule = bodyOf(newOverruleSchema, req);
    const [job] = await store.sequelize.query<{ cylinders: string[] }>(
      'SELECT e.cylinders FROM jobs j JOIN engines e ON e.id = j.engine_id WHERE j.shop_id = $1 AND j.id = $2',
      { bind: [shopId, overrule.jobId], type: QueryTypes.SELECT });
    if (!job) throw new InputError('jobId', 'is not known in this shop');
    if (overrule.cylinder !== undefined && !job.cylinders.includes(overrule.cylinder)) {
      throw new InputError('cylinder', `there is no cylinder ${overrule.cylinder} on this engine`);
    }
    answerCreated(res, await createOnce(store.models.overrules, shopId, { ...overrule, madeBy: personId }));
  });
  return routes;
}
