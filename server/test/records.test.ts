import { randomUUID } from 'node:crypto';
import { type Bench, readingsOfKind, toJobFile } from '@rugged/contract';
import { bench, NOW, reading, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
});
afterAll(() => shop.server.close());

const post = (path: string, body: object) => shop.agent.post(`/api/${path}`).send(body);
const benchOf = async (job = ids.job): Promise<Bench> =>
  (await shop.agent.get(`/api/jobs/${job}`).expect(200)).body as Bench;

describe('a reading', () => {
  test('sent twice is kept once', async () => {
    const one = reading(ids.test);
    const first = await post('readings', one).expect(201);
    const again = await post('readings', one).expect(200);
    expect(again.body).toEqual(first.body);
    expect((await benchOf()).readings.filter(({ id }) => id === one.id)).toHaveLength(1);
  });
  test('sent twice at once is kept once', async () => {
    const one = reading(ids.test);
    const statuses = (await Promise.all(Array.from({ length: 6 }, () => post('readings', one)))).map(
      ({ status }) => status,
    );
    expect(statuses.filter((status) => status === 201)).toHaveLength(1);
    expect(statuses.filter((status) => status === 200)).toHaveLength(5);
  });
  test('another one under the same id is refused', async () => {
    const one = reading(ids.test);
    await post('readings', one).expect(201);
    expect((await post('readings', { ...one, figures: { ...one.figures, peak: 139 } }).expect(409)).body.title).toMatch(
      /already kept under this id/,
    );
  });
  test('a correction stays on its cylinder', async () => {
    const one = reading(ids.test);
    await post('readings', one).expect(201);
    const moved = await post('readings', reading(ids.test, { cylinder: '2', supersedes: one.id })).expect(422);
    expect(moved.body.errors).toEqual([{ field: 'figures.cylinder', reason: expect.stringMatching(/^must be 1, as/) }]);
    await post('readings', reading(ids.test, { peak: 140, supersedes: one.id })).expect(201);
  });
  test('is corrected by a new one; both stay and one counts', async () => {
    const wrong = reading(ids.test, { cylinder: '4', peak: 13, strokes: [] });
    const right = reading(ids.test, { cylinder: '4', peak: 131, strokes: [], supersedes: wrong.id });
    await post('readings', wrong).expect(201);
    await post('readings', right).expect(201);
    const found = await benchOf();
    expect(
      readingsOfKind(found.readings, 'compression').filter(({ figures }) => figures.cylinder === '4'),
    ).toHaveLength(2);
    expect(
      toJobFile(found)
        .tests?.flatMap((test) => (test.kind === 'compression' ? test.readings : []))
        .filter(({ cylinder }) => cylinder === '4'),
    ).toEqual([expect.objectContaining({ peak: 131 })]);
  });
  test('cannot supersede one of another test', async () => {
    const otherTest = randomUUID();
    await post('tests', { id: otherTest, jobId: ids.job, kind: 'compression', conditions: {}, startedAt: NOW }).expect(
      201,
    );
    const one = reading(otherTest);
    await post('readings', one).expect(201);
    expect((await post('readings', reading(ids.test, { supersedes: one.id })).expect(422)).body.errors).toEqual([
      { field: 'supersedes', reason: 'is not known in this shop' },
    ]);
  });
  test('is never changed or deleted, not even in the database', async () => {
    const one = reading(ids.test);
    await post('readings', one).expect(201);
    await expect(
      shop.owner.sequelize.query(`UPDATE readings SET figures = '{}' WHERE id = '${one.id}'`),
    ).rejects.toThrow(/append-only/);
    await expect(shop.owner.sequelize.query(`DELETE FROM readings WHERE id = '${one.id}'`)).rejects.toThrow(
      /append-only/,
    );
  });
  test('of two devices at once: both are kept', async () => {
    const [a, b] = [await shop.signIn('ines@one.example'), await shop.signIn('ines@one.example')];
    const [one, two] = [
      reading(ids.test, { cylinder: '3', peak: 141 }),
      reading(ids.test, { cylinder: '3', peak: 142 }),
    ];
    await Promise.all([a.post('/api/readings').send(one).expect(201), b.post('/api/readings').send(two).expect(201)]);
    expect(
      readingsOfKind((await benchOf()).readings, 'compression')
        .filter(({ figures }) => figures.cylinder === '3')
        .map(({ figures }) => figures.peak)
        .sort(),
    ).toEqual([141, 142]);
  });
});

describe('bad input is answered at the field, never with a 5xx', () => {
  test.each(['half a pair \ud800 high', 'half a pair \udc00 low', 'a \0 in it'])(
    'a text that the database cannot keep is refused by its field: %j',
    async (name) => {
      const { body } = await shop.agent.post('/api/owners').send({ id: randomUUID(), name }).expect(422);
      expect(body.errors).toEqual([{ field: 'name', reason: 'holds a character that cannot be kept' }]);
    },
  );
  test.each<[string, string, () => object, string, RegExp]>([
    ['negative', 'readings', () => reading(ids.test, { peak: -4, strokes: [] }), 'figures.peak', /negative/],
    [
      'absurd',
      'readings',
      () => reading(ids.test, { peak: 99999, strokes: [] }),
      'figures.peak',
      /cannot be: it must be between 0 and 725 psi/,
    ],
    [
      'above scale',
      'readings',
      () => reading(ids.test, { peak: 320, strokes: [] }),
      'figures.peak',
      /full scale of 300 psi/,
    ],
    ['no such cylinder', 'readings', () => reading(ids.test, { cylinder: '5' }), 'figures.cylinder', /no cylinder 5/],
    ['peak below a stroke', 'readings', () => reading(ids.test, { peak: 100 }), 'figures.peak', /below stroke 2/],
    ['text in a number', 'readings', () => reading(ids.test, { peak: '138' }), 'figures.peak', /must be a number/],
    ['unknown test', 'readings', () => reading(randomUUID()), 'testId', /not known in this shop/],
    ['a field nobody knows', 'readings', () => reading(ids.test, { mood: 1 }), 'figures.mood', /not known here/],
    [
      'minimum above maximum',
      'books',
      () => ({ id: randomUUID(), engineId: ids.engine, source: 'b', compression: { unit: 'psi', min: 160, max: 150 } }),
      'compression.min',
      /above the maximum/,
    ],
    [
      'unknown owner',
      'machines',
      () => ({ id: randomUUID(), ownerId: randomUUID(), name: 'm' }),
      'ownerId',
      /not known/,
    ],
    [
      'unknown engine',
      'jobs',
      () => ({ id: randomUUID(), engineId: randomUUID(), complaint: 'c', site: {}, openedAt: NOW }),
      'engineId',
      /not known/,
    ],
    [
      'impossible place',
      'jobs',
      () => ({ id: randomUUID(), engineId: ids.engine, complaint: 'c', site: { altitudeM: 99999 }, openedAt: NOW }),
      'site.altitudeM',
      /at most 6000/,
    ],
    [
      'empty complaint',
      'jobs',
      () => ({ id: randomUUID(), engineId: ids.engine, complaint: '  ', site: {}, openedAt: NOW }),
      'complaint',
      /begin or end with a space/,
    ],
    ['a name of nothing but NUL', 'owners', () => ({ id: randomUUID(), name: '\u0000' }), 'name', /character/],
    [
      'overrule of no cylinder',
      'overrules',
      () => ({ id: randomUUID(), jobId: ids.job, cylinder: '9', state: 'sound', reason: 'because', madeAt: NOW }),
      'cylinder',
      /no cylinder 9/,
    ],
    [
      'a complaint nobody knows by that name',
      'jobs',
      () => ({
        id: randomUUID(),
        engineId: ids.engine,
        complaint: 'c',
        symptoms: ['haunted'],
        site: {},
        openedAt: NOW,
      }),
      'symptoms[0]',
      /must be one of/,
    ],
    [
      'a cause that is none',
      'overrules',
      () => ({ id: randomUUID(), jobId: ids.job, cylinder: '1', cause: 'gremlins', reason: 'because', madeAt: NOW }),
      'cause',
      /must be one of/,
    ],
    [
      'overrule without a reason',
      'overrules',
      () => ({ id: randomUUID(), jobId: ids.job, cylinder: '1', state: 'sound', reason: 'x', madeAt: NOW }),
      'reason',
      /at least 3/,
    ],
    [
      'firing order that misses one',
      'engines',
      () => ({
        id: randomUUID(),
        machineId: ids.machine,
        name: 'e',
        cycle: 'two-stroke',
        fuel: 'petrol',
        family: 'outboard',
        cylinders: ['1', '2'],
        firingOrder: ['1'],
      }),
      'firingOrder',
      /leaves out cylinder 2/,
    ],
  ])('%s', async (_name, path, body, field, reason) => {
    const answer = await post(path, body()).expect(422);
    expect(answer.headers['content-type']).toMatch('application/problem+json');
    expect(answer.body.errors).toEqual(expect.arrayContaining([{ field, reason: expect.stringMatching(reason) }]));
  });
  test('an oversized body', async () => {
    expect(
      (await post('owners', { id: randomUUID(), name: 'x', note: 'y'.repeat(400_000) }).expect(413)).body.title,
    ).toMatch(/too large/);
  });
  test('no JSON', async () => {
    expect(
      (await shop.agent.post('/api/owners').set('Content-Type', 'application/json').send('{oops').expect(400)).body
        .title,
    ).toMatch(/not JSON/);
  });
  test.each([
    '/api/jobs/not-an-id',
    `/api/jobs/${randomUUID()}`,
    '/api/nothing',
    `/api/jobs/${randomUUID()}/judgement`,
  ])('%s is not found', async (path) => {
    await shop.agent.get(path).expect(404);
  });
  test.each(['limit=0', 'limit=x', 'status=all&before=-1', 'colour=red'])('a list asked with %s', async (query) => {
    await shop.agent.get(`/api/jobs?${query}`).expect(422);
  });
});

test('a test of a part that the engine does not have is refused at once', async () => {
  const clearance = { id: randomUUID(), jobId: ids.job, kind: 'valve-clearance', conditions: {}, startedAt: NOW };
  const { body } = await post('tests', clearance).expect(422);
  expect(body.errors).toEqual([{ field: 'kind', reason: 'cannot be on this engine: a two-stroke has no valves' }]);
});

test('a crankcase that the engine does not have is refused at once', async () => {
  const test_ = (at: string) => ({
    id: randomUUID(),
    jobId: ids.job,
    kind: 'crankcase',
    conditions: { mode: 'pressure', unit: 'psi', case: at },
    startedAt: NOW,
  });
  const refused = await post('tests', test_('9')).expect(422);
  expect(refused.body.errors).toMatchObject([{ field: 'conditions.case' }]);
  await post('tests', test_('2')).expect(201);
});

describe('another shop', () => {
  test('sees nothing of this one and cannot hang anything on it', async () => {
    await shop.addShop('tolv@two.example');
    const theirs = await shop.signIn('tolv@two.example');
    expect((await theirs.get('/api/jobs?status=all')).body).toMatchObject({ items: [], total: 0 });
    const long = new Date(0).toISOString();
    expect((await theirs.get(`/api/jobs/changes?since=${long}`)).body).toMatchObject({ items: [] });
    expect((await theirs.get('/api/engines')).body.items).toEqual([]);
    await theirs.get(`/api/jobs/${ids.job}`).expect(404);
    await theirs.get(`/api/jobs/${ids.job}/judgement`).expect(404);
    await theirs.patch(`/api/jobs/${ids.job}`).send({ version: 1, complaint: 'mine now' }).expect(404);
    await theirs.post('/api/readings').send(reading(ids.test)).expect(422);
    await theirs.post('/api/machines').send({ id: randomUUID(), ownerId: ids.owner, name: 'm' }).expect(422);
    await theirs
      .post('/api/tests')
      .send({ id: randomUUID(), jobId: ids.job, kind: 'compression', startedAt: NOW })
      .expect(422);
    await theirs
      .post('/api/overrules')
      .send({ id: randomUUID(), jobId: ids.job, state: 'sound', reason: 'because', madeAt: NOW })
      .expect(422);
    // An id that we have is free for them, and says nothing of what we keep under it.
    const own = await theirs.post('/api/owners').send({ id: ids.owner, name: 'Wil Tarn' }).expect(201);
    expect(own.body).toEqual({ id: ids.owner, name: 'Wil Tarn', version: 1 });
  });
  test('counts its own job numbers', async () => {
    const theirs = await shop.signIn('tolv@two.example');
    const { job } = await bench(theirs);
    expect(((await theirs.get(`/api/jobs/${job}`)).body as Bench).job.number).toBe(1);
  });
});

describe('jobs', () => {
  test('are numbered without gaps, also when a request is repeated', async () => {
    const open = () => ({ id: randomUUID(), engineId: ids.engine, complaint: 'again', site: {}, openedAt: NOW });
    const [a, b] = [open(), open()];
    const first = (await post('jobs', a).expect(201)).body.number as number;
    expect((await post('jobs', a).expect(200)).body.number).toBe(first);
    expect((await post('jobs', b).expect(201)).body.number).toBe(first + 1);
    const many = await Promise.all(Array.from({ length: 5 }, () => post('jobs', { ...b, id: randomUUID() })));
    expect(many.map(({ body }) => body.number as number).sort((x, y) => x - y)).toEqual(
      [2, 3, 4, 5, 6].map((n) => first + n),
    );
  });
  test('change only from the version they were read at, and show both sides', async () => {
    const job = (
      await post('jobs', { id: randomUUID(), engineId: ids.engine, complaint: 'first', site: {}, openedAt: NOW })
    ).body as { id: string };
    const mine = await shop.agent.patch(`/api/jobs/${job.id}`).send({ version: 1, complaint: 'mine' }).expect(200);
    expect(mine.body).toMatchObject({ complaint: 'mine', version: 2 });
    const theirs = await shop.agent.patch(`/api/jobs/${job.id}`).send({ version: 1, complaint: 'theirs' }).expect(409);
    expect(theirs.body.current).toMatchObject({ complaint: 'mine', version: 2 });
  });
  test('are listed a page after the other, and found by what is in them', async () => {
    const all = (await shop.agent.get('/api/jobs?status=all&limit=50')).body as { items: Bench[]; total: number };
    const seen: number[] = [];
    let before: string | undefined;
    do {
      const { body } = await shop.agent.get(`/api/jobs?status=all&limit=3${before ? `&before=${before}` : ''}`);
      seen.push(...(body.items as Bench[]).map(({ job }) => job.number as number));
      before = body.next as string | undefined;
    } while (before);
    expect(seen).toEqual(all.items.map(({ job }) => job.number));
    expect(all.total).toBe(seen.length);
    expect((await shop.agent.get('/api/jobs?search=hard%20sta')).body.items).toHaveLength(1);
    expect((await shop.agent.get('/api/jobs?search=%25')).body.items).toHaveLength(0);
  });
  test('close and open again', async () => {
    const job = (
      await post('jobs', { id: randomUUID(), engineId: ids.engine, complaint: 'closing', site: {}, openedAt: NOW })
    ).body as { id: string };
    expect(
      (await shop.agent.patch(`/api/jobs/${job.id}`).send({ version: 1, status: 'closed' })).body.closedAt,
    ).toBeDefined();
    expect((await shop.agent.get('/api/jobs?search=closing')).body.items).toHaveLength(0);
    expect(
      (await shop.agent.patch(`/api/jobs/${job.id}`).send({ version: 2, status: 'open' })).body.closedAt,
    ).toBeUndefined();
  });
});

test('the shop changes its settings from the version it read', async () => {
  const { body } = await shop.agent
    .patch('/api/shop')
    .send({ version: 1, unit: 'bar', site: { altitudeM: 640 } })
    .expect(200);
  expect(body).toMatchObject({ unit: 'bar', site: { altitudeM: 640 }, version: 2 });
  await shop.agent.patch('/api/shop').send({ version: 1, unit: 'psi' }).expect(409);
  expect(
    (
      await shop.agent
        .patch('/api/shop')
        .send({ version: 2, site: { barometerKPa: 4 } })
        .expect(422)
    ).body.errors,
  ).toEqual([{ field: 'site.barometerKPa', reason: 'must be at least 45' }]);
});

test('engines are listed by name, a page after the other', async () => {
  for (const name of ['Zeta', 'Alpha', 'Alpha']) {
    await post('engines', {
      id: randomUUID(),
      machineId: ids.machine,
      name,
      cycle: 'two-stroke',
      fuel: 'petrol',
      family: 'outboard',
      cylinders: ['1'],
    }).expect(201);
  }
  const names: string[] = [];
  let after: string | undefined;
  do {
    const { body } = await shop.agent
      .get(`/api/engines?limit=1${after ? `&after=${encodeURIComponent(after)}` : ''}`)
      .expect(200);
    names.push(...(body.items as { engine: { name: string } }[]).map(({ engine }) => engine.name));
    after = body.next as string | undefined;
  } while (after);
  expect(names).toEqual(['Alpha', 'Alpha', 'Orrin 40', 'Zeta']);
});
