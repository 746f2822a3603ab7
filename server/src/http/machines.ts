import { newMachineSchema } from '@rugged/contract';
import { Router } from 'express';
import type { Store } from '../store/store';
import { created, route } from './route';

/** `/api/machines`: what the owners brought. */
export const machineRoutes = (store: Store): Router =>
  Router().post(
    '/',
    route(store, 'intake', newMachineSchema, async (shop, machine) => created(await shop.create('machines', machine))),
  );
