import { newBookSchema } from '@rugged/contract';
import { Router } from 'express';
import { createOnce, type Store } from '../store/store';
import { answerCreated, bodyOf, whoAsks } from './request';

/** `/api/books`: manuals' figures, an engine at a time. */
export function bookRoutes({ models }: Store): Router {
  const routes = Router();
  routes.post('/', async (req, res) => {
    const { shopId } = whoAsks(req);
    answerCreated(res, await createOnce(models.books, shopId, { ...bodyOf(newBookSchema, req) }));
  });
  return routes;
}
