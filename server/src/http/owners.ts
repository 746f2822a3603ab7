import { newOwnerSchema } from '@rugged/contract';
import { Router } from 'express';
import { createOnce, type Store } from '../store/store';
import { answerCreated, bodyOf, whoAsks } from './request';

/** `/api/owners`: customers. */
export function ownerRoutes({ models }: Store): Router {
  const routes = Router();
  routes.post('/', async (req, res) => {
    const { shopId } = whoAsks(req);
    answerCreated(res, await createOnce(models.owners, shopId, { ...bodyOf(newOwnerSchema, req) }));
  });
  return routes;
}
