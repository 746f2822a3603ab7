import type { Track } from '@rugged/contract';
import { Router } from 'express';
import { QueryTypes } from 'sequelize';
import type { Store } from '../store/store';
import { whoAsks } from './request';

/** `/api/outcomes/track`: how often the verdict had been right, once engines were open. */
export function outcomeRoutes({ sequelize }: Store): Router {
  const routes = Router();
  routes.get('/track', async (req, res) => {
    const { shopId } = whoAsks(req);
    // The latest word on each cylinder of each job; those nobody had predicted say nothing of the verdict.
    const rows = await sequelize.query<Track['misses'][number]>(
      `SELECT found, predicted, count(*)::int AS times FROM (
         SELECT DISTINCT ON (job_id, cylinder) found, predicted FROM outcomes WHERE shop_id = $1 ORDER BY job_id, cylinder, made_at DESC, id) latest
       WHERE predicted IS NOT NULL GROUP BY found, predicted ORDER BY times DESC, found, predicted`, { bind: [shopId], type: QueryTypes.SELECT });
    const count = (some: typeof rows) => some.reduce((sum, { times }) => sum + times, 0);
    const track: Track = { judged: count(rows), right: count(rows.filter(({ found, predicted }) => found === predicted)), misses: rows.filter(({ found, predicted }) => found !== predicted) };
    res.json(track);
  });
  return routes;
}
