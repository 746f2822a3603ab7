import { newPracticeResultSchema, type Practised, type PracticeResult } from '@rugged/contract';
import { Router } from 'express';
import { practisedQuery } from '../store/practised';
import type { Store } from '../store/store';
import { created, route } from './route';

/** So many of somebody's results are told: more say nothing new. */
const MOST = 1000;

/** `/api/practice`: what somebody did with practice cases, for themselves, and how far everybody is for the owner. */
export const practiceRoutes = (store: Store): Router =>
  Router()
    .post(
      '/',
      route(store, 'read', newPracticeResultSchema, async (shop, result) =>
        created(await shop.create('practice_results', { ...result, madeBy: shop.personId })),
      ),
    )
    .get(
      '/',
      route(store, 'read', null, async (shop) => {
        const items = await shop.select<PracticeResult>(
          `SELECT id, name, made_at AS "madeAt", total, "right", skills, said FROM practice_results
           WHERE shop_id = $1 AND made_by = $2 ORDER BY made_at DESC, id LIMIT ${MOST}`,
          shop.personId,
        );
        return { json: { items: items.reverse() } };
      }),
    )
    .get(
      '/people',
      route(store, 'run', null, async (shop) => ({ json: { items: await shop.select<Practised>(practisedQuery()) } })),
    );
