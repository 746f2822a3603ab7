import { randomUUID } from 'node:crypto';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { addPerson, createServer, hashPassword, openStore, prepareDatabase } from '@rugged/server';
import { fillShop } from './full-shop';
import { inTurn, type Measured } from './measure';

interface Database {
  url: string;
  serverUrl: string;
  serverPassword: string;
}

const PASSWORD = 'a good long one';
const SMALL = 200;
const LARGE = 20_000;
const SHOPS = 50;

/** What the lists ask, in a shop of some years and in one of many. */
const ASKED: readonly (readonly [what: string, path: string])[] = [
  ['the Bay', '/api/jobs?status=open&limit=20'],
  ['the Bay, far down', '/api/jobs?status=open&limit=20&before=150'],
  ['closed jobs', '/api/jobs?status=closed&limit=20'],
  ['a search that finds much', '/api/jobs?status=open&limit=20&search=stalls'],
  ['a search that finds one', '/api/jobs?status=all&limit=20&search=skiff%2077'],
  ['a search that finds nothing', '/api/jobs?status=all&limit=20&search=walrus'],
  ['a search of two letters', '/api/jobs?status=all&limit=20&search=qu'],
  ['engines', '/api/engines?limit=50'],
  ['a search of engines', '/api/engines?limit=6&search=skiff%2077'],
];

/** Lists of a shop with 20,000 jobs and 200,000 readings among fifty, against those of one with 200 jobs. */
export default async function bench(database: Database, say: (line: string) => void): Promise<Measured[]> {
  const owner = await prepareDatabase(database.url, database.serverPassword, true);
  const store = openStore(owner);
  const { models } = store;
  const passwordHash = await hashPassword(PASSWORD);
  const shops = await Promise.all(
    Array.from({ length: SHOPS }, async (_, i) => {
      const [id, person, email] = [randomUUID(), randomUUID(), `p${i}@bench.example`];
      await models.shops.create({ id, name: `Shop ${i}`, unit: 'psi', site: {}, houseRules: {}, nextJobNumber: 1 });
      await addPerson(store, { id: person, shopId: id, name: 'Ines', email, passwordHash });
      return { id, person, email };
    }),
  );
  say('filling fifty shops ...');
  for (const [i, { id, person }] of shops.entries()) await fillShop(owner, id, person, i === 0 ? LARGE : SMALL);
  await owner.query('VACUUM ANALYZE');
  const [large, small] = shops as [(typeof shops)[number], (typeof shops)[number]];

  const server = await createServer({ databaseUrl: database.serverUrl });
  const listener = http.createServer(server.app);
  await new Promise<void>((resolve) => listener.listen(0, '127.0.0.1', resolve));
  const { port } = listener.address() as AddressInfo;
  const agent = new http.Agent({ keepAlive: true, maxSockets: 1 });
  const signIn = async (email: string) => {
    const answer = await fetch(`http://127.0.0.1:${port}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ email, password: PASSWORD }),
    });
    return answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  };
  const cookies = { large: await signIn(large.email), small: await signIn(small.email) };
  const get = (path: string, cookie: string) =>
    new Promise<number>((resolve, reject) => {
      http
        .get({ host: '127.0.0.1', port, path, agent, headers: { cookie } }, (res) => {
          res
            .resume()
            .on('end', () =>
              res.statusCode === 200 ? resolve(1) : reject(new Error(`${path} answered ${res.statusCode}`)),
            );
        })
        .on('error', reject);
    });
  const jobOf = async (shopId: string) =>
    (await models.jobs.findOne({ where: { shopId, number: 101 } }))?.get('id') as string;
  const jobs = { large: await jobOf(large.id), small: await jobOf(small.id) };
  const measured: Measured[] = [];
  try {
    const timed = async (a: () => Promise<unknown>, b: () => Promise<unknown>) => {
      for (let i = 0; i < 8; i += 1) await (i % 2 ? a() : b());
      return inTurn(41, a, b);
    };
    const compare = async (what: string, largePath: string, smallPath: string) => {
      const { a, b } = await timed(
        () => get(largePath, cookies.large),
        () => get(smallPath, cookies.small),
      );
      measured.push({
        what: `${what}, in a shop of 20,000 jobs against one of 200`,
        ratio: a / b,
        limit: 1.5,
        detail: `${a.toFixed(2)} ms against ${b.toFixed(2)} ms`,
      });
    };
    for (const [what, path] of ASKED) await compare(what, path, path);
    await compare('one bench', `/api/jobs/${jobs.large}`, `/api/jobs/${jobs.small}`);
    const page = await timed(
      () => get('/api/jobs?status=open&limit=20', cookies.large),
      () => get(`/api/jobs/${jobs.large}`, cookies.large),
    );
    measured.push({
      what: 'a page of twenty benches against one bench',
      ratio: page.a / page.b,
      limit: 3,
      detail: `${page.a.toFixed(2)} ms against ${page.b.toFixed(2)} ms`,
    });
    return measured;
  } finally {
    agent.destroy();
    listener.close();
    await Promise.all([server.close(), owner.close()]);
  }
}
