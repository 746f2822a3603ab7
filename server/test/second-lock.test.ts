import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { bench, NOW, reading, serverUrlOf, type ShopInTest, shopInTest } from './shop-in-test';

/** What the server's own login can do at the database when it goes round everything the server checks. */
let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
let others: Awaited<ReturnType<typeof bench>>;
let other: { shop: string; person: string };
let client: pg.Client;
const one = reading('');

beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
  await shop.agent
    .post('/api/readings')
    .send({ ...one, testId: ids.test })
    .expect(201);
  await shop.addShop('rolf@two.example');
  const agent = await shop.signIn('rolf@two.example');
  others = await bench(agent);
  await agent.post('/api/readings').send(reading(others.test)).expect(201);
  const person = await shop.owner.models.people.findOne({ where: { name: 'rolf' } });
  other = { shop: person?.get('shopId') as string, person: person?.get('id') as string };
  client = new pg.Client(serverUrlOf(shop.databaseUrl));
  await client.connect();
});
afterAll(async () => {
  await client.end();
  await shop.server.close();
});

const speakFor = (shopId: string) => client.query(`SELECT set_config('rugged.shop', $1, false)`, [shopId]);
const rows = async (sql: string) => (await client.query<Record<string, unknown>>(sql)).rows;
const tables = async () =>
  (
    await rows(`SELECT c.relname AS name, c.relrowsecurity AS locked,
        EXISTS (SELECT FROM pg_attribute a WHERE a.attrelid = c.oid AND a.attname = 'shop_id') AS "ofShop"
      FROM pg_class c WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' ORDER BY 1`)
  ).map((row) => row as { name: string; locked: boolean; ofShop: boolean });

/** Nobody has a shop yet when these are asked. */
const OF_NO_SHOP = [
  'backups',
  'beginnings',
  'schema_floor',
  'schema_migrations',
  'server_secret',
  'session',
  'wrong_sign_ins',
];

/** Read by functions that know the shop by themselves. */
const ASKED_ONLY = ['engine_words', 'job_words', 'ways_in'];

test('every table is behind the lock of its shop, but those that belong to none', async () => {
  const open = (await tables()).filter(({ locked }) => !locked).map(({ name }) => name);
  expect(open).toEqual(OF_NO_SHOP);
});

test('every row that is seen is of the shop that is asked for; none where none is', async () => {
  const ofShops = (await tables())
    .filter(({ ofShop, name }) => ofShop && !ASKED_ONLY.includes(name))
    .map(({ name }) => name);
  for (const table of ASKED_ONLY)
    await expect(client.query(`SELECT FROM ${table}`)).rejects.toThrow(/permission denied/);
  expect(ofShops.length).toBeGreaterThan(20);
  let seen = 0;
  for (const [who, count] of [
    [ids, shop.ids.shop],
    [others, other.shop],
  ] as const) {
    await speakFor(count);
    for (const table of ofShops)
      for (const row of await rows(`SELECT shop_id FROM ${table}`)) {
        expect([table, row['shop_id']]).toEqual([table, count]);
        seen += 1;
      }
    expect(await rows(`SELECT id FROM jobs`)).toEqual([{ id: who.job }]);
  }
  expect(seen).toBeGreaterThan(20);
  await speakFor('');
  for (const table of ofShops) expect([table, await rows(`SELECT FROM ${table}`)]).toEqual([table, []]);
  expect(await rows('SELECT FROM shops')).toEqual([]);
});

describe('going round the first lock', () => {
  beforeAll(() => speakFor(shop.ids.shop));

  test("another shop's rows are neither found, nor changed, nor added to", async () => {
    expect(await rows(`SELECT * FROM jobs WHERE id = '${others.job}'`)).toEqual([]);
    expect((await client.query(`UPDATE owners SET name = 'x' WHERE id = '${others.owner}'`)).rowCount).toBe(0);
    await expect(
      client.query(`INSERT INTO owners (id, shop_id, name) VALUES ('${randomUUID()}', '${other.shop}', 'x')`),
    ).rejects.toThrow(/row-level security/);
    await expect(
      client.query(`UPDATE owners SET shop_id = '${other.shop}' WHERE id = '${ids.owner}'`),
    ).rejects.toThrow();
    // Its own row under a key of the other shop: the key carries the shop with it.
    await expect(
      client.query(`INSERT INTO notes (id, shop_id, job_id, about, text, made_at, made_by)
        VALUES ('${randomUUID()}', '${shop.ids.shop}', '${others.job}', 'other', 'x', '${NOW}', '${shop.ids.person}')`),
    ).rejects.toThrow(/foreign key/);
  });

  test.each([
    ['TRUNCATE readings CASCADE'],
    ['DELETE FROM readings'],
    [`UPDATE readings SET figures = '{}'`],
    ['DELETE FROM tests'],
    [`UPDATE notes SET text = 'x'`],
    [`UPDATE photos SET image = ''`],
    ['DELETE FROM jobs'],
    ['DELETE FROM owners'],
    ['TRUNCATE changes'],
    ['DELETE FROM changes'],
    [`UPDATE changes SET person_id = NULL`],
    [
      `INSERT INTO changes (shop_id, record, record_id, action)
       VALUES (gen_random_uuid(), 'jobs', gen_random_uuid(), 'added')`,
    ],
    [`UPDATE accounts SET password_hash = 'x'`],
    ['SELECT password_hash FROM accounts'],
    [`UPDATE people SET role = 'owner'`],
    [`UPDATE invitations SET used_at = NULL`],
    [
      `INSERT INTO people (id, shop_id, account_id, name, role)
       SELECT gen_random_uuid(), shop_id, account_id, 'x', 'owner' FROM people`,
    ],
    ['ALTER TABLE readings DISABLE TRIGGER ALL'],
    ['ALTER TABLE readings DISABLE ROW LEVEL SECURITY'],
    ['DROP TABLE readings'],
    ['CREATE TABLE mine (id int)'],
    ['SELECT * FROM beginnings'],
    ['DELETE FROM backups'],
    [`INSERT INTO beginnings (digest, ends_at) VALUES ('x', now() + interval '1 day')`],
    ['SET ROLE app'],
    [`COPY (SELECT 1) TO PROGRAM 'true'`],
  ])('%s is refused', async (sql) => {
    await expect(client.query(sql)).rejects.toThrow(/permission denied|must be owner|superuser/);
  });

  test('what is only added stays as it was for who owns it too', async () => {
    await expect(shop.owner.sequelize.query(`UPDATE readings SET figures = '{}'`)).rejects.toThrow(/append-only/);
    await expect(shop.owner.sequelize.query('DELETE FROM readings')).rejects.toThrow(/append-only/);
  });
});

test('an id that another shop has is an id like any other: nothing is told of what is kept there', async () => {
  await shop.agent.post('/api/owners').send({ id: others.owner, name: 'Wil Tarn' }).expect(201);
  const job = { id: others.job, engineId: ids.engine, complaint: 'mine', site: {}, openedAt: NOW };
  const made = await shop.agent.post('/api/jobs').send(job).expect(201);
  expect((made.body as { number: number }).number).toBe(2);
  // Sent again it is found, and over there nothing has changed.
  await shop.agent.post('/api/jobs').send(job).expect(200);
  expect(await shop.owner.models.jobs.count({ where: { id: others.job } })).toBe(2);
  const theirs = await (await shop.signIn('rolf@two.example')).get(`/api/jobs/${others.job}`).expect(200);
  const mine = await shop.agent.get(`/api/jobs/${others.job}`).expect(200);
  expect([theirs.body, mine.body].map((body: { job: { complaint: string } }) => body.job.complaint)).toEqual([
    'hard start',
    'mine',
  ]);
});
