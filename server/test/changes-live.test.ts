import type http from 'node:http';
import type { AddressInfo } from 'node:net';
import { createServer, type Server } from '../src/server';
import { bench, PASSWORD, reading, serverUrlOf, type ShopInTest, shopInTest } from './shop-in-test';

/** Two servers on one database, as behind one address: what is kept through one is heard through the other. */
let shop: ShopInTest;
let second: Server;
let ids: Awaited<ReturnType<typeof bench>>;
const listeners: http.Server[] = [];
const urls: string[] = [];
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
  second = await createServer({ databaseUrl: serverUrlOf(shop.databaseUrl) });
  for (const { app } of [shop.server, second]) {
    const listener = await new Promise<http.Server>((resolve) => {
      const made = app.listen(0, '127.0.0.1', () => resolve(made));
    });
    listeners.push(listener);
    urls.push(`http://127.0.0.1:${(listener.address() as AddressInfo).port}`);
  }
});
afterAll(async () => {
  for (const listener of listeners) {
    listener.closeAllConnections();
    listener.close();
  }
  await second.close();
  await shop.server.close();
});

interface Told {
  event: string;
  data: Record<string, unknown>;
  at: number;
}

/** A phone: signed in at one server, listening there. */
async function phone(url: string, email = 'ines@one.example') {
  const signedIn = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ email, password: PASSWORD }),
  });
  // Its headers go out before the session is kept, the last of its body after.
  await signedIn.json();
  const cookie = (signedIn.headers.get('set-cookie') ?? '').split(';')[0] as string;
  const post = (path: string, body: unknown) =>
    fetch(`${url}/api${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', cookie },
      body: JSON.stringify(body),
    });
  const told: Told[] = [];
  const away = new AbortController();
  const stream = await fetch(`${url}/api/changes/live`, { headers: { cookie }, signal: away.signal });
  if (!stream.ok) throw new Error(await stream.text());
  let ended = false;
  void (async () => {
    let rest = '';
    for await (const piece of stream.body as unknown as AsyncIterable<Uint8Array>) {
      rest += Buffer.from(piece).toString();
      const parts = rest.split('\n\n');
      rest = parts.pop() ?? '';
      for (const part of parts) {
        const found = /^event: (\w+)\ndata: (.*)$/.exec(part);
        if (found)
          told.push({ event: found[1] ?? '', data: JSON.parse(found[2] ?? '') as Told['data'], at: Date.now() });
      }
    }
    ended = true;
  })().catch(() => (ended = true));
  return { post, told, cookie, close: () => away.abort(), ended: () => ended };
}
const until = async (what: () => boolean, ms = 3000) => {
  const end = Date.now() + ms;
  while (!what() && Date.now() < end) await new Promise((resolve) => setTimeout(resolve, 10));
  expect(what()).toBe(true);
};
const at = (n: number) => urls[n] as string;

test('a reading kept through one server is heard through the other within a second, and by nobody else', async () => {
  await shop.addShop('rolf@two.example');
  const [here, there, other] = [await phone(at(0)), await phone(at(1)), await phone(at(1), 'rolf@two.example')];
  const kept = Date.now();
  expect((await here.post('/readings', reading(ids.test))).status).toBe(201);
  await until(() => there.told.some(({ event }) => event === 'touched'));
  const [first] = there.told.filter(({ event }) => event === 'touched');
  expect(first?.data).toEqual({ job: ids.job });
  expect((first?.at ?? Infinity) - kept).toBeLessThan(1000);
  await new Promise((resolve) => setTimeout(resolve, 300));
  // Whoever kept it knows; another shop hears nothing.
  expect(here.told.filter(({ event }) => event === 'touched')).toEqual([]);
  expect(other.told).toEqual([]);
  for (const one of [here, there, other]) one.close();
});

test('who is at a pad is told to the others, and that they left', async () => {
  await shop.addToShop('tolv@one.example', 'mechanic');
  const [ines, tolv] = [await phone(at(0)), await phone(at(1), 'tolv@one.example')];
  const present = (one: typeof ines) => one.told.filter(({ event }) => event === 'present').at(-1)?.data;
  await tolv.post('/presence', { jobId: ids.job, doing: 'compression', cylinder: '2' });
  await until(() => present(ines) !== undefined);
  expect(present(ines)).toEqual({ job: ids.job, people: [{ name: 'tolv', doing: 'compression', cylinder: '2' }] });
  expect(present(tolv)?.['people'] ?? []).toEqual([]);
  // Somebody who opens the bench later is told at once.
  const late = await phone(at(0));
  await until(() => present(late) !== undefined);
  expect(present(late)).toMatchObject({ people: [{ name: 'tolv' }] });
  await tolv.post('/presence', { jobId: ids.job });
  await until(() => (present(ines)?.['people'] as unknown[]).length === 0);
  // Where they are has to be a job of theirs.
  expect((await tolv.post('/presence', { jobId: crypto.randomUUID(), doing: 'compression' })).status).toBe(422);
  for (const one of [ines, tolv, late]) one.close();
});

test('whoever said nothing for a while is there no more', async () => {
  const ines = await phone(at(0));
  await shop.owner.sequelize.query(
    `INSERT INTO presences VALUES ('${shop.ids.shop}', '${ids.job}', '${shop.ids.person}', 'leakdown', '1', now())`,
  );
  await shop.owner.sequelize.query(`UPDATE presences SET until = now() - interval '1 second'`);
  const tolv = await phone(at(1), 'tolv@one.example');
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect(tolv.told.flatMap(({ data }) => (data['people'] as unknown[] | undefined) ?? [])).toEqual([]);
  for (const one of [ines, tolv]) one.close();
});

test('its connection cut, a server listens again and says that something may have been missed', async () => {
  const [here, there] = [await phone(at(0)), await phone(at(1))];
  const [cut] = await shop.owner.sequelize.query(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
     WHERE application_name = 'rugged-gauge-live' AND datname = current_database()`,
  );
  expect(cut).toHaveLength(2);
  await until(() => [here, there].every(({ told }) => told.some(({ event }) => event === 'again')), 5000);
  expect((await here.post('/readings', reading(ids.test))).status).toBe(201);
  await until(() => there.told.some(({ event }) => event === 'touched'));
  for (const one of [here, there]) one.close();
}, 20_000);

test('the stream of somebody who was shown out ends', async () => {
  const tolv = await phone(at(1), 'tolv@one.example');
  const people = (await shop.agent.get('/api/people').expect(200)).body as { items: { id: string; name: string }[] };
  const id = people.items.find(({ name }) => name === 'tolv')?.id as string;
  await shop.agent.patch(`/api/people/${id}`).send({ left: true }).expect(200);
  await until(() => tolv.ended(), 5000);
}, 20_000);
