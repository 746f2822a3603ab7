import { type Shop, type ShopChange, shopChangeSchema } from '@rugged/contract';
import type { Right } from '@rugged/contract/people';
import { checkShopRules, within } from '@rugged/core';
import { Router } from 'express';
import type { Store } from '../store/store';
import { withLearned, withoutDone, withoutOpened } from '../store/opened';
import { changed, route } from './route';

/** Prices are the office's too; everything else is the owner's. */
const neededFor = ({ version: _, ...change }: ShopChange): Right =>
  Object.keys(change).every((field) => field === 'prices') ? 'tell' : 'run';

/** `/api/shop`: the settings of the shop that asks. */
export const shopRoutes = (store: Store): Router =>
  Router().patch(
    '/',
    route(store, neededFor, shopChangeSchema, async (shop, { houseRules, prices, ...change }) => {
      if (houseRules) within('houseRules', () => checkShopRules(withoutOpened(houseRules)));
      const kept = {
        ...change,
        ...(houseRules ? { houseRules: withoutOpened(houseRules) } : {}),
        ...(prices ? { prices: withoutDone(prices) } : {}),
      };
      const outcome = await shop.change('shops', shop.shopId, kept);
      const answer = changed(outcome, 'shop');
      return 'json' in answer ? { ...answer, json: await withLearned(shop, answer.json as Shop) } : answer;
    }),
  );
