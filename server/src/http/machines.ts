import { newMachineSchema } from '@rugged/contract';
import { Router } from 'express';
import { createOnce, type Store } from '../store/store';
import { answerCreated, bodyOf, whoAsks } from './request';

/** `/api/machines`: what the owners brought. */
export function machineRoutes({ models }: Store): Router {
  const routes = Router();
  routes.post('/', async (req, res) => {
    const { shopId } = whoAsks(req);
    answerCreated(res, await createOnce(models.machines, shopId, { ...bodyOf(newMachineSchema, req) }));
  });
  return routes;
}
