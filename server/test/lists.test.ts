import { randomUUID } from 'node:crypto';
import type { Bench, EngineListItem, Page } from '@rugged/contract';
import { bench, reading, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
});
afterAll(() => shop.server.close());

const jobs = async (query: string) =>
  ((await shop.agent.get(`/api/jobs?${query}`).expect(200)).body as Page<Bench>).items.map(({ job }) => job.id);
const engines = async (search: string) =>
  (
    (await shop.agent.get(`/api/engines?${new URLSearchParams({ search }).toString()}`).expect(200))
      .body as Page<EngineListItem>
  ).items.map(({ engine }) => engine.id);
const find = (search: string, more = {}) => jobs(new URLSearchParams({ status: 'all', search, ...more }).toString());

test('found by a part of engine, machine, owner, complaint, number; of two letters by the beginning', async () => {
  for (const words of ['orrin', 'RIN 4', 'skiff', 'tarn', 'hard sta', '1', 'wi', 'ta', '%', '_', '\\'])
    expect([words, await find(words)]).toEqual([words, ['%', '_', '\\'].includes(words) ? [] : [ids.job]]);
  for (const words of ['walrus', 'ar', 'rr', 'hard  start', "'; DROP TABLE jobs"])
    expect([words, await find(words)]).toEqual([words, []]);
});

test('found under its new name and not under the old, whatever was renamed', async () => {
  await shop.agent.patch(`/api/engines/${ids.engine}`).send({ version: 2, name: 'Kestrel 9' }).expect(200);
  expect([await find('kestrel'), await find('orrin'), await engines('kestrel'), await engines('orrin')]).toEqual([
    [ids.job],
    [],
    [ids.engine],
    [],
  ]);
  await shop.owner.models.owners.update({ name: 'Mara Quist' }, { where: { id: ids.owner } });
  await shop.owner.models.machines.update({ name: 'Punt' }, { where: { id: ids.machine } });
  expect([await find('quist'), await find('tarn'), await find('punt'), await engines('punt')]).toEqual([
    [ids.job],
    [],
    [ids.job],
    [ids.engine],
  ]);
  await shop.agent.patch(`/api/jobs/${ids.job}`).send({ version: 1, complaint: 'smokes' }).expect(200);
  expect([await find('smokes'), await find('hard start')]).toEqual([[ids.job], []]);
  await shop.agent.patch(`/api/jobs/${ids.job}`).send({ version: 2, status: 'closed' }).expect(200);
  expect([await find('smokes', { status: 'open' }), await find('smokes', { status: 'closed' })]).toEqual([
    [],
    [ids.job],
  ]);
});

test('beyond the newest five hundred one is found too, and pages of what is found follow each other', async () => {
  const other = await bench(shop.agent);
  // No engine has nine hundred jobs: nothing is touched beside.
  await shop.owner.sequelize.query(
    `ALTER TABLE jobs DISABLE TRIGGER jobs_beside;
     INSERT INTO jobs (id, shop_id, number, engine_id, complaint, opened_at, opened_by)
     SELECT gen_random_uuid(), shop_id, 1000 + i, engine_id,
       CASE WHEN i % 100 = 0 THEN 'whistles' ELSE 'idles badly' END, opened_at, opened_by
     FROM jobs, generate_series(1, 900) i WHERE id = '${other.job}';
     ALTER TABLE jobs ENABLE TRIGGER jobs_beside`,
  );
  expect(await find('smokes')).toEqual([ids.job]);
  const first = (await shop.agent.get('/api/jobs?status=all&search=whistles&limit=4').expect(200)).body as Page<Bench>;
  expect(first.items.map(({ job }) => job.number)).toEqual([1900, 1800, 1700, 1600]);
  expect(first.total).toBeUndefined();
  const second = (await shop.agent.get(`/api/jobs?status=all&search=whistles&limit=20&before=${first.next}`))
    .body as Page<Bench>;
  expect(second.items.map(({ job }) => job.number)).toEqual([1500, 1400, 1300, 1200, 1100]);
  expect(second.next).toBeUndefined();
  expect(((await shop.agent.get('/api/jobs?status=open')).body as Page<Bench>).total).toBe(901);
});

test('a list is never older than what was kept: whatever touches a bench is in the next answer', async () => {
  const one = await bench(shop.agent);
  const shown = async () =>
    ((await shop.agent.get(`/api/jobs?status=all&engineId=${one.engine}`)).body as Page<Bench>).items;
  expect((await shown())[0]?.readings).toEqual([]);
  await shop.agent.post('/api/readings').send(reading(one.test)).expect(201);
  expect((await shown())[0]?.readings).toHaveLength(1);
  // The job after it shows what was read the time before, also what is read there later.
  const later = randomUUID();
  await shop.agent
    .post('/api/jobs')
    .send({ id: later, engineId: one.engine, complaint: 'again', site: {}, openedAt: '2026-06-04T10:00:00Z' })
    .expect(201);
  expect((await shown())[0]?.lastTime?.readings).toHaveLength(1);
  await shop.agent
    .post('/api/readings')
    .send(reading(one.test, { cylinder: '2', peak: 120, strokes: [] }))
    .expect(201);
  expect((await shown())[0]?.lastTime?.readings).toHaveLength(2);
  await shop.owner.models.people.update({ name: 'Ines Mar' }, { where: { id: shop.ids.person } });
  expect((await shown())[1]?.tests[0]).toMatchObject({ by: 'Ines Mar' });
});

test('another shop finds nothing of it', async () => {
  await shop.addShop('rolf@two.example');
  const other = await shop.signIn('rolf@two.example');
  for (const path of ['jobs?status=all&search=whistles', 'engines?search=kestrel', 'jobs?status=all'])
    expect(((await other.get(`/api/${path}`).expect(200)).body as Page<object>).items).toEqual([]);
});
