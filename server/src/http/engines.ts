import {
  changedEngine,
  type EngineChange,
  engineChangeSchema,
  type EngineRecord,
  enginesQuerySchema,
  newEngineSchema,
} from '@rugged/contract';
import { checkEngine, InputError } from '@rugged/core';
import { Router } from 'express';
import { engineItem, enginesPage } from '../store/engine-query';
import { readByModel } from '../store/read-here-query';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { refuse } from './problem';
import { changed, created, route } from './route';

/** `/api/engines`: every engine the shop has seen, and the sheet of each. */
export const engineRoutes = (store: Store): Router =>
  Router()
    .get(
      '/',
      route(store, 'read', enginesQuerySchema, async (shop, query) => ({ json: await enginesPage(shop, query) })),
    )
    .get(
      '/:id',
      route(store, 'read', null, async (shop, _, { id }) => {
        const item = await engineItem(shop, id('engine'));
        if (!item) throw refuse.missing('engine');
        return { json: item };
      }),
    )
    .get(
      '/:id/read-here',
      route(store, 'read', null, async (shop, _, { id }) => {
        const found = await readByModel(shop, id('engine'));
        if (!found) throw refuse.missing('model');
        return { json: found };
      }),
    )
    .post(
      '/',
      route(store, 'intake', newEngineSchema, async (shop, engine) => {
        return created(await shop.create('engines', engine, { check: () => booksAreHere(shop, engine.bookIds) }));
      }),
    )
    .patch(
      '/:id',
      route(store, 'intake', engineChangeSchema, async (shop, change, { id }) => {
        await stillMakesSense(shop, id('engine'), change);
        return changed(await shop.change('engines', id('engine'), change), 'engine');
      }),
    );

/** The engine as it will be, against itself and against what was already read on it. */
async function stillMakesSense(shop: ShopScope, id: string, change: EngineChange): Promise<void> {
  const current = (await shop.find('engines', id)) as unknown as EngineRecord | undefined;
  // Missing, or changed by somebody else: that is the answer, whatever this change would do.
  if (current?.version !== change.version) return;
  checkEngine(changedEngine(current, change));
  await booksAreHere(shop, change.bookIds ?? undefined);
  const { cylinders } = change;
  if (!cylinders) return;
  const [read] = await shop.select<{ cylinder: string }>(
    `SELECT r.figures->>'cylinder' AS cylinder FROM readings r
      JOIN tests t ON (t.shop_id, t.id) = (r.shop_id, r.test_id)
       JOIN jobs j ON (j.shop_id, j.id) = (t.shop_id, t.job_id)
     WHERE r.shop_id = $1 AND j.engine_id = $2 AND j.status = 'open' AND r.figures ? 'cylinder'
       AND NOT (r.figures->>'cylinder' = ANY($3)) LIMIT 1`,
    id,
    cylinders,
  );
  if (read) throw new InputError('cylinders', 'cylinder-was-read', read);
}

async function booksAreHere(shop: ShopScope, ids: readonly string[] = []): Promise<void> {
  if (ids.length === 0) return;
  const known = await shop.select('SELECT id FROM books WHERE shop_id = $1 AND id = ANY($2::uuid[])', ids);
  if (known.length < ids.length) throw new InputError('bookIds', 'not-known-here');
}
