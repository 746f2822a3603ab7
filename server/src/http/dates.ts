import { randomBytes } from 'node:crypto';
import ical, { ICalCalendarMethod } from 'ical-generator';
import type { DueDate } from '@rugged/contract';
import { type RequestHandler, Router } from 'express';
import { dueDates } from '../store/due-query';
import { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { refuse } from './problem';
import { type Answer, route } from './route';

/** `/api/dates`: when engines are due, as a list, as a calendar file, and the secret address of the feed. */
export const dateRoutes = (store: Store): Router =>
  Router()
    .get(
      '/',
      route(store, 'read', null, async (shop) => ({ json: await dueDates(shop) })),
    )
    .get(
      '/calendar.ics',
      route(store, 'read', null, async (shop) => calendar(await dueDates(shop))),
    )
    .get(
      '/feed',
      route(store, 'tell', null, async (shop) => ({ json: feedOf(await secretOf(shop)) })),
    )
    .post(
      '/feed',
      route(store, 'tell', null, async (shop) => {
        const secret = randomBytes(SECRET_BYTES).toString('base64url');
        await shop.select('UPDATE shops SET feed_secret = $2 WHERE id = $1', secret);
        return { json: feedOf(secret) };
      }),
    );

const SECRET_BYTES = 24;
const feedOf = (secret: string | null | undefined) => (secret ? { path: `/api/feeds/${secret}.ics` } : {});

async function secretOf(shop: ShopScope): Promise<string | null | undefined> {
  const [row] = await shop.select<{ secret: string | null }>('SELECT feed_secret AS secret FROM shops WHERE id = $1');
  return row?.secret;
}

/** `/api/feeds/<secret>.ics`: the same for a calendar that cannot sign in. Who has the address reads the dates. */
export const feed =
  (store: Store): RequestHandler =>
  async (req, res) => {
    const [, secret] = /^\/([\w-]{20,64})\.ics$/.exec(req.path) ?? [];
    const [found] = secret === undefined ? [] : await store.known<{ shopId: string }>('shop_of_feed', secret);
    if (!found || req.method !== 'GET') throw refuse.missing('feed');
    const shop = new ShopScope(store, { ...found, personId: '' });
    const answer = calendar(await dueDates(shop));
    if ('write' in answer) answer.write(res);
  };

/** Days only: what only a meter decides has none. */
function calendar(dates: readonly DueDate[]): Answer {
  const cal = ical({ name: 'Engines due', method: ICalCalendarMethod.PUBLISH });
  for (const { on, engineId, engine, machine, owner, atUse, meterUnit } of dates) {
    if (on === undefined) continue;
    cal.createEvent({
      id: engineId,
      start: new Date(`${on}T00:00:00Z`),
      allDay: true,
      summary: `${engine}: test again`,
      description: [`${machine}, ${owner}`, atUse === undefined ? '' : `at ${atUse} ${meterUnit ?? ''}`.trim()]
        .filter(Boolean)
        .join('\n'),
    });
  }
  return {
    write: (res) =>
      void res
        .type('text/calendar')
        .setHeader('Content-Disposition', 'inline; filename="engines-due.ics"')
        .send(cal.toString()),
  };
}
