import { engineChangeSchema, enginesQuerySchema, newEngineSchema } from '@rugged/contract';
import { Router } from 'express';
import { enginesPage } from '../store/engine-query';
import type { Store } from '../store/store';
import { changed, created, route } from './route';

/** `/api/engines`: every engine the shop has seen. */
export const engineRoutes = (store: Store): Router =>
  Router()
    .get(
      '/',
      route(store, 'signed-in', enginesQuerySchema, async (shop, query) => ({ json: await enginesPage(shop, query) })),
    )
    .post(
      '/',
      route(store, 'signed-in', newEngineSchema, async (shop, engine) => created(await shop.create('engines', engine))),
    )
    .patch(
      '/:id',
      route(store, 'signed-in', engineChangeSchema, async (shop, change, { id }) =>
        changed(await shop.change('engines', id('engine'), change), 'engine'),
      ),
    );
