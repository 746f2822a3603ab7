import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { demoShop, DEMO_EMAIL, DEMO_PASSWORD, loadDemo } from '@rugged/demo';
import { BENCH_SQL, createServer, openStore, prepareDatabase } from '@rugged/server';
import express from 'express';
import pg from 'pg';
import { inTurn, type Measured } from './measure';

interface Database {
  url: string;
  serverUrl: string;
  serverPassword: string;
}

/** GET of a bench through everything the server does, against the same prepared statement behind bare Express. */
export default async function bench(database: Database): Promise<Measured[]> {
  const sequelize = await prepareDatabase(database.url, database.serverPassword, true);
  await loadDemo(openStore(sequelize), new Date());
  await sequelize.close();
  const { jobs, shop } = demoShop(new Date());
  const [shopId, jobId] = [shop.id, jobs.find(({ number }) => number === 418)?.id ?? ''];

  const server = await createServer({ databaseUrl: database.serverUrl });
  const ours = await listening(http.createServer(server.app));
  const pool = new pg.Pool({ connectionString: database.url, max: 5 });
  const bare = express().disable('x-powered-by');
  bare.get('/', async (_req, res) => {
    const { rows } = await pool.query<{ bench: string }>({ name: 'bench', text: BENCH_SQL, values: [shopId, jobId] });
    res.type('json').send(rows[0]?.bench);
  });
  const plain = await listening(http.createServer(bare));
  const agent = new http.Agent({ keepAlive: true, maxSockets: 1 });
  const port = (listener: http.Server) => (listener.address() as AddressInfo).port;
  try {
    const signIn = await fetch(`http://127.0.0.1:${port(ours)}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ email: DEMO_EMAIL, password: DEMO_PASSWORD }),
    });
    const cookie = signIn.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    const repeat = 20;
    const many = (one: () => Promise<number>) => async () => {
      for (let i = 0; i < repeat; i += 1) await one();
    };
    const get =
      (p: number, path: string, cookies = cookie, status = 200) =>
      () =>
        new Promise<number>((resolve, reject) => {
          http
            .get({ host: '127.0.0.1', port: p, path, agent, headers: { cookie: cookies } }, (res) => {
              let bytes = 0;
              res.on('data', (chunk: Buffer) => {
                bytes += chunk.length;
              });
              res.on('end', () =>
                res.statusCode === status ? resolve(bytes) : reject(new Error(`answered ${res.statusCode}`)),
              );
            })
            .on('error', reject);
        });
    const a = many(get(port(ours), `/api/jobs/${jobId}`));
    const b = many(get(port(plain), '/'));
    for (const warm of [a, b, a, b, a, b]) await warm();
    const times = await inTurn(41, a, b);
    // Neither asks for a row: one is found to be signed in first, one is refused.
    const checked = many(get(port(ours), '/api/jobs/no-id', cookie, 404));
    const unchecked = many(get(port(ours), '/api/jobs/no-id', '', 401));
    for (const warm of [checked, unchecked, checked, unchecked]) await warm();
    const check = await inTurn(41, checked, unchecked);
    return [
      {
        what: 'finding out whether somebody is still signed in, as a share of a GET of a bench',
        ratio: Math.max(0, check.a - check.b) / times.a,
        limit: 0.05,
        plain: true,
        detail:
          `${((check.a - check.b) / repeat).toFixed(3)} ms of ${(times.a / repeat).toFixed(2)} ms; ` +
          'both over HTTP, for no row at all, signed in and not',
      },
      {
        what: 'GET of a bench, signed in, against the same prepared statement behind bare Express',
        ratio: times.a / times.b,
        limit: 1.2,
        detail: `${(times.a / repeat).toFixed(2)} ms against ${(times.b / repeat).toFixed(2)} ms, both over HTTP`,
      },
    ];
  } finally {
    agent.destroy();
    ours.close();
    plain.close();
    await Promise.all([pool.end(), server.close()]);
  }
}

function listening(listener: http.Server): Promise<http.Server> {
  return new Promise((resolve) => {
    listener.listen(0, '127.0.0.1', () => resolve(listener));
  });
}
