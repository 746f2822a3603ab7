import { randomUUID } from 'node:crypto';
import type { PracticeResult, Practised } from '@rugged/contract';
import { type Agent, type ShopInTest, shopInTest } from './shop-in-test';

/** What somebody did with practice cases goes with them, and their owner sees how far they are. */
let shop: ShopInTest;
let odd: Agent;
beforeAll(async () => {
  shop = await shopInTest();
  odd = await shop.addToShop('odd@one.example', 'apprentice');
});
afterAll(() => shop.server.close());

const result = (more: Partial<PracticeResult> = {}): PracticeResult => ({
  id: randomUUID(),
  name: '4-dune-kite',
  madeAt: '2026-05-04T10:00:00.000Z',
  total: 71,
  right: true,
  skills: ['reading', 'wet'],
  said: { p: 0.8, right: true },
  ...more,
});
const send = (by: Agent, one: object) => by.post('/api/practice').send(one);
const mine = async (by: Agent) =>
  ((await by.get('/api/practice').expect(200)).body as { items: PracticeResult[] }).items;

test('a result is kept once, and told to nobody else in its own', async () => {
  const one = result();
  await send(odd, one).expect(201);
  await send(odd, one).expect(200);
  await send(odd, { ...one, total: 99 }).expect(409);
  expect(await mine(odd)).toEqual([one]);
  expect(await mine(shop.agent)).toEqual([]);
});

test('what is no result is refused at its field', async () => {
  for (const [field, wrong] of [
    ['name', '13-dune-kite'],
    ['name', 'dune'],
    ['total', 101],
    ['total', 1.5],
    ['said.p', { p: 1.2, right: true }],
    ['skills', 'reading'],
    ['madeAt', 'yesterday'],
  ] as const) {
    const { body } = await send(odd, { ...result(), [field.split('.')[0] as string]: wrong }).expect(422);
    expect(JSON.stringify(body)).toContain(field);
  }
});

test('the owner sees how far everybody is: the first time with a case counts, the last ten make the mean', async () => {
  const at = (minute: number) => `2026-05-04T11:${String(minute).padStart(2, '0')}:00.000Z`;
  await send(odd, result({ name: '6-oak-reed', total: 40, madeAt: at(1) })).expect(201);
  await send(odd, result({ name: '6-oak-reed', total: 100, madeAt: at(2) })).expect(201);
  await send(odd, result({ name: '5-oak-reed', total: 69, madeAt: at(3) })).expect(201);
  const { items } = (await shop.agent.get('/api/practice/people').expect(200)).body as { items: Practised[] };
  expect(items).toEqual([{ personId: expect.any(String) as string, cases: 3, level: 5, mean: 60 }]);
  await odd.get('/api/practice/people').expect(403);
});

test('a result stays as it was, for who owns the tables too; another shop has its own', async () => {
  await expect(shop.owner.sequelize.query('UPDATE practice_results SET total = 100')).rejects.toThrow(/append-only/);
  await shop.addShop('rolf@two.example');
  const rolf = await shop.signIn('rolf@two.example');
  expect(await mine(rolf)).toEqual([]);
  expect(((await rolf.get('/api/practice/people').expect(200)).body as { items: [] }).items).toEqual([]);
});
