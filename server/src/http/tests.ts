import { newTestSchema } from '@rugged/contract';
import { Router } from 'express';
import type { Store } from '../store/store';
import { checkAdded } from './kept-job';
import { created, route } from './route';

/** `/api/tests`: a test as it was set up. Written once. */
export const testRoutes = (store: Store): Router =>
  Router().post(
    '/',
    route(store, 'work', newTestSchema, async (shop, test) =>
      created(
        await shop.create(
          'tests',
          { ...test, startedBy: shop.personId },
          { check: () => checkAdded(shop, { jobId: test.jobId, at: test.startedAt, amends: test.amends }) },
        ),
      ),
    ),
  );
