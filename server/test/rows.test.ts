import { randomUUID } from 'node:crypto';
import type { RowAnswers, SentRow } from '@rugged/contract';
import { bench, NOW, reading, type ShopInTest, shopInTest } from './shop-in-test';
import { writesOf } from './ways-in';

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
});
afterAll(() => shop.server.close());

const post = (path: string, body: object): SentRow => ({ method: 'POST', path, body: body as SentRow['body'] });
const sent = async (rows: readonly unknown[], agent = shop.agent) =>
  ((await agent.post('/api/rows').send({ rows }).expect(200)).body as RowAnswers).answers;
const readingsKept = async () =>
  ((await shop.agent.get(`/api/jobs/${ids.job}`).expect(200)).body as { readings: { id: string }[] }).readings;

test('each row is answered as it would be alone, in order: one that is refused holds nobody up', async () => {
  const [one, two] = [reading(ids.test), reading(ids.test, { peak: 140 })];
  const answers = await sent([
    post('/readings', one),
    post('/readings', reading(ids.test, { peak: -1 })),
    post('/readings', reading(randomUUID())),
    post('/readings', two),
    { method: 'PATCH', path: `/jobs/${ids.job}`, body: { version: 1, complaint: 'no power' } },
    { method: 'PATCH', path: `/jobs/${ids.job}`, body: { version: 1, complaint: 'somebody else' } },
    post('/readings', { ...one, figures: { ...one.figures, peak: 150 } }),
  ]);
  expect(answers.map(({ status }) => status)).toEqual([201, 422, 422, 201, 200, 409, 409]);
  expect(answers[0]?.body).toMatchObject({ id: one.id, figures: { peak: 138 } });
  expect(answers[1]?.body).toMatchObject({ status: 422, errors: [{ field: 'figures.peak' }] });
  expect(answers[2]?.body).toMatchObject({ errors: [{ field: 'testId' }] });
  expect(answers[5]?.body).toMatchObject({ current: { complaint: 'no power', version: 2 } });
  expect((await readingsKept()).map(({ id }) => id).sort()).toEqual([one.id, two.id].sort());
});

test('readings and their corrections in one batch, come out as they were entered', async () => {
  const rows = Array.from({ length: 10 }, (_, i) => {
    const first = reading(ids.test, { peak: 140 + i });
    const better = { ...reading(ids.test, { peak: 160 + i }), supersedes: first.id };
    return [post('/readings', first), post('/readings', reading(ids.test)), post('/readings', better)];
  }).flat();
  const answers = await sent(rows);
  expect(answers.map(({ status }) => status)).toEqual(rows.map(() => 201));
  expect(answers.map(({ body }) => (body as { id: string }).id)).toEqual(rows.map(({ body }) => body['id']));
});

test('sent twice, kept once', async () => {
  const rows = [post('/readings', reading(ids.test)), post('/readings', reading(ids.test))];
  const before = (await readingsKept()).length;
  expect((await sent(rows)).map(({ status }) => status)).toEqual([201, 201]);
  const again = await Promise.all([sent(rows), sent(rows)]);
  expect(again.flat().map(({ status }) => status)).toEqual([200, 200, 200, 200]);
  expect(await readingsKept()).toHaveLength(before + 2);
});

test('every way a device writes is open to a batch, and nothing else is', async () => {
  const records = /^(owners|machines|engines|books|jobs|tests|readings|notes|ticks|overrules|outcomes|repairs)(\/|$)/;
  const versions: Readonly<Record<string, number>> = { [`jobs/${ids.job}`]: 2 };
  for (const [method, where, body] of writesOf(ids, (path) => versions[path] ?? 1)) {
    const [answer] = await sent([{ method, path: `/${where()}`, body: body() }]);
    // What was changed by a row before is a conflict, as it would be alone.
    if (records.test(where()))
      expect([where(), method === 'POST' ? [201] : [200, 409]]).toEqual([
        where(),
        expect.arrayContaining([answer?.status]),
      ]);
    if (/^(shop|session|sensors|photos|practice|testers)/.test(where()))
      expect([where(), answer?.status]).toEqual([where(), 404]);
  }
  const [erased] = await sent([{ method: 'PATCH', path: `/owners/${ids.owner}`, body: {} }]);
  expect(erased?.status).toBe(404);
});

test('rights and shops hold for each row', async () => {
  const office = await shop.addToShop('office@one.example', 'office');
  const own = { id: randomUUID(), name: 'x' };
  expect(
    (await sent([post('/readings', reading(ids.test)), post('/owners', own)], office)).map((a) => a.status),
  ).toEqual([403, 201]);
  await shop.addShop('rolf@two.example');
  const other = await shop.signIn('rolf@two.example');
  const [foreign] = await sent([post('/readings', reading(ids.test))], other);
  expect(foreign).toMatchObject({ status: 422, body: { errors: [{ field: 'testId' }] } });
});

test.each([
  ['none', [], 'rows'],
  ['too many', Array.from({ length: 51 }, () => post('/owners', { id: randomUUID(), name: 'x' })), 'rows'],
  ['another way', [{ method: 'DELETE', path: '/session', body: {} }], 'rows[0].method'],
  ['a path that leads elsewhere', [post('/owners/../shop', {})], 'rows[0].path'],
  ['a deed', [post(`/owners/${randomUUID()}/erase`, {})], 'rows[0].path'],
  ['no body', [{ method: 'POST', path: '/owners' }], 'rows[0].body'],
])('a batch of %s is refused as a whole, by its field', async (_, rows, field) => {
  const { body } = await shop.agent.post('/api/rows').send({ rows }).expect(422);
  expect(body).toMatchObject({ errors: [{ field }] });
});

test('a row within a batch, within a batch: there is no such way', async () => {
  const [answer] = await sent([post('/rows', { rows: [post('/owners', { id: randomUUID(), name: NOW })] })]);
  expect(answer?.status).toBe(404);
});
