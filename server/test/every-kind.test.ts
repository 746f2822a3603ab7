import { randomUUID } from 'node:crypto';
import { type Bench, toJobFile } from '@rugged/contract';
import { judge, report } from '@rugged/core';
import { bench, NOW, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
/** On a four-stroke, for what only that has. */
const four = { engine: randomUUID(), job: randomUUID() };
const OF_FOUR_STROKES = new Set(['manifold-vacuum', 'oil-pressure', 'valve-clearance', 'valve-train']);
const jobOf = (kind: string) => (OF_FOUR_STROKES.has(kind) ? four.job : ids.job);
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
  const cylinders = ['1', '2', '3', '4'];
  const built = { cycle: 'four-stroke', fuel: 'petrol', family: 'outboard', layout: 'inline', cylinders };
  await post('engines', { id: four.engine, machineId: ids.machine, name: 'Orrin 50', ...built }).expect(201);
  await post('jobs', { id: four.job, engineId: four.engine, complaint: 'flat', site: {}, openedAt: NOW }).expect(201);
});
afterAll(() => shop.server.close());

const post = (path: string, body: object) => shop.agent.post(`/api/${path}`).send(body);
const benchOf = async (job = ids.job): Promise<Bench> =>
  (await shop.agent.get(`/api/jobs/${job}`).expect(200)).body as Bench;
describe('tests of every kind', () => {
  const EVERY: [string, object, object, object, string][] = [
    [
      'leakdown',
      { engineTemperature: 'warm', tester: { unit: 'psi', fullScale: 100, division: 1, orificeMm: 1 } },
      { cylinder: '1', unit: 'psi', supply: 80, cylinderPressure: 71, heard: [{ at: 'crankcase', level: 1 }] },
      { cylinder: '1', unit: 'psi', supply: 80, cylinderPressure: 90 },
      'figures.cylinderPressure',
    ],
    [
      'crankcase',
      { mode: 'pressure', unit: 'psi', case: '1' },
      { seconds: 0, value: 5 },
      { seconds: 0, value: 30 },
      'figures.value',
    ],
    [
      'running-compression',
      {},
      { cylinder: '1', unit: 'psi', idle: 60 },
      { cylinder: '9', unit: 'psi', idle: 60 },
      'figures.cylinder',
    ],
    [
      'manifold-vacuum',
      {},
      { unit: 'inHg', depth: 18, needle: 'steady' },
      { unit: 'inHg', depth: -1 },
      'figures.depth',
    ],
    [
      'fuel-pressure',
      {},
      { unit: 'psi', pressure: 43, held: 41, heldSeconds: 300 },
      { unit: 'psi', pressure: 43, held: 50 },
      'figures.held',
    ],
    [
      'valve-clearance',
      { engineTemperature: 'cold' },
      { cylinder: '1', valve: 'intake', mm: 0.1 },
      { cylinder: '1', valve: 'side', mm: 0.1 },
      'figures.valve',
    ],
    [
      'bore',
      {},
      { cylinder: '1', height: 'top', alongMm: 62, acrossMm: 62.02 },
      { cylinder: '1', height: 'top', alongMm: 62 },
      'figures.acrossMm',
    ],
    [
      'piston',
      {},
      { cylinder: '1', skirtMm: 61.9, pinMm: 16, smallEndMm: 16.02 },
      { cylinder: '7', skirtMm: 61.9 },
      'figures.cylinder',
    ],
    [
      'opened',
      {},
      { cylinder: '1', part: 'bore', seen: 'scored', words: 'exhaust side' },
      { cylinder: '1', part: 'bore', seen: 'burnt' },
      'figures.seen',
    ],
    [
      'oil-pressure',
      { engineTemperature: 'cold' },
      { at: 'cranking', builds: true },
      { at: 'driving', builds: true },
      'figures.at',
    ],
    [
      'spark',
      { by: 'gap-tester' },
      { cylinder: '1', spark: 'weak' },
      { cylinder: '8', spark: 'jumps' },
      'figures.cylinder',
    ],
    ['battery-cranking', { system: 12 }, { before: 12.6, during: 10.1 }, { before: 11, during: 12 }, 'figures.during'],
    [
      'ring-gap',
      {},
      { cylinder: '1', ring: 'top', mm: 0.3 },
      { cylinder: '7', ring: 'top', mm: 0.3 },
      'figures.cylinder',
    ],
  ];
  test.each(EVERY)(
    '%s is kept as the job file writes it, and a wrong figure is refused at its field',
    async (kind, conditions, good, bad, field) => {
      const testId = randomUUID();
      await post('tests', { id: testId, jobId: jobOf(kind), kind, conditions, startedAt: NOW }).expect(201);
      const one = { id: randomUUID(), testId, kind, figures: good, takenAt: NOW };
      await post('readings', one).expect(201);
      await post('readings', one).expect(200);
      const refused = await post('readings', { ...one, id: randomUUID(), figures: bad });
      expect([refused.status, refused.body.errors]).toEqual([422, [expect.objectContaining({ field })]]);
      const kept = toJobFile(await benchOf(jobOf(kind))).tests?.find((test) => test.kind === kind);
      expect(kept).toEqual({ kind, ...conditions, [kind === 'crankcase' ? 'samples' : 'readings']: [good] });
    },
  );
  test.each([
    ['ring-gap', {}, { cylinder: '1', ring: 'top', mm: 50 }, 'figures.mm'],
    ['piston', {}, { cylinder: '1', pinMm: 900 }, 'figures.pinMm'],
    ['fuel-pressure', {}, { unit: 'bar', pressure: 400 }, 'figures.pressure'],
    ['oil-pressure', {}, { at: 'idle', unit: 'psi', pressure: 300 }, 'figures.pressure'],
    ['crankcase', { mode: 'vacuum', unit: 'inHg', case: '1' }, { seconds: 0, value: 34 }, 'figures.value'],
    ['leakdown', {}, { cylinder: '1', unit: 'bar', supply: 40, percent: 9 }, 'figures.supply'],
  ])('%s: a figure that cannot be is refused at its field, in its unit', async (kind, conditions, figures, field) => {
    const testId = randomUUID();
    await post('tests', { id: testId, jobId: jobOf(kind), kind, conditions, startedAt: NOW }).expect(201);
    const refused = await post('readings', { id: randomUUID(), testId, kind, figures, takenAt: NOW }).expect(422);
    expect(refused.body.errors).toEqual([{ field, reason: expect.stringMatching(/cannot be: it must be between/) }]);
  });
  test('a reading of another kind than its test is refused, by the database too', async () => {
    expect(
      (
        await post('readings', {
          id: randomUUID(),
          testId: ids.test,
          kind: 'bore',
          figures: EVERY[6]?.[2],
          takenAt: NOW,
        })
      ).body.errors,
    ).toEqual([{ field: 'kind', reason: 'is bore, but the test is compression' }]);
    await expect(
      shop.owner.sequelize.query(
        'INSERT INTO readings (id, shop_id, test_id, kind, figures, taken_at, taken_by) SELECT ' +
          `'${randomUUID()}', shop_id, id, 'bore', '{}', now(), started_by FROM tests WHERE id = '${ids.test}'`,
      ),
    ).rejects.toThrow(/foreign key/);
  });
  test('the bench is judged by all of them as the job file is', async () => {
    const { body } = await shop.agent.get(`/api/jobs/${ids.job}/judgement`).expect(200);
    expect(body).toEqual(JSON.parse(JSON.stringify(report(judge(toJobFile(await benchOf()))))));
    expect(body.inspections.length).toBeGreaterThan(5);
    expect(body.cylinders[0].leakage.percent).toBeCloseTo(11.25, 9);
  });
});

describe('what the readings prove', () => {
  test('is the same at the server as from the job file it hands out', async () => {
    const file = (await shop.agent.get(`/api/jobs/${ids.job}/job-file`).expect(200)).body;
    const verdict = (await shop.agent.get(`/api/jobs/${ids.job}/judgement`).expect(200)).text;
    expect(verdict).toBe(JSON.stringify(report(judge(file))));
  });
  test('the bench carries what the engine read the time before', async () => {
    const later = randomUUID();
    await post('jobs', {
      id: later,
      engineId: ids.engine,
      complaint: 'next season',
      site: {},
      openedAt: '2027-05-04T10:00:00.000Z',
    }).expect(201);
    const { lastTime } = await benchOf(later);
    expect(lastTime).toBeDefined();
    expect(lastTime?.readings.every(({ peak }) => peak !== 13)).toBe(true);
  });
  test('an overrule is kept with its reason and its person', async () => {
    await post('overrules', {
      id: randomUUID(),
      jobId: ids.job,
      cylinder: '1',
      state: 'watch',
      reason: 'Heard it run',
      madeAt: NOW,
    }).expect(201);
    expect((await benchOf()).overrules).toEqual([
      expect.objectContaining({ state: 'watch', reason: 'Heard it run', by: 'ines' }),
    ]);
  });
  test('an opinion on the cause stands beside the computed state', async () => {
    await post('overrules', {
      id: randomUUID(),
      jobId: ids.job,
      cylinder: '1',
      cause: 'rings-or-bore',
      reason: 'Smokes like it',
      madeAt: NOW,
    }).expect(201);
    const { overrules } = await benchOf();
    expect(overrules.find(({ cause }) => cause)).toMatchObject({ cause: 'rings-or-bore' });
    expect(overrules.find(({ cause }) => cause)).not.toHaveProperty('state');
  });
  test('what of a complaint has a name is kept with the job, and changed with it', async () => {
    const job = {
      id: randomUUID(),
      engineId: ids.engine,
      complaint: 'smokes',
      symptoms: ['blue-smoke'],
      site: {},
      openedAt: NOW,
    };
    await post('jobs', job).expect(201);
    expect(((await shop.agent.get(`/api/jobs/${job.id}`)).body as Bench).job.symptoms).toEqual(['blue-smoke']);
    const changed = await shop.agent
      .patch(`/api/jobs/${job.id}`)
      .send({ version: 1, symptoms: ['blue-smoke', 'burns-oil'] })
      .expect(200);
    expect(changed.body).toMatchObject({ symptoms: ['blue-smoke', 'burns-oil'] });
  });
});
