import { randomUUID } from 'node:crypto';
import type { History } from '@rugged/contract';
import Papa from 'papaparse';
import { bench, NOW, reading, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
});
afterAll(() => shop.server.close());

const history = async (query = '') => (await shop.agent.get(`/api/history?${query}`).expect(200)).body as History;
const patch = (path: string, body: object) => shop.agent.patch(`/api/${path}`).send(body).expect(200);

test('a change of a job: what stood there, what stands there, who, from what', async () => {
  await shop.agent
    .patch(`/api/jobs/${ids.job}`)
    .set('User-Agent', 'whatever')
    .send({ version: 1, complaint: 'knocks', otherSaid: 'rings' })
    .expect(200);
  const [latest] = (await history(`jobId=${ids.job}`)).items;
  expect(latest).toMatchObject({
    record: 'jobs',
    recordId: ids.job,
    jobId: ids.job,
    job: 1,
    action: 'changed',
    by: 'ines',
    device: expect.stringMatching(/, [a-z0-9]{4}$/) as string,
    was: { complaint: 'hard start' },
    now: { complaint: 'knocks', otherSaid: 'rings' },
  });
});

test('a change that changes nothing is none; what a row is touched by is none of its own', async () => {
  const before = (await history(`recordId=${ids.job}`)).items.length;
  await shop.agent.post('/api/readings').send(reading(ids.test)).expect(201);
  expect((await history(`recordId=${ids.job}`)).items).toHaveLength(before);
  const [latest] = (await history(`jobId=${ids.job}`)).items;
  expect(latest).toMatchObject({ record: 'readings', action: 'added', by: 'ines' });
});

test('every table that changes is written down', async () => {
  const tester = randomUUID();
  await shop.agent
    .post('/api/testers')
    .send({ id: tester, kind: 'compression', name: 'Red', tester: { unit: 'psi', fullScale: 300, division: 2 } });
  await patch(`engines/${ids.engine}`, { version: 2, boreMm: 64 });
  await patch(`books/${ids.book}`, { version: 1, source: 'Handbook 2', compression: { unit: 'psi', min: 118 } });
  await patch(`testers/${tester}`, { version: 1, name: 'Blue' });
  await patch('shop', { version: 1, unit: 'bar' });
  const changed = (await history('limit=200')).items.filter(({ action }) => action === 'changed');
  expect(changed.map(({ record, was, now }) => [record, was, now])).toEqual(
    expect.arrayContaining([
      ['shops', { unit: 'psi' }, { unit: 'bar' }],
      ['testers', { name: 'Red' }, { name: 'Blue' }],
      ['engines', undefined, { boreMm: 64 }],
      [
        'books',
        { source: 'Handbook', figures: { compression: { unit: 'psi', min: 120, max: 150 } } },
        { source: 'Handbook 2', figures: { compression: { unit: 'psi', min: 118 } } },
      ],
    ]),
  );
});

test('secrets are told to have changed, never what they are', async () => {
  const { body } = await shop.agent.post('/api/dates/feed').expect(200);
  const all = JSON.stringify(await history('limit=200'));
  expect(all).toContain('"feedSecret":"..."');
  expect(all).not.toContain(String((body as { path: string }).path).slice(11, 30));
  expect(all).not.toMatch(/scrypt/);
});

test('page by page, each once; and all of it as a table', async () => {
  const whole = (await history('limit=200')).items;
  const seen: number[] = [];
  for (let before: number | undefined; ;) {
    const { items, next } = await history(`limit=7${before ? `&before=${before}` : ''}`);
    seen.push(...items.map(({ id }) => id));
    if (next === undefined) break;
    before = next;
  }
  expect(seen).toEqual(whole.map(({ id }) => id));
  const { text, headers } = await shop.agent.get('/api/history/table.csv').buffer().expect(200);
  expect(headers['content-disposition']).toMatch(/attachment/);
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true }).data;
  expect(rows).toHaveLength(whole.length + 1);
  expect(rows[0]?.slice(0, 5)).toEqual(['at', 'by', 'device', 'job', 'action']);
  const ofJob = (await history(`jobId=${ids.job}&limit=200`)).items.length;
  const part = (await shop.agent.get(`/api/history/table.csv?jobId=${ids.job}`).buffer().expect(200)).text;
  expect(Papa.parse(part.trim(), { skipEmptyLines: true }).data).toHaveLength(ofJob + 1);
});

test('a formula in a name stays words in the table', async () => {
  await shop.agent.post('/api/owners').send({ id: randomUUID(), name: '=HYPERLINK("x")' }).expect(201);
  const { text } = await shop.agent.get('/api/history/table.csv').buffer().expect(200);
  for (const row of Papa.parse<string[]>(text.trim()).data) for (const cell of row) expect(cell).not.toMatch(/^[=+@-]/);
});

test('another shop sees none of it', async () => {
  await shop.addShop('rolf@two.example');
  const other = await shop.signIn('rolf@two.example');
  for (const query of ['', `?jobId=${ids.job}`, `?recordId=${ids.engine}`]) {
    const { body } = await other.get(`/api/history${query}`).expect(200);
    expect((body as History).items.filter(({ record }) => record !== 'people' && record !== 'shops')).toEqual([]);
  }
  expect((await other.get('/api/history/table.csv').buffer()).text).not.toContain(ids.job);
});

test('an answer through a link is told to have come through one', async () => {
  const page = randomUUID();
  await shop.agent
    .post('/api/pages')
    .send({
      id: page,
      jobId: ids.job,
      madeAt: NOW,
      page: {
        kind: 'owner',
        lang: 'en',
        title: 'x',
        lead: 'x',
        shop: 'x',
        madeAt: NOW,
        day: 'x',
        blocks: [],
        asks: { option: 'Rings' },
      },
    })
    .expect(201);
  const link = await shop.agent.post('/api/page-links').send({ id: randomUUID(), pageId: page, days: 3 }).expect(201);
  await shop.agent
    .post(`${(link.body as { path: string }).path}/answer`)
    .type('form')
    .send({ answer: 'agreed' })
    .expect(303);
  const [latest] = (await history(`jobId=${ids.job}`)).items.filter(({ record }) => record === 'answers');
  expect(latest).toMatchObject({ action: 'added', device: 'link of a page' });
});
