import { shopChangeSchema } from '@rugged/contract';
import { Router } from 'express';
import { changeVersion, type Store } from '../store/store';
import { answerChanged, bodyOf, whoAsks } from './request';

/** `/api/shop`: the settings of the shop that asks. */
export function shopRoutes({ models }: Store): Router {
  const routes = Router();
  routes.patch('/', async (req, res) => {
    const { shopId } = whoAsks(req);
    answerChanged(res, await changeVersion(models.shops, { id: shopId }, bodyOf(shopChangeSchema, req)), 'shop');
  });
  return routes;
}
