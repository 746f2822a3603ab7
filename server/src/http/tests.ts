import { newTestSchema } from '@rugged/contract';
import { Router } from 'express';
import { createOnce, type Store } from '../store/store';
import { answerCreated, bodyOf, whoAsks } from './request';

/** `/api/tests`: a test as it was set up. Written once. */
export function testRoutes({ models }: Store): Router {
  const routes = Router();
  routes.post('/', async (req, res) => {
    const { shopId, personId } = whoAsks(req);
    answerCreated(res, await createOnce(models.tests, shopId, { ...bodyOf(newTestSchema, req), startedBy: personId }));
  });
  return routes;
}
