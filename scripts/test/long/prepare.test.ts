import { randomUUID } from 'node:crypto';
import path from 'node:path';
import pg from 'pg';
import { type Database, startDatabase } from '../../database.ts';
import { ready } from '../../prepare.ts';

const root = path.resolve(__dirname, '..', '..', '..');

let own: Database;
beforeAll(async () => {
  delete process.env['DATABASE_URL'];
  own = await startDatabase({ projectDir: root, name: 'pg-scripts', durable: false, log: () => undefined });
}, 120_000);
afterAll(() => own.stop());

/** A database of its own on a cluster for these tests. */
async function another(): Promise<Database> {
  const name = `p_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client(own.url);
  await admin.connect();
  await admin.query(`CREATE DATABASE ${name}`);
  await admin.end();
  const at = (url: string) => Object.assign(new URL(url), { pathname: `/${name}` }).href;
  return { ...own, url: at(own.url), serverUrl: at(own.serverUrl) };
}

async function count(url: string, table: string): Promise<number> {
  const client = new pg.Client(url);
  await client.connect();
  try {
    return Number((await client.query<{ n: string }>(`SELECT count(*) AS n FROM ${table}`)).rows[0]?.n);
  } finally {
    await client.end();
  }
}

test("an empty database that is somebody else's gets no demo, but a link for its first shop", async () => {
  const { serverPassword: _, ...given } = await another();
  const foreign = { ...given, mode: 'external' as const };
  const [first, , ...more] = (await ready(foreign))('http://localhost:1');
  expect(first).toMatch(/^First shop +http:\/\/localhost:1\/begin#[\w-]{32}$/);
  expect(more).toEqual([]);
  expect([await count(foreign.url, 'shops'), await count(foreign.url, 'people')]).toEqual([0, 0]);
  // Once there is a shop nothing is said, and nothing made.
  const client = new pg.Client(foreign.url);
  await client.connect();
  await client.query(`INSERT INTO shops (id, name) VALUES (gen_random_uuid(), 'Mine')`);
  await client.end();
  expect((await ready(foreign))('http://localhost:1')).toEqual([]);
  await expect(ready(foreign, { fresh: true })).rejects.toThrow(/not ours: nothing is done/);
  expect(await count(foreign.url, 'shops')).toBe(1);
}, 120_000);

test("the project's own holds the demo, and is made anew when asked", async () => {
  const ours = { ...(await another()), mode: 'started' as const };
  expect((await ready(ours))('x').join(' ')).toMatch(/Demo sign-in/);
  expect(await count(ours.url, 'shops')).toBe(1);
  const jobs = await count(ours.url, 'jobs');
  const client = new pg.Client(ours.url);
  await client.connect();
  await client.query(`UPDATE shops SET name = 'Changed'`);
  await client.end();
  await ready(ours);
  expect(await count(ours.url, `shops WHERE name = 'Changed'`)).toBe(1);
  await ready(ours, { fresh: true });
  expect([await count(ours.url, `shops WHERE name = 'Changed'`), await count(ours.url, 'jobs')]).toEqual([0, jobs]);
}, 120_000);
