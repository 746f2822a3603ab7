import { newOwnerSchema } from '@rugged/contract';
import { Router } from 'express';
import type { Store } from '../store/store';
import { created, route } from './route';

/** `/api/owners`: customers. */
export const ownerRoutes = (store: Store): Router =>
  Router().post(
    '/',
    route(store, 'signed-in', newOwnerSchema, async (shop, owner) => created(await shop.create('owners', owner))),
  );
