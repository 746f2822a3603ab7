import type { Shop } from '@rugged/contract';
import type { HouseRules, Opened } from '@rugged/core';
import type { ShopScope } from './scope';

/** What was found in the cylinders that this shop opened, by family: the latest word on each. */
export async function openedHere(scope: ShopScope): Promise<Opened> {
  const rows = await scope.select<{ family: keyof Opened; found: string; times: number }>(
    `SELECT family, found, count(*)::int AS times FROM (
       SELECT DISTINCT ON (o.job_id, o.cylinder) e.family, o.found
       FROM outcomes o JOIN jobs j ON j.id = o.job_id JOIN engines e ON e.id = j.engine_id
       WHERE o.shop_id = $1 ORDER BY o.job_id, o.cylinder, o.made_at DESC, o.id) latest
     GROUP BY family, found ORDER BY family, found`,
  );
  const opened: Record<string, Record<string, number>> = {};
  for (const { family, found, times } of rows) (opened[family] ??= {})[found] = times;
  return opened;
}

/** A shop as it is sent: its rules carry what it has learned, which is counted anew and never kept with them. */
export async function withOpened<S extends { houseRules?: unknown }>(scope: ShopScope, shop: S): Promise<S> {
  const opened = await openedHere(scope);
  const rules = shop.houseRules as Shop['houseRules'];
  return Object.keys(opened).length === 0 ? shop : { ...shop, houseRules: { ...rules, opened } };
}

export const withoutOpened = ({ opened: _, ...rules }: Partial<HouseRules>): Partial<HouseRules> => rules;
