import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import supertest from 'supertest';
import { createServer, type Server } from '../src/server';
import { prepareDatabase } from '../src/store/prepare';
import { writeShopArchive } from '../src/store/shop-archive';
import { readShopArchive } from '../src/store/shop-from-archive';
import { bench, freshDatabase, NOW, PASSWORD, reading, serverUrlOf, type ShopInTest, shopInTest } from './shop-in-test';

/** A whole shop out of one database and into another. */
let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
let photoId: string;
let there: Awaited<ReturnType<typeof prepareDatabase>>;
let thereUrl: string;
let second: Server;
const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'shop-archive-'));
const file = path.join(dir, 'shop.zip');

beforeAll(async () => {
  shop = await shopInTest();
  const { agent } = shop;
  ids = await bench(agent);
  const sunniva = await shop.addToShop('sunniva@one.example', 'apprentice');
  const gone = await shop.addToShop('gone@one.example', 'mechanic');
  const first = reading(ids.test);
  await gone.post('/api/readings').send(first).expect(201);
  await sunniva
    .post('/api/readings')
    .send(reading(ids.test, { supersedes: first.id, strokes: [80, 131.25], peak: 131.25 }))
    .expect(201);
  photoId = crypto.randomUUID();
  const data = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a51' } })
    .jpeg()
    .toBuffer();
  await agent
    .post('/api/photos')
    .send({ id: photoId, jobId: ids.job, madeAt: NOW, mime: 'image/jpeg', data: data.toString('base64') })
    .expect(201);
  const made = () => ({ id: crypto.randomUUID(), jobId: ids.job, madeAt: NOW });
  await agent
    .post('/api/notes')
    .send({ ...made(), about: 'other', cylinder: '1', text: 'Line\nbreak, "quotes", Größe, 油, \u2028 end', photoId })
    .expect(201);
  await agent
    .post('/api/signatures')
    .send({ ...made(), procedure: 'second-look' })
    .expect(201);
  await agent.patch(`/api/jobs/${ids.job}`).send({ version: 1, status: 'closed' }).expect(200);
  await agent.post('/api/dates/feed').expect(200);
  const people = (await agent.get('/api/people')).body as { items: { id: string; name: string }[] };
  const left = people.items.find(({ name }) => name === 'gone')?.id as string;
  await agent.patch(`/api/people/${left}`).send({ left: true }).expect(200);
  // Another shop beside it, of which nothing may be in the file.
  await shop.addShop('rolf@two.example');
  await bench(await shop.signIn('rolf@two.example'));
  thereUrl = await freshDatabase();
  there = await prepareDatabase(thereUrl);
  second = await createServer({ databaseUrl: serverUrlOf(thereUrl) });
}, 60_000);
afterAll(async () => {
  fs.rmSync(dir, { recursive: true, force: true });
  await Promise.all([second.close(), there.close()]);
  await shop.server.close();
});

test('out through the door, by the owner alone; no secret and nothing of another shop is in it', async () => {
  const answer = await shop.agent
    .get('/api/shop/archive.zip')
    .buffer()
    .parse((res, done) => {
      const pieces: Buffer[] = [];
      res.on('data', (piece: Buffer) => pieces.push(piece));
      res.on('end', () => done(null, Buffer.concat(pieces)));
    })
    .expect(200);
  fs.writeFileSync(file, answer.body as Buffer);
  const { tables } = await writeShopArchive(shop.owner.sequelize, shop.ids.shop, path.join(dir, 'same.zip'));
  expect(tables).toMatchObject({
    jobs: { lines: 1 },
    readings: { lines: 2 },
    people: { lines: 3 },
    photos: { lines: 1 },
  });
  expect(tables.changes.lines).toBeGreaterThan(10);
});

test('in again, and the same to the last line; who left has left, who made what is still told', async () => {
  const { shop: name, link } = await readShopArchive(there, file);
  expect(name).toBe('Shop of ines@one.example');
  const again = await writeShopArchive(there, shop.ids.shop, path.join(dir, 'again.zip'));
  const before = await writeShopArchive(shop.owner.sequelize, shop.ids.shop, path.join(dir, 'before.zip'));
  // All but one: that its owner got a link here is noted here.
  const { changes, ...rows } = again.tables;
  const { changes: noted, ...same } = before.tables;
  expect(rows).toEqual(same);
  expect(changes.lines).toBe(noted.lines + 1);
  // No password came along; the owner comes in by the link.
  const agent = supertest.agent(second.app);
  await agent.post('/api/session').send({ email: 'ines@one.example', password: PASSWORD }).expect(401);
  await agent.post('/api/joining').send({ link, password: 'a new one for here' }).expect(201);
  const { body } = await agent.get(`/api/jobs/${ids.job}`).expect(200);
  expect(body).toMatchObject({
    job: { status: 'closed', number: 1 },
    readings: expect.arrayContaining([
      expect.objectContaining({ by: 'gone' }),
      expect.objectContaining({ by: 'sunniva', apprentice: true }),
    ]) as unknown[],
    notes: [{ text: 'Line\nbreak, "quotes", Größe, 油, \u2028 end' }],
  });
  const photo = await agent.get(`/api/photos/${photoId}`).expect(200);
  expect((photo.body as Buffer).equals((await shop.agent.get(`/api/photos/${photoId}`)).body as Buffer)).toBe(true);
  const found = (await agent.get('/api/jobs?status=all&search=hard').expect(200)).body as { items: unknown[] };
  expect(found.items).toHaveLength(1);
  // And it goes on: the next job has the next number, the history goes on after what was.
  const { body: job } = await agent
    .post('/api/jobs')
    .send({ id: crypto.randomUUID(), engineId: ids.engine, complaint: 'again', site: {}, openedAt: NOW })
    .expect(201);
  expect(job).toMatchObject({ number: 2 });
  const history = (await agent.get('/api/history?limit=200').expect(200)).body as { items: { record: string }[] };
  expect(history.items[0]?.record).toBe('jobs');
});

test('a second time, one that is cut, changed, none, or newer: said in words, and nothing is left behind', async () => {
  const rows = async () => {
    const [found] = await there.query('SELECT count(*)::int AS n FROM shops UNION ALL SELECT count(*) FROM readings');
    return JSON.stringify(found);
  };
  const before = await rows();
  await expect(readShopArchive(there, file)).rejects.toThrow('is in this database already');
  const bytes = fs.readFileSync(file);
  const bad = (name: string, content: Buffer) => {
    fs.writeFileSync(path.join(dir, name), content);
    return path.join(dir, name);
  };
  await expect(readShopArchive(there, bad('cut.zip', bytes.subarray(0, bytes.length / 2)))).rejects.toThrow(
    /no archive/,
  );
  await expect(readShopArchive(there, bad('words.zip', Buffer.from('no zip')))).rejects.toThrow(/no archive/);
  await expect(readShopArchive(there, path.join(dir, 'nowhere.zip'))).rejects.toThrow();
  // A byte of a packed table.
  const other = await prepareDatabase(await freshDatabase());
  const hurt = Buffer.from(bytes);
  const at = hurt.indexOf('readings.jsonl') + 40;
  hurt[at] = (hurt[at] ?? 0) ^ 0xff;
  await expect(readShopArchive(other, bad('hurt.zip', hurt))).rejects.toThrow();
  const [none] = await other.query('SELECT count(*)::int AS n FROM shops');
  expect(none).toEqual([{ n: 0 }]);
  await other.close();
  expect(await rows()).toBe(before);
}, 30_000);
