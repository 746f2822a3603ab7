import { newBookSchema } from '@rugged/contract';
import { Router } from 'express';
import type { Store } from '../store/store';
import { created, route } from './route';

/** `/api/books`: manuals' figures, an engine at a time. */
export const bookRoutes = (store: Store): Router =>
  Router().post(
    '/',
    route(store, 'signed-in', newBookSchema, async (shop, book) => created(await shop.create('books', book))),
  );
