import { type Presence, presenceSchema } from '@rugged/contract';
import { type Response, Router } from 'express';
import type { Ear, Heard } from '../live/heard';
import { presentTo } from './present';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { endWithSession } from './end-with-session';
import { route, whoAsks } from './route';

/** So long somebody who says nothing more is still there; said anew every so often while a pad is open. */
const THERE_SECONDS = 45;
/** A line now and then keeps a proxy from taking the stream for dead, ms. */
const PULSE_MS = 20_000;
const RETRY_MS = 1000;

/**
 * `/api/changes/live`: what changes in a shop, as server-sent events: `touched` a job, from another device than the one
 * that listens; `present` who is at the pads of a job; `again` where something may have been missed.
 */
export const changesLive =
  (ear: Ear) =>
  (store: Store): Router =>
    Router().get(
      '/live',
      route(store, 'read', null, (shop, _, { req }) => ({
        write: (res) => {
          endWithSession(store, req, res);
          stream(ear, shop, res, whoAsks(req).device);
        },
      })),
    );

function stream(ear: Ear, shop: ShopScope, res: Response, device: string | undefined): void {
  res.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store, no-transform',
    'X-Accel-Buffering': 'no',
  });
  const send = (event: string, data: unknown) => res.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  res.write(`retry: ${RETRY_MS}\n\n`);
  const tellPresent = (notice?: { job: string }) =>
    void presentTo(shop, notice).then(
      (jobs) => {
        for (const [job, people] of jobs) send('present', { job, people });
      },
      () => undefined,
    );
  const touched = (...[heard]: Heard['touched']) => {
    if (heard.shop === shop.shopId && (device === undefined || heard.device !== device))
      send('touched', { job: heard.job });
  };
  const present = (...[heard]: Heard['present']) => {
    if (heard.shop === shop.shopId) tellPresent(heard);
  };
  const again = () => send('again', {});
  ear.on('touched', touched).on('present', present).on('again', again);
  const pulse = setInterval(() => res.write(': there\n\n'), PULSE_MS);
  res.on('close', () => {
    clearInterval(pulse);
    ear.off('touched', touched).off('present', present).off('again', again);
  });
  tellPresent();
}

/** `/api/presence`: where whoever asks is just now. No record: it is gone when nothing more is said. */
export const presenceRoutes = (store: Store): Router =>
  Router().post(
    '/',
    route(store, 'work', presenceSchema, async (shop, at) => {
      await noteThere(shop, at);
      return { write: (res) => res.status(204).end() };
    }),
  );

async function noteThere(shop: ShopScope, { jobId, doing, cylinder }: Presence): Promise<void> {
  await shop.select('DELETE FROM presences WHERE shop_id = $1 AND until < now()');
  if (doing === undefined)
    await shop.select(
      'DELETE FROM presences WHERE shop_id = $1 AND job_id = $2 AND person_id = $3',
      jobId,
      shop.personId,
    );
  else
    await shop.select(
      `INSERT INTO presences (shop_id, job_id, person_id, doing, cylinder, until)
       VALUES ($1, $2, $3, $4, $5, now() + interval '${THERE_SECONDS} seconds')
       ON CONFLICT (shop_id, job_id, person_id)
       DO UPDATE SET doing = excluded.doing, cylinder = excluded.cylinder, until = excluded.until`,
      jobId,
      shop.personId,
      doing,
      cylinder ?? null,
    );
}
