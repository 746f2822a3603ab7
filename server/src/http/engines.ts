import { engineChangeSchema, enginesQuerySchema, newEngineSchema } from '@rugged/contract';
import { Router } from 'express';
import { enginesPage } from '../store/engine-query';
import { changeVersion, createOnce, type Store } from '../store/store';
import { answerChanged, answerCreated, bodyOf, idOf, queryOf, whoAsks } from './request';

/** `/api/engines`: every engine the shop has seen. */
export function engineRoutes(store: Store): Router {
  const routes = Router();
  const { engines } = store.models;

  routes.get('/', async (req, res) => {
    const { shopId } = whoAsks(req);
    res.json(await enginesPage(store, shopId, queryOf(enginesQuerySchema, req)));
  });
  routes.post('/', async (req, res) => {
    const { shopId } = whoAsks(req);
    answerCreated(res, await createOnce(engines, shopId, { ...bodyOf(newEngineSchema, req) }));
  });
  routes.patch('/:id', async (req, res) => {
    const { shopId } = whoAsks(req);
    const id = idOf(req, 'engine');
    answerChanged(res, await changeVersion(engines, { id, shopId }, bodyOf(engineChangeSchema, req)), 'engine');
  });
  return routes;
}
