import type { Track } from '@rugged/contract';
import { Router } from 'express';
import type { Store } from '../store/store';
import { route } from './route';

/** `/api/outcomes/track`: how often the verdict had been right, once engines were open. */
export const trackRoutes = (store: Store): Router =>
  Router().get(
    '/track',
    route(store, 'read', null, async (shop) => {
      // The latest word on each cylinder of each job; those nobody had predicted say nothing of the verdict.
      const rows = await shop.select<Track['misses'][number]>(
        `SELECT found, predicted, count(*)::int AS times FROM (
         SELECT DISTINCT ON (job_id, cylinder) found, predicted FROM outcomes WHERE shop_id = $1 ORDER BY job_id,
           cylinder, made_at DESC, id) latest
       WHERE predicted IS NOT NULL GROUP BY found, predicted ORDER BY times DESC, found, predicted`,
      );
      const count = (some: typeof rows) => some.reduce((sum, { times }) => sum + times, 0);
      const track: Track = {
        judged: count(rows),
        right: count(rows.filter(({ found, predicted }) => found === predicted)),
        misses: rows.filter(({ found, predicted }) => found !== predicted),
      };
      return { json: track };
    }),
  );
