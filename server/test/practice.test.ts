import { randomUUID } from 'node:crypto';
import type { Bench, PracticeResult, Practised, Session } from '@rugged/contract';
import { type Agent, bench, type ShopInTest, shopInTest } from './shop-in-test';

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

describe('a level that is asked for before somebody signs alone', () => {
  const asked = async (signsAlone: object) => {
    const { body } = await shop.agent.get('/api/session').expect(200);
    const { version } = (body as Session).shop;
    return shop.agent.patch('/api/shop').send({ version, signsAlone });
  };
  const stands = async (by: Agent) => {
    shop.server.store.standing.forget();
    return ((await by.get('/api/session').expect(200)).body as Session).watched ?? false;
  };
  /** Whether what somebody adds just now waits for a second signature. */
  const waits = async (by: Agent) => {
    shop.server.store.standing.forget();
    const { job } = await bench(by);
    const { tests } = (await by.get(`/api/jobs/${job}`).expect(200)).body as Bench;
    return tests[0]?.apprentice ?? false;
  };

  test('an apprentice who passed it needs nobody beside them; one who has not does', async () => {
    const liv = await shop.addToShop('liv@one.example', 'apprentice');
    expect([await stands(liv), await waits(liv)]).toEqual([true, true]);
    expect((await asked({ apprentice: 5 })).status).toBe(200);
    expect([await stands(liv), await waits(liv)]).toEqual([true, true]);
    // Nearly is not passed, and the second try with the same engine proves nothing.
    await send(liv, result({ name: '5-dune-kite', total: 59, madeAt: '2026-05-05T10:00:00.000Z' })).expect(201);
    await send(liv, result({ name: '5-dune-kite', total: 90, madeAt: '2026-05-05T11:00:00.000Z' })).expect(201);
    expect(await stands(liv)).toBe(true);
    await send(liv, result({ name: '5-oak-reed', total: 60 })).expect(201);
    expect([await stands(liv), await waits(liv)]).toEqual([false, false]);
    expect((await asked({})).status).toBe(200);
    expect(await stands(liv)).toBe(true);
  });
  test('a mechanic who has not passed it waits too, and signs beside nobody', async () => {
    const tolv = await shop.addToShop('tolv@one.example', 'mechanic');
    expect([await stands(tolv), await waits(tolv)]).toEqual([false, false]);
    expect((await asked({ mechanic: 8 })).status).toBe(200);
    expect([await stands(tolv), await waits(tolv)]).toEqual([true, true]);
    const look = { procedure: 'second-look', jobId: (await bench(tolv)).job, madeAt: new Date().toISOString() };
    await tolv
      .post('/api/signatures')
      .send({ id: randomUUID(), ...look })
      .expect(403);
    // The owner signs alone whatever is asked of others.
    expect(await stands(shop.agent)).toBe(false);
    await send(tolv, result({ name: '9-oak-reed', total: 80 })).expect(201);
    expect(await stands(tolv)).toBe(false);
  });
  test('a level that is none is refused at its field', async () => {
    for (const wrong of [{ apprentice: 0 }, { mechanic: 13 }, { apprentice: 1.5 }, { reader: 3 }])
      expect(JSON.stringify((await asked(wrong)).body)).toContain(`signsAlone.${Object.keys(wrong)[0]}`);
  });
});
