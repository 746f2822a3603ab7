import { LIVE_KINDS, type LiveKind } from '@rugged/contract/live';
import {
  type Engine,
  type JobFile,
  JOB_FILE_FORMAT,
  JOB_FILE_VERSION,
  type Site,
  toKPa,
  type Virtual,
} from '@rugged/core';
import { liveCompression, liveCrankcase, liveLeakdown, type LiveTake } from '@rugged/core/virtual-engine';
import { type Response, Router } from 'express';
import Joi from 'joi';
import { due, hello, type LiveEvent, parsePlace, type Place } from '../live/stream';
import { asJson } from '../store/json-sql';
import type { Store } from '../store/store';
import { endWithSession } from './end-with-session';
import { Refusal, refuse } from './problem';
import { route } from './route';

interface LiveQuery {
  kind: LiveKind;
  jobId: string;
  cylinder: string;
  take: number;
  throttle: 'open' | 'closed';
  engineTemperature: 'cold' | 'warm';
  oilMl: number;
  supplyKPa: number;
  orificeMm: number;
  mode: 'pressure' | 'vacuum';
  startKPa: number;
  seconds: number;
  after?: string;
}

const querySchema = Joi.object<LiveQuery>({
  kind: Joi.string()
    .valid(...LIVE_KINDS)
    .required(),
  jobId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  cylinder: Joi.string().min(1).max(12).required(),
  take: Joi.number().integer().min(0).max(1e9).required(),
  throttle: Joi.string().valid('open', 'closed').default('open'),
  engineTemperature: Joi.string().valid('cold', 'warm').default('warm'),
  oilMl: Joi.number().min(0).max(100).default(0),
  supplyKPa: Joi.number().min(20).max(900).default(toKPa(80, 'psi')),
  orificeMm: Joi.number().min(0.2).max(5).default(1),
  mode: Joi.string().valid('pressure', 'vacuum').default('pressure'),
  startKPa: Joi.number().min(1).max(80).default(toKPa(5, 'psi')),
  seconds: Joi.number().min(10).max(1200).default(180),
  after: Joi.string().max(40),
});

/** Often enough for a needle that has weight, seldom enough for a slow phone, ms. */
const EVERY_MS = 40;
const RETRY_MS = 500;

/**
 * `/api/live`: a simulated sensor on a demo engine, as server-sent events in the line protocol of `docs/live-gauge.md`.
 */
export const liveRoutes = (store: Store): Router =>
  Router().get(
    '/',
    route(store, 'read', querySchema, async (shop, query, { req }) => {
      const [row] = await shop.select<{ engine: Engine; hidden: Virtual | null; site: Site }>(
        `SELECT json_strip_nulls(${asJson('engines', 'e')}) AS engine, e.hidden, j.site
         FROM jobs j JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id) WHERE j.shop_id = $1 AND j.id = $2`,
        query.jobId,
      );
      if (!row) throw refuse.missing('job');
      if (!row.hidden) throw new Refusal(409, 'no-sensor', 'There is no simulated sensor on this engine');
      const take = takeOf(
        { format: JOB_FILE_FORMAT, version: JOB_FILE_VERSION, engine: row.engine, site: row.site, virtual: row.hidden },
        query,
      );
      return {
        write: (res) => {
          endWithSession(store, req, res);
          stream(res, query.kind, take, parsePlace(req.get('Last-Event-ID') ?? query.after));
        },
      };
    }),
  );

/** A stream that was cut goes on where it was: its place is in the last event that arrived. */
function stream(res: Response, kind: LiveKind, take: LiveTake, resumed: Place | undefined): void {
  let place = resumed ?? { startedAt: Date.now(), next: 0 };
  res.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store, no-transform',
    'X-Accel-Buffering': 'no',
  });
  const send = ({ id, data }: LiveEvent) => res.write(`id: ${id}\ndata: ${data}\n\n`);
  res.write(`retry: ${RETRY_MS}\n\n`);
  send(hello(kind, take, place));
  const timer = setInterval(() => {
    const now = due(take, place, Date.now());
    place = now.place;
    now.events.forEach(send);
    if (now.over) {
      clearInterval(timer);
      res.end();
    }
  }, EVERY_MS);
  res.on('close', () => clearInterval(timer));
}

function takeOf(
  job: JobFile,
  {
    kind,
    cylinder,
    take,
    throttle,
    engineTemperature,
    oilMl,
    supplyKPa,
    orificeMm,
    mode,
    startKPa,
    seconds,
  }: LiveQuery,
): LiveTake {
  const on = { cylinder, take };
  const set: JobFile = { ...job, tests: [{ kind: 'compression', throttle, engineTemperature, readings: [] }] };
  switch (kind) {
    case 'compression':
      return liveCompression(set, on, oilMl);
    case 'leakdown':
      return liveLeakdown(set, on, { supplyKPa, orificeMm });
    case 'crankcase':
      return liveCrankcase(set, on, { mode, startKPa, seconds });
  }
}
