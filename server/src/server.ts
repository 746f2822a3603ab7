import compression from 'compression';
import express, { type Express, Router } from 'express';
import pg from 'pg';
import type { Registry } from 'prom-client';
import { bookRoutes } from './http/books';
import { addedRoutes } from './http/added';
import { type Address, addressOf, believeProxy, knownHosts } from './http/address';
import { dateRoutes, feed } from './http/dates';
import { engineRoutes } from './http/engines';
import { headers } from './http/headers';
import { historyRoutes } from './http/history';
import { jobRoutes } from './http/jobs';
import { liveRoutes } from './http/live';
import { sensorDoor, sensorRoutes } from './http/sensors';
import { machineRoutes } from './http/machines';
import { ownerRoutes } from './http/owners';
import { pageDoor } from './http/page-door';
import { pageRoutes } from './http/pages';
import { joiningRoutes, peopleRoutes } from './http/people';
import { photoRoutes } from './http/photos';
import { keepable } from './http/keepable';
import { changesLive, presenceRoutes } from './http/changes-live';
import { accessLog } from './http/access-log';
import { metricsOf } from './http/metrics';
import { notFound, onError, Refusal } from './http/problem';
import { readingRoutes } from './http/readings';
import { whoAsks } from './http/route';
import { rowRoutes } from './http/rows';
import { sameOrigin } from './http/same-origin';
import { sessionRoutes, sessions } from './http/session';
import { shopRoutes } from './http/shop';
import { practiceRoutes } from './http/practice';
import { testerRoutes } from './http/testers';
import { testRoutes } from './http/tests';
import { trackRoutes } from './http/track';
import { webApp } from './http/web-app';
import { Ear } from './live/heard';
import { QueryTypes } from 'sequelize';
import { checkSchema } from './store/prepare';
import { ANSWERED_MS, connect } from './store/sequelize';
import { openStore, type Store } from './store/store';

const LARGEST_BODY = '256kb';
const LARGEST_PHOTO = '1mb';

export interface Server {
  app: Express;
  store: Store;
  /** What whoever runs it watches. */
  metrics: Registry;
  close(): Promise<void>;
}

/** The whole server on a prepared database. It keeps no state of its own: several may stand behind one address. */
export async function createServer({
  databaseUrl,
  listenUrl = databaseUrl,
  pooled = false,
  dist,
  address = addressOf({}),
  logLevel = 'error',
}: {
  databaseUrl: string;
  /** Straight to the database, where the other address is a pooler's. */
  listenUrl?: string;
  /** `databaseUrl` is that of a pooler which gives connections away between transactions. */
  pooled?: boolean;
  dist?: string;
  address?: Address;
  /** At `info` one line a request. */
  logLevel?: string;
}): Promise<Server> {
  const sequelize = connect(databaseUrl, { pooled });
  try {
    await checkSchema(sequelize);
  } catch (error) {
    await sequelize.close();
    throw error;
  }
  const store = openStore(sequelize);
  const pool = new pg.Pool({
    connectionString: databaseUrl,
    max: 5,
    application_name: 'rugged-gauge-sessions',
    connectionTimeoutMillis: ANSWERED_MS,
    ...(pooled ? {} : { statement_timeout: ANSWERED_MS }),
    query_timeout: ANSWERED_MS,
  });
  // A connection that dies while idle is replaced by the pool; without a listener it would end the process.
  pool.on('error', () => undefined);
  const ear = new Ear(listenUrl);
  const { registry, measure } = metricsOf(sequelize, ear);
  const app = express();
  app.disable('x-powered-by');
  app.set('etag', 'weak');
  app.use(measure, accessLog(logLevel));
  believeProxy(app, address);
  app.use(headers(address), knownHosts(address));
  app.use(compression());
  app.use('/api', await api(store, pool, ear, address));
  // Whoever has the link of a page has no session.
  app.use('/p', pageDoor(store));
  if (dist) app.use(webApp(dist));
  app.use(notFound, onError);
  return {
    app,
    store,
    metrics: registry,
    close: async () => {
      await ear.close();
      await Promise.all([pool.end(), store.sequelize.close()]);
    },
  };
}

async function api(store: Store, pool: pg.Pool, ear: Ear, { behindTls }: Address): Promise<Router> {
  const routes = Router();
  routes.use((_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  // The process answers; and it can do its work: the database is there, and takes what is new.
  routes.get('/alive', (_req, res) => void res.json({ ok: true, name: 'rugged-gauge' }));
  routes.get('/health', async (_req, res) => {
    const [row] = await store.sequelize.query<{ standby: boolean }>('SELECT pg_is_in_recovery() AS standby', {
      type: QueryTypes.SELECT,
    });
    if (row?.standby) throw new Refusal(503, 'database-read-only', 'The database takes nothing new just now');
    res.json({ ok: true });
  });
  routes.use('/feeds', feed(store));
  // A sensor has no session: the code that the pad shows is all it knows.
  routes.use('/sensor', sensorDoor(store));
  // Before the other bodies: a photograph is larger than anything else that is sent.
  const known = await sessions(pool, behindTls);
  routes.use('/photos', sameOrigin, express.json({ limit: LARGEST_PHOTO }), keepable, known, photoRoutes(store));
  routes.use(sameOrigin, express.json({ limit: LARGEST_BODY }), keepable, known);
  routes.use('/session', sessionRoutes(store));
  routes.use('/joining', joiningRoutes(store));
  // From here on nobody is answered without a session.
  routes.use((req, _res, next) => {
    whoAsks(req);
    next();
  });
  routes.use('/shop', shopRoutes(store));
  routes.use('/people', peopleRoutes(store));
  routes.use('/practice', practiceRoutes(store));
  routes.use('/testers', testerRoutes(store));
  routes.use('/dates', dateRoutes(store));
  routes.use('/live', liveRoutes(store));
  routes.use('/changes', changesLive(ear)(store));
  routes.use('/presence', presenceRoutes(store));
  routes.use('/sensors', sensorRoutes(ear)(store));
  routes.use('/outcomes', trackRoutes(store));
  routes.use('/history', historyRoutes(store));
  routes.use(pageRoutes(store));
  const records = recordRoutes(store);
  routes.use('/rows', rowRoutes(store, records));
  routes.use(records);
  routes.use(notFound);
  return routes;
}

/** What a device writes without signal and sends later. */
function recordRoutes(store: Store): Router {
  const routes = Router();
  routes.use('/owners', ownerRoutes(store));
  routes.use('/machines', machineRoutes(store));
  routes.use('/engines', engineRoutes(store));
  routes.use('/books', bookRoutes(store));
  routes.use('/jobs', jobRoutes(store));
  routes.use('/tests', testRoutes(store));
  routes.use('/readings', readingRoutes(store));
  routes.use(addedRoutes(store));
  return routes;
}
