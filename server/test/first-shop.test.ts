import type { Session } from '@rugged/contract';
import supertest from 'supertest';
import { createServer, type Server } from '../src/server';
import { newBeginning } from '../src/store/beginning';
import { prepareDatabase } from '../src/store/prepare';
import { freshDatabase, serverUrlOf } from './shop-in-test';

let url: string;
let server: Server;
let owner: Awaited<ReturnType<typeof prepareDatabase>>;
beforeAll(async () => {
  url = await freshDatabase();
  owner = await prepareDatabase(url);
  server = await createServer({ databaseUrl: serverUrlOf(url) });
});
afterAll(async () => {
  await Promise.all([server.close(), owner.close()]);
});

const filled = (link: string, more: object = {}) => ({
  link,
  shop: 'Mere Works',
  unit: 'bar',
  name: 'Ada Mere',
  email: 'Ada@mere.example',
  password: 'long enough it is',
  ...more,
});
const begin = (body: object) => supertest(server.app).post('/api/session/beginning').send(body);

test('a link makes one shop with its owner, who is signed in; a second time it is gone', async () => {
  const link = await newBeginning(owner);
  for (const [field, value] of [
    ['password', 'short'],
    ['email', 'ada'],
    ['unit', 'stone'],
    ['shop', ''],
  ] as const) {
    const { body } = await begin(filled(link, { [field]: value })).expect(422);
    expect((body as { errors: { field: string }[] }).errors).toMatchObject([{ field }]);
  }
  const agent = supertest.agent(server.app);
  const { body } = await agent.post('/api/session/beginning').send(filled(link)).expect(201);
  expect(body as Session).toMatchObject({ person: { name: 'Ada Mere' }, shop: { name: 'Mere Works', unit: 'bar' } });
  await agent.get('/api/jobs').expect(200);
  await begin(filled(link, { email: 'b@mere.example' })).expect(410);
  await supertest(server.app)
    .post('/api/session')
    .send({ email: 'ada@mere.example', password: 'long enough it is' })
    .expect(201);
});

test('ten at once make one', async () => {
  const link = await newBeginning(owner);
  const answers = await Promise.all(
    Array.from({ length: 10 }, (_, i) => begin(filled(link, { email: `p${i}@mere.example` }))),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([201, ...Array<number>(9).fill(410)]);
});

test('guessed, past its day, or replaced by a newer one it is gone; the database has no link to read', async () => {
  await begin(filled('x'.repeat(32))).expect(410);
  const old = await newBeginning(owner);
  const late = await newBeginning(owner);
  await begin(filled(old, { email: 'c@mere.example' })).expect(410);
  const [rows] = await owner.query('SELECT * FROM beginnings');
  expect(JSON.stringify(rows)).not.toContain(late);
  await owner.query(`UPDATE beginnings SET ends_at = now() WHERE used_at IS NULL`);
  await begin(filled(late, { email: 'd@mere.example' })).expect(410);
});

test('an address that has an account already is told so, and the link stays good', async () => {
  const link = await newBeginning(owner);
  await begin(filled(link, { email: 'ada@mere.example' })).expect(409);
  await begin(filled(link, { email: 'e@mere.example' })).expect(201);
});

test('a database of another version is refused in words', async () => {
  await owner.query(`INSERT INTO schema_migrations (name) VALUES ('999-later')`);
  // Nothing but additions: an older server goes on beside the newer one that made them.
  await (await createServer({ databaseUrl: serverUrlOf(url) })).close();
  await (await prepareDatabase(url)).close();
  await owner.query(`UPDATE schema_floor SET name = '999-later'`);
  await expect(prepareDatabase(url)).rejects.toThrow(/newer version/);
  await expect(createServer({ databaseUrl: serverUrlOf(url) })).rejects.toThrow(/newer version \(999-later\)/);
  await owner.query(`DELETE FROM schema_migrations WHERE name > '016'`);
  await expect(createServer({ databaseUrl: serverUrlOf(url) })).rejects.toThrow(/not prepared for this version/);
});
