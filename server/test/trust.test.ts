import { randomUUID } from 'node:crypto';
import net from 'node:net';
import { PassThrough } from 'node:stream';
import express from 'express';
import supertest from 'supertest';
import { accessLog, pathOf } from '../src/http/access-log';
import { createServer } from '../src/server';
import {
  type Agent,
  bench,
  freshDatabase,
  NOW,
  reading,
  serverUrlOf,
  type ShopInTest,
  shopInTest,
} from './shop-in-test';

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
});
afterAll(() => shop.server.close());

const post = (path: string, body: object, agent: Agent = shop.agent) => agent.post(`/api/${path}`).send(body);
const patch = (path: string, body: object) => shop.agent.patch(`/api/${path}`).send(body);

describe('what was kept once is recognised before anything is checked', () => {
  test('a note sent twenty times at once is one note, whichever of its keys it hurts', async () => {
    const note = { id: randomUUID(), jobId: ids.job, about: 'other', text: 'once', madeAt: NOW };
    const answers = await Promise.all(Array.from({ length: 20 }, () => post('notes', note)));
    expect(answers.map(({ status }) => status).sort()).toEqual([...Array<number>(19).fill(200), 201]);
  });

  test('a job sent twenty times at once is one job, and burns no number', async () => {
    const job = () => ({ id: randomUUID(), engineId: ids.engine, complaint: 'again', site: {}, openedAt: NOW });
    const one = job();
    const answers = await Promise.all(Array.from({ length: 20 }, () => post('jobs', one)));
    expect(answers.map(({ status }) => status).sort()).toEqual([...Array<number>(19).fill(200), 201]);
    const numbers = new Set(answers.map(({ body }) => (body as { number: number }).number));
    expect(numbers.size).toBe(1);
    const next = await post('jobs', job()).expect(201);
    expect((next.body as { number: number }).number).toBe([...numbers][0]! + 1);
  });
  test('a reading, after a book came that would refuse it now', async () => {
    const sample = { ...reading(ids.test), testId: randomUUID(), kind: 'crankcase', figures: { seconds: 0, value: 7 } };
    const test_ = { id: sample.testId, jobId: ids.job, kind: 'crankcase', startedAt: NOW };
    await post('tests', { ...test_, conditions: { mode: 'pressure', unit: 'psi', case: '1' } }).expect(201);
    await post('readings', sample).expect(201);
    const book = { id: randomUUID(), engineId: ids.engine, source: 'Later leaflet' };
    await post('books', {
      ...book,
      crankcase: { unit: 'psi', pressure: 4, maximum: 5, holdSeconds: 180, maxDrop: 1 },
    }).expect(201);
    await post('readings', { ...sample, id: randomUUID() }).expect(422);
    await post('readings', sample).expect(200);
  });
  test('a machine, an engine and a job that were changed since', async () => {
    const owner = { id: randomUUID(), name: 'Mara Quist' };
    const tester = { id: randomUUID(), kind: 'compression', name: 'New', tester: { unit: 'psi', fullScale: 200 } };
    await post('owners', owner).expect(201);
    await post('testers', tester).expect(201);
    const job = { id: randomUUID(), engineId: ids.engine, complaint: 'before', site: {}, openedAt: NOW };
    await post('jobs', job).expect(201);
    await patch(`testers/${tester.id}`, { version: 1, name: 'Renamed' }).expect(200);
    await patch(`jobs/${job.id}`, { version: 1, complaint: 'after' }).expect(200);
    await post('owners', owner).expect(200);
    await post('testers', tester).expect(200);
    expect((await post('jobs', job).expect(200)).body).toMatchObject({ complaint: 'after', version: 2 });
    await post('jobs', { ...job, complaint: 'another' }).expect(409);
  });
  test('a change whose answer was lost, once and not again', async () => {
    const job = { id: randomUUID(), engineId: ids.engine, complaint: 'x', site: {}, openedAt: NOW };
    await post('jobs', job).expect(201);
    const change = { version: 1, complaint: 'knocks' };
    const first = await patch(`jobs/${job.id}`, change).expect(200);
    expect((await patch(`jobs/${job.id}`, change).expect(200)).body).toEqual(first.body);
    await patch(`jobs/${job.id}`, { version: 1, complaint: 'ticks' }).expect(409);
    await patch(`jobs/${job.id}`, { version: 2, complaint: 'ticks' }).expect(200);
    await patch(`jobs/${job.id}`, change).expect(409);
  });
  test('a tester with nulls, and ids in capitals', async () => {
    const tester = { id: randomUUID(), kind: 'leakdown', name: 'Pair', tester: { unit: 'psi', orificeMm: 1 } };
    const empty = { ...tester, dueOn: null, oRingCheckedOn: null };
    await post('testers', empty).expect(201);
    await post('testers', empty).expect(200);
    await patch(`testers/${tester.id}`, { version: 1, dueOn: '2027-03-01' }).expect(200);
    await post('testers', empty).expect(200);
    const one = reading(ids.test);
    await post('readings', one).expect(201);
    await post('readings', { ...one, id: one.id.toUpperCase(), testId: one.testId.toUpperCase() }).expect(200);
  });
});

describe('access ends when it is taken away', () => {
  const leave = (email: string) =>
    shop.owner.models.people.update({ leftAt: new Date() }, { where: { name: email.split('@')[0] as string } });

  test('a person who was shown out is answered nowhere, and lets nobody in', async () => {
    await shop.addShop('leaver@three.example');
    const agent = await shop.signIn('leaver@three.example');
    await agent.get('/api/session').expect(200);
    await leave('leaver@three.example');
    // Trusted for moments.
    await new Promise((resolve) => setTimeout(resolve, 3200));
    const routes = ['session', 'jobs', 'engines', 'books', `jobs/${ids.job}`, 'dates', 'outcomes/track'];
    for (const path of routes) await agent.get(`/api/${path}`).expect(401);
    for (const path of ['owners', 'machines', 'jobs', 'tests', 'readings', 'notes', 'pages'])
      await post(path, {}, agent).expect(401);
    await expect(shop.signIn('leaver@three.example')).rejects.toThrow();
  });
  test('a stream ends with its session', async () => {
    await shop.addShop('listener@four.example');
    const agent = await shop.signIn('listener@four.example');
    const sensor = (await post('sensors', { kind: 'compression' }, agent).expect(201)).body as { id: string };
    const began = Date.now();
    const ended = agent.get(`/api/sensors/${sensor.id}/live`).then(() => Date.now() - began);
    await new Promise((resolve) => setTimeout(resolve, 500));
    await agent.delete('/api/session').expect(204);
    expect(await ended).toBeLessThan(6000);
  });
});

/** A road to the database that can be blocked. */
async function road(databaseUrl: string) {
  const database = new URL(databaseUrl);
  const by = new URL(databaseUrl);
  const sockets = new Set<net.Socket>();
  let silent = false;
  const server = net.createServer((from) => {
    const on = net.connect(Number(database.port), database.hostname);
    for (const socket of [from, on]) {
      sockets.add(socket);
      socket.on('error', () => undefined);
      socket.on('close', () => sockets.delete(socket));
    }
    from.on('data', (piece) => silent || on.write(piece));
    on.on('data', (piece) => silent || from.write(piece));
    from.on('close', () => on.destroy());
    on.on('close', () => from.destroy());
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  by.port = String((server.address() as net.AddressInfo).port);
  return {
    url: by.href,
    freeze: (yes: boolean) => {
      silent = yes;
      if (!yes) sockets.forEach((socket) => socket.destroy());
    },
    close: () => {
      sockets.forEach((socket) => socket.destroy());
      server.close();
    },
  };
}

test('a silent database: 503 after five seconds, when to ask again, and no word of what was written', async () => {
  const way = await road(serverUrlOf(await freshDatabase()));
  const server = await createServer({ databaseUrl: way.url });
  try {
    await supertest(server.app).get('/api/health').expect(200);
    way.freeze(true);
    const began = Date.now();
    const { body, headers } = await supertest(server.app).get('/api/health').expect(503);
    expect(Date.now() - began).toBeLessThan(6000);
    expect(headers['retry-after']).toBe('5');
    expect((body as { title: string }).title).toBe(
      'The database does not answer. Send it again: nothing is kept twice',
    );
    way.freeze(false);
    await supertest(server.app).get('/api/health').expect(200);
  } finally {
    await server.close().catch(() => undefined);
    way.close();
  }
}, 30_000);

describe('one line a request', () => {
  test('with an id that is in the answer too; nothing secret', async () => {
    const lines = new PassThrough();
    const app = express();
    app.use(accessLog('info', lines));
    app.use(express.json());
    app.use((_req, res) => void res.status(201).cookie('rugged.sid', 'secret-cookie').json({}));
    const { headers } = await supertest(app)
      .post('/api/owners?search=Wil%20Tarn')
      .set('Cookie', 'rugged.sid=secret-cookie')
      .send({ password: 'secret-word' });
    const text = String(lines.read());
    expect(text.trim().split('\n')).toHaveLength(1);
    const line = JSON.parse(text) as { req: object; res: object };
    expect(line).toMatchObject({ req: { method: 'POST', path: '/api/owners' }, res: { status: 201 } });
    expect(line.req).toMatchObject({ id: headers['x-request-id'] });
    expect(text).not.toMatch(/secret|Wil/);
  });
  test('addresses that open by themselves are not written down', () => {
    expect(pathOf('/p/abcdefghijk?x')).toBe('/p/...');
    expect(pathOf('/api/feeds/abc.ics')).toBe('/api/feeds/...');
    expect(pathOf('/api/sensor/123456')).toBe('/api/sensor/...');
  });
});

describe('the door is as strict as the judge', () => {
  test('a house rule that would cross the usual one of some kind of engine', async () => {
    const version = ((await shop.agent.get('/api/session')).body as { shop: { version: number } }).shop.version;
    const answer = await patch('shop', { version, houseRules: { spreadWatchPercent: 12 } }).expect(422);
    expect((answer.body as { errors: { field: string }[] }).errors[0]?.field).toBe('houseRules.spreadWatchPercent');
    await patch('shop', { version, houseRules: { spreadWatchPercent: 12, spreadLimitPercent: 15 } }).expect(200);
  });
  test('the twenty-first book of an engine', async () => {
    const engine = await bench(shop.agent);
    const book = () => post('books', { id: randomUUID(), engineId: engine.engine, source: 'another' });
    for (let i = 1; i < 20; i += 1) await book().expect(201);
    expect(((await book().expect(422)).body as { errors: object[] }).errors).toMatchObject([{ field: 'engineId' }]);
    await shop.agent.get(`/api/jobs/${engine.job}/judgement`).expect(200);
  });
  test('more readings than a test has room for', async () => {
    const engine = await bench(shop.agent);
    const { sequelize } = shop.owner;
    await sequelize.query(
      `INSERT INTO readings (id, shop_id, test_id, kind, figures, taken_at, taken_by)
       SELECT gen_random_uuid(), shop_id, id, kind, '{"cylinder": "1", "unit": "psi", "peak": 130}',
         started_at, started_by
       FROM tests, generate_series(1, 2000) WHERE id = $1`,
      { bind: [engine.test] },
    );
    expect(
      ((await post('readings', reading(engine.test)).expect(422)).body as { errors: object[] }).errors,
    ).toMatchObject([{ field: 'testId' }]);
    await shop.agent.get(`/api/jobs/${engine.job}/judgement`).expect(200);
  });
});
