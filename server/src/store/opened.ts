import type { Shop } from '@rugged/contract';
import type { Family, HouseRules, Opened, RepairName } from '@rugged/core';
import type { Done, PriceList } from '@rugged/core/decide';
import type { ShopScope } from './scope';

/** What was found in the cylinders that this shop opened, by family: the latest word on each. */
export async function openedHere(scope: ShopScope): Promise<Opened> {
  const rows = await scope.select<{ family: keyof Opened; found: string; times: number }>(
    `SELECT family, found, count(*)::int AS times FROM (
       SELECT DISTINCT ON (o.job_id, o.cylinder) e.family, o.found
       FROM outcomes o JOIN jobs j ON (j.shop_id, j.id) = (o.shop_id, o.job_id)
         JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id)
       WHERE o.shop_id = $1 ORDER BY o.job_id, o.cylinder, o.made_at DESC, o.id) latest
     GROUP BY family, found ORDER BY family, found`,
  );
  const opened: Record<string, Record<string, number>> = {};
  for (const { family, found, times } of rows) (opened[family] ??= {})[found] = times;
  return opened;
}

/** What the shop's own jobs came to, by kind of machine: the middle, and from the lowest to the highest. */
export async function doneHere(scope: ShopScope): Promise<NonNullable<PriceList['done']>> {
  const rows = await scope.select<{ family: Family; repair: RepairName } & Done>(
    `SELECT e.family, r.repair, count(*)::int AS times,
       min(r.hours) AS "hoursLow", percentile_cont(0.5) WITHIN GROUP (ORDER BY r.hours) AS "hoursLikely",
       max(r.hours) AS "hoursHigh", min(r.parts_cost) AS "partsLow",
       percentile_cont(0.5) WITHIN GROUP (ORDER BY r.parts_cost) AS "partsLikely", max(r.parts_cost) AS "partsHigh"
     FROM repairs r JOIN jobs j ON (j.shop_id, j.id) = (r.shop_id, r.job_id)
       JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id)
     WHERE r.shop_id = $1 AND r.repair IS NOT NULL AND r.hours IS NOT NULL AND r.parts_cost IS NOT NULL
     GROUP BY e.family, r.repair ORDER BY e.family, r.repair`,
  );
  const done: NonNullable<PriceList['done']> = {};
  for (const { family, repair, ...figures } of rows) (done[family] ??= {})[repair] = figures;
  return done;
}

/** A shop as it is sent: with what it has learned from its jobs, which is counted anew and never kept with it. */
export async function withLearned<S extends { houseRules?: unknown; prices?: unknown }>(
  scope: ShopScope,
  shop: S,
): Promise<S> {
  const [opened, done] = await Promise.all([openedHere(scope), doneHere(scope)]);
  const rules = shop.houseRules as Shop['houseRules'];
  const prices = shop.prices as Shop['prices'];
  return {
    ...shop,
    ...(Object.keys(opened).length === 0 ? {} : { houseRules: { ...rules, opened } }),
    ...(Object.keys(done).length === 0 ? {} : { prices: { ...prices, done } }),
  };
}

export const withoutOpened = ({ opened: _, ...rules }: Partial<HouseRules>): Partial<HouseRules> => rules;
export const withoutDone = ({ done: _, ...prices }: PriceList): PriceList => prices;
