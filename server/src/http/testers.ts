import { newTesterSchema, testerChangeSchema } from '@rugged/contract';
import { Router } from 'express';
import { Op } from 'sequelize';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { changed, created, route } from './route';

/** The others of its kind give way to the usual one. */
const giveWay = (shop: ShopScope, { id, kind }: { id: string; kind: string }) =>
  shop.asked(({ models }) =>
    models.testers.update({ usual: false }, { where: { shopId: shop.shopId, kind, id: { [Op.ne]: id }, usual: true } }),
  );

/** `/api/testers`: the register of testers. One of each kind is the usual one. */
export const testerRoutes = (store: Store): Router =>
  Router()
    .post(
      '/',
      route(store, 'work', newTesterSchema, async (shop, tester) => {
        const made = await shop.create('testers', tester);
        if (tester.usual) await giveWay(shop, tester);
        return created(made);
      }),
    )
    .patch(
      '/:id',
      route(store, 'work', testerChangeSchema, async (shop, change, call) => {
        const id = call.id('tester');
        const made = await shop.change('testers', id, change);
        if (made.outcome === 'changed' && made.row['usual'] === true)
          await giveWay(shop, { id, kind: made.row['kind'] as string });
        return changed(made, 'tester');
      }),
    );
