import { shopChangeSchema } from '@rugged/contract';
import { Router } from 'express';
import type { Store } from '../store/store';
import { changed, route } from './route';

/** `/api/shop`: the settings of the shop that asks. */
export const shopRoutes = (store: Store): Router =>
  Router().patch(
    '/',
    route(store, 'signed-in', shopChangeSchema, async (shop, change) =>
      changed(await shop.change('shops', shop.shopId, change), 'shop'),
    ),
  );
