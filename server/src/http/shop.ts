import { type Shop, type ShopChange, shopChangeSchema } from '@rugged/contract';
import type { Right } from '@rugged/contract/people';
import { checkShopRules, within } from '@rugged/core';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Router } from 'express';
import type { ShopScope } from '../store/scope';
import { writeShopArchive } from '../store/shop-archive';
import type { Store } from '../store/store';
import { withLearned, withoutDone, withoutOpened } from '../store/opened';
import { type Answer, changed, route } from './route';

/** Prices are the office's too; everything else is the owner's. */
const neededFor = ({ version: _, ...change }: ShopChange): Right =>
  Object.keys(change).every((field) => field === 'prices') ? 'tell' : 'run';

/** `/api/shop`: the settings of the shop that asks. */
export const shopRoutes = (store: Store): Router =>
  Router()
    .get('/archive.zip', route(store, 'run', null, archive))
    .patch(
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

/** Put together in a moment beside the database, and sent as slowly as whoever fetches it is. */
async function archive(shop: ShopScope): Promise<Answer> {
  const dir = await mkdtemp(path.join(tmpdir(), 'rugged-shop-'));
  const away = () => void rm(dir, { recursive: true, force: true });
  const file = path.join(dir, 'shop.zip');
  try {
    await shop.asked(({ sequelize }) => writeShopArchive(sequelize, shop.shopId, file));
  } catch (error) {
    away();
    throw error;
  }
  return { write: (res) => res.download(file, 'shop.zip', away) };
}
