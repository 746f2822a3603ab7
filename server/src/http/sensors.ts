import { randomInt, randomUUID } from 'node:crypto';
import { LIVE_KINDS, type LiveKind } from '@rugged/contract/live';
import express, { type Response, Router } from 'express';
import Joi from 'joi';
import { QueryTypes, type Transaction } from 'sequelize';
import {
  brought,
  type Brought,
  joinedEnd,
  type JoinedPlace,
  joinedPlaceOf,
  parseJoinedPlace,
  relayed,
  type StoredLine,
} from '../live/joined';
import type { Ear } from '../live/heard';
import type { LiveEvent } from '../live/stream';
import { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { endWithSession } from './end-with-session';
import { Refusal, refuse } from './problem';
import { openRoute, route } from './route';
import { slowGuessing } from './slow-guessing';

/** So long a code joins, and a joined sensor may go on sending. */
const HOURS = 4;
/** So many lines lie in between for a pad whose signal went; older ones are passed over. */
const KEPT_SAMPLES = 200_000;
/** So often it is noted that a pad listens, whether anything was sent or not; the sensor is told so for two seconds. */
const MARKED_MS = 700;
const LINES_AT_ONCE = 400;
const MOST_BYTES = 512 * 1024;

/** One joined sensor. */
interface Sensor {
  id: string;
  kind: LiveKind;
  hello: string | null;
  taken: string;
  ended: boolean;
}

/** `/api/sensors`, of whoever is signed in: a code for a sensor, and what it sends. */
export const sensorRoutes =
  (ear: Ear) =>
  (store: Store): Router =>
    Router()
      .post(
        '/',
        route(
          store,
          'work',
          Joi.object<{ kind: LiveKind }>({
            kind: Joi.string()
              .valid(...LIVE_KINDS)
              .required(),
          }),
          async (shop, { kind }) => ({ status: 201, json: await joinable(shop, kind) }),
        ),
      )
      .get(
        '/:id/live',
        route(
          store,
          'read',
          Joi.object<{ after?: string; kind?: string }>({ after: Joi.string().max(40), kind: Joi.string() }),
          async (shop, { after }, { req, id }) => {
            const [sensor] = await shop.select<Sensor>(
              'SELECT * FROM sensors WHERE shop_id = $1 AND id = $2 AND expires_at > now()',
              id('sensor'),
            );
            if (!sensor) throw refuse.missing('sensor');
            const resumed = parseJoinedPlace(req.get('Last-Event-ID') ?? after);
            return {
              write: (res) => {
                endWithSession(store, req, res);
                void shop.asked(() => relay(ear, shop, res, sensor, resumed));
              },
            };
          },
        ),
      );

async function joinable(shop: ShopScope, kind: LiveKind) {
  const id = randomUUID();
  await shop.select('DELETE FROM sensors WHERE shop_id = $1 AND expires_at < now()');
  for (;;) {
    const code = String(randomInt(0, 1e6)).padStart(6, '0');
    const [row] = await shop.select<{ expires: Date }>(
      `INSERT INTO sensors (id, shop_id, kind, code, expires_at)
       SELECT $2, $1, $3, $4, now() + interval '${HOURS} hours' WHERE NOT EXISTS (SELECT FROM shop_of_code($4))
       RETURNING expires_at AS expires`,
      id,
      kind,
      code,
    );
    if (row) return { id, code, kind, expiresAt: row.expires };
  }
}

/** A sensor that sends under a wrong code is slowed down; one that is joined may send as fast as it likes. */
const MOST_WRONG_CODES = 30;
const tooManyCodes = () => {
  throw new Refusal(429, 'too-many-tries', 'Too many wrong codes. Wait a quarter of an hour');
};

/**
 * `POST /api/sensor/<code>`: the sensor's own way in, without a session. Lines as text; the answer says how many
 * samples are here and whether a pad listens.
 */
export const sensorDoor = (store: Store): Router =>
  Router().post(
    '/:code',
    slowGuessing(store, 'code', MOST_WRONG_CODES, tooManyCodes),
    express.text({ type: () => true, limit: MOST_BYTES }),
    openRoute(null, async (_input, { req }) => {
      const { code } = req.params;
      const text = typeof req.body === 'string' ? req.body : '';
      const [pad] = await store.known<{ shopId: string }>('shop_of_code', String(code));
      if (!pad) throw noSuchCode();
      const shop = new ShopScope(store, { ...pad, personId: '' });
      const taken = await shop.transaction((tx) => take(shop, String(code), text, tx));
      if ('refused' in taken) throw refuse.fields([{ field: 'line', reason: taken.refused }]);
      return { json: taken };
    }),
  );

const noSuchCode = () => new Refusal(404, 'no-such-code', 'No pad waits for a sensor with this code');

async function take({ store, shopId }: ShopScope, code: string, text: string, transaction: Transaction) {
  const ask = <T extends object>(sql: string, bind: Record<string, unknown>) =>
    store.sequelize.query<T>(sql, { bind: { ...bind, shopId }, transaction, type: QueryTypes.SELECT });
  const [sensor] = await ask<Sensor & { listening: boolean }>(
    `SELECT id, kind, hello, taken, ended, coalesce(listened_at > now() - interval '2 seconds', false) AS listening
     FROM sensors WHERE shop_id = $shopId AND code = $code AND expires_at > now() FOR UPDATE`,
    { code },
  );
  if (!sensor) throw noSuchCode();
  const now = readOf(text, Number(sensor.taken));
  if ('refused' in now) {
    // The pad hears of a hello that it will refuse as well, so that it says why nothing comes.
    const hello = /^hello [ -~]{1,200}$/m.exec(text)?.[0];
    if (hello !== undefined)
      await ask('UPDATE sensors SET hello = $hello WHERE shop_id = $shopId AND id = $id', { id: sensor.id, hello });
    return now;
  }
  if (now.kind !== undefined && now.kind !== sensor.kind)
    throw new Refusal(409, 'other-kind', `The pad waits for a ${sensor.kind} sensor, this one says ${now.kind}`);
  if (!now.hello && now.lines.length > 0 && !isUnderstood(sensor.hello))
    throw new Refusal(409, 'hello-first', 'The first line of a sensor is its hello');
  for (const { from, samples, line } of now.lines)
    await ask(
      `INSERT INTO sensor_lines (shop_id, sensor_id, from_sample, samples, line)
       VALUES ($shopId, $id, $from, $samples, $line)`,
      { id: sensor.id, from, samples, line },
    );
  if (now.hello || now.ended || now.lines.length > 0)
    await ask(
      `UPDATE sensors SET taken = $taken, ended = $ended, hello = coalesce($hello, hello)
       WHERE shop_id = $shopId AND id = $id`,
      { id: sensor.id, taken: now.taken, ended: now.ended, hello: now.hello ?? null },
    );
  if (now.taken > KEPT_SAMPLES && now.lines.length > 0)
    await ask('DELETE FROM sensor_lines WHERE shop_id = $shopId AND sensor_id = $id AND from_sample < $least', {
      id: sensor.id,
      least: now.taken - KEPT_SAMPLES,
    });
  return { kind: sensor.kind, taken: now.taken, listening: sensor.listening };
}

/** A hello that was refused is kept for the pad; nothing is taken after it until there is a good one. */
const isUnderstood = (hello: string | null): boolean => hello !== null && !('refused' in readOf(hello, 0));

function readOf(text: string, taken: number): Brought | { refused: string } {
  try {
    return brought(text, taken);
  } catch (error) {
    if (error instanceof RangeError) return { refused: error.message };
    throw error;
  }
}

/** What the sensor sends from now on, or from where the pad stood; asked of the database, so any server can. */
async function relay(
  ear: Ear,
  { store, shopId }: ShopScope,
  res: Response,
  sensor: Sensor,
  resumed: JoinedPlace | undefined,
): Promise<void> {
  const ask = <T extends object>(sql: string, bind: Record<string, unknown>) =>
    store.sequelize.query<T>(sql, { bind: { ...bind, shopId, id: sensor.id }, type: QueryTypes.SELECT });
  let place = resumed ?? { base: Number(sensor.taken), next: Number(sensor.taken) };
  let greeted = false;
  const news = newsOf(ear, sensor.id, res);
  res.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store, no-transform',
    'X-Accel-Buffering': 'no',
  });
  const send = ({ id, data }: LiveEvent) => res.write(`id: ${id}\ndata: ${data}\n\n`);
  res.write('retry: 500\n\n');
  /** @returns whether more may come */
  const tell = async (): Promise<boolean> => {
    const [now] = await ask<Sensor & { open: boolean }>(
      'SELECT hello, taken, ended, expires_at > now() AS open FROM sensors WHERE shop_id = $shopId AND id = $id',
      {},
    );
    if (!now?.open) return false;
    if (now.hello && !greeted) {
      greeted = true;
      send({ id: joinedPlaceOf(place), data: now.hello });
    }
    const lines = await ask<StoredLine>(
      `SELECT from_sample::int AS from, line FROM sensor_lines
       WHERE shop_id = $shopId AND sensor_id = $id AND from_sample + samples > $next
       ORDER BY from_sample LIMIT ${LINES_AT_ONCE}`,
      { next: place.next },
    );
    const told = relayed(lines, place);
    place = told.place;
    told.events.forEach(send);
    if (lines.length === LINES_AT_ONCE) news.come();
    const over = now.ended && place.next >= Number(now.taken);
    if (over) send(joinedEnd(place));
    return !over;
  };
  const mark = () => ask('UPDATE sensors SET listened_at = now() WHERE shop_id = $shopId AND id = $id', {});
  try {
    await mark();
    for (let marked = Date.now(); !news.closed() && (await tell()); await news.next(marked + MARKED_MS - Date.now()))
      if (Date.now() - marked >= MARKED_MS) {
        marked = Date.now();
        await mark();
      }
  } catch {
    // The database went away: the pad joins again by itself and goes on from its place.
  }
  res.end();
}

/** Waits for what a sensor sends; what came while nobody waited is news at once. */
function newsOf(ear: Ear, sensorId: string, res: Response) {
  let waiting: (() => void) | undefined;
  let news = false;
  let closed = false;
  const come = () => {
    news = true;
    waiting?.();
  };
  const sent = ({ sensor }: { sensor: string }) => sensor === sensorId && come();
  ear.on('sent', sent).on('again', come);
  res.on('close', () => {
    closed = true;
    ear.off('sent', sent).off('again', come);
    come();
  });
  return {
    come,
    closed: () => closed,
    /** Until there is news, at the latest after so many ms. */
    async next(ms: number): Promise<void> {
      if (!news)
        await new Promise<void>((resolve) => {
          const late = setTimeout(resolve, Math.max(0, ms));
          waiting = () => {
            clearTimeout(late);
            resolve();
          };
        });
      news = false;
      waiting = undefined;
    },
  };
}
