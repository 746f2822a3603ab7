import { randomUUID } from 'node:crypto';
import request from 'supertest';
import { bench, NOW, reading, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
beforeAll(async () => {
  shop = await shopInTest();
});
afterAll(() => shop.server.close());

const post = (path: string, body: object) => shop.agent.post(`/api/${path}`).send(body);
const patch = (path: string, body: object) => shop.agent.patch(`/api/${path}`).send(body);
const get = (path: string) => shop.agent.get(`/api/${path}`);
const sources = ({ books }: { books: { source: string }[] }) => books.map(({ source }) => source);
const fields = (answer: { body: { errors?: { field: string; reason: string }[] } }) =>
  (answer.body.errors ?? []).map(({ field, reason }) => `${field} ${reason}`);

describe('an engine’s sheet', () => {
  test('takes every figure, gives it back, and lets it be taken off again', async () => {
    const ids = await bench(shop.agent);
    const change = {
      kind: 'outboard-two-stroke-v4',
      model: 'Orrin 40',
      boreMm: 70,
      strokeMm: 62,
      conrodMm: 120,
      compressionRatio: 7.4,
      cooling: 'liquid',
      valveGear: 'reed',
      starting: 'electric',
      fuelSystem: 'carburettor',
      firingOrder: ['1', '3', '2', '4'],
      firingIntervals: [90, 90, 90, 90],
      firstAt: 'flywheel',
      meterUnit: 'h',
      runs: true,
      dueEveryUse: 100,
      dueEveryMonths: 12,
    };
    // The book that was put on it made a version of its own.
    const changed = await patch(`engines/${ids.engine}`, { ...change, version: 2 }).expect(200);
    expect(changed.body).toMatchObject({ ...change, version: 3 });
    expect((await get(`jobs/${ids.job}`)).body.engine).toMatchObject(change);
    const off = await patch(`engines/${ids.engine}`, { boreMm: null, firingIntervals: null, version: 3 }).expect(200);
    expect(off.body).not.toHaveProperty('boreMm');
    expect((await get(`engines/${ids.engine}`)).body).toMatchObject({ engine: { strokeMm: 62 }, jobs: 1 });
  });
  test.each<[object, RegExp]>([
    [{ boreMm: 0.001 }, /^boreMm /],
    [{ boreMm: 1000 }, /^boreMm /],
    [{ cylinders: [] }, /^cylinders/],
    [{ cylinders: ['1', '1', '2', '3'] }, /^cylinders\[1\] names cylinder 1 twice/],
    [{ firingOrder: ['1', '2', '3', '3'] }, /^firingOrder names cylinder 3 twice/],
    [{ firingIntervals: [90, 90, 90] }, /^firingIntervals needs 4/],
    [{ strokeMm: 80, conrodMm: 30 }, /^conrodMm must be longer than half the stroke/],
    [{ valveGear: 'push-rod' }, /^valveGear is not of a two-stroke/],
    [{ bookIds: [randomUUID()] }, /^bookIds is not known/],
    [{ name: null }, /^name /],
  ])('%j is refused at its field, against what is known already', async (change, reason) => {
    const ids = await bench(shop.agent);
    const refused = await patch(`engines/${ids.engine}`, { ...change, version: 2 }).expect(422);
    expect(fields(refused)[0]).toMatch(reason);
  });
  test('two devices that start from one version: the second sees both sides', async () => {
    const ids = await bench(shop.agent);
    await patch(`engines/${ids.engine}`, { boreMm: 70, version: 2 }).expect(200);
    const second = await patch(`engines/${ids.engine}`, { boreMm: 71, version: 2 }).expect(409);
    expect(second.body.current).toMatchObject({ boreMm: 70, version: 3 });
  });
  test('a cylinder that was read is not named away', async () => {
    const ids = await bench(shop.agent);
    await post('readings', reading(ids.test)).expect(201);
    const refused = await patch(`engines/${ids.engine}`, { cylinders: ['A', 'B'], version: 2 }).expect(422);
    expect(fields(refused)).toEqual(['cylinders leaves out cylinder 1, on which something was read']);
  });
  test('a closed job keeps the engine and the books it was judged by; reopened it goes by today’s', async () => {
    const ids = await bench(shop.agent);
    await patch(`jobs/${ids.job}`, { status: 'closed', version: 1 }).expect(200);
    await patch(`engines/${ids.engine}`, { boreMm: 70, version: 2 }).expect(200);
    await patch(`books/${ids.book}`, { source: 'Handbook, mended', version: 1 }).expect(200);
    const closed = (await get(`jobs/${ids.job}`)).body;
    expect(closed.engine).not.toHaveProperty('boreMm');
    expect(closed.books).toMatchObject([{ source: 'Handbook', compression: { min: 120 } }]);
    await patch(`jobs/${ids.job}`, { status: 'open', version: 2 }).expect(200);
    expect((await get(`jobs/${ids.job}`)).body).toMatchObject({
      engine: { boreMm: 70 },
      books: [{ source: 'Handbook, mended' }],
    });
  });
  test('of another shop it is not there', async () => {
    const ids = await bench(shop.agent);
    await shop.addShop('other@two.example');
    const other = await shop.signIn('other@two.example');
    await other.get(`/api/engines/${ids.engine}`).expect(404);
    await other.patch(`/api/engines/${ids.engine}`).send({ boreMm: 70, version: 2 }).expect(404);
    await other.patch(`/api/books/${ids.book}`).send({ source: 'mine', version: 1 }).expect(404);
    await other.get(`/api/engines/${ids.engine}/read-here`).expect(404);
  });
});

describe('the library', () => {
  test('a book stands on several engines, in the order of each, and a mended one on all of them', async () => {
    const [one, two] = [await bench(shop.agent), await bench(shop.agent)];
    await patch(`engines/${two.engine}`, { bookIds: [one.book, two.book], version: 2 }).expect(200);
    await patch(`books/${one.book}`, { source: 'First', leakage: { maxPercent: 12 }, version: 1 }).expect(200);
    expect((await get(`jobs/${two.job}`)).body.books).toMatchObject([
      { source: 'First', leakage: { maxPercent: 12 } },
      { source: 'Handbook' },
    ]);
    // Mended whole: what was not sent any more is gone.
    expect((await get(`jobs/${one.job}`)).body.books[0]).not.toHaveProperty('compression');
    const listed = (await get('books?search=First')).body;
    expect(listed).toMatchObject({ total: 1, items: [{ book: { id: one.book }, engines: 2 }] });
  });
  test('sent twice a book stands once; retired it is not offered and goes on where it is', async () => {
    const ids = await bench(shop.agent);
    const book = { id: randomUUID(), engineId: ids.engine, source: 'Reprint', page: '12' };
    await post('books', book).expect(201);
    await post('books', book).expect(200);
    await patch(`books/${book.id}`, { source: 'Reprint', retired: true, version: 1 }).expect(200);
    expect(sources((await get(`jobs/${ids.job}`)).body as { books: { source: string }[] })).toEqual([
      'Handbook',
      'Reprint',
    ]);
    expect((await get('books?search=Reprint')).body.total).toBe(0);
    expect((await get('books?search=Reprint&retired=true')).body.total).toBe(1);
  });
  test('a minimum above the maximum is refused at its field', async () => {
    const book = {
      id: randomUUID(),
      source: 'b',
      crankcase: { unit: 'psi', pressure: 9, maximum: 8, holdSeconds: 60, maxDrop: 1 },
    };
    expect(fields(await post('books', book).expect(422))).toEqual([
      'crankcase.pressure the minimum (9) is above the maximum (8)',
    ]);
  });
});

describe('what changed', () => {
  const changes = async (since: string) =>
    (await get(`jobs/changes?since=${since}`).expect(200)).body as {
      items: { job: { id: string } }[];
      at: string;
      more: boolean;
    };
  test('a reading, a closed job, a mended sheet and a mended book bring their benches, and only theirs', async () => {
    const [one, other] = [await bench(shop.agent), await bench(shop.agent)];
    const idsAfter = async (since: string) => (await changes(since)).items.map(({ job }) => job.id);
    // Rows of the last seconds are told again: from an instant well ahead only what comes after it.
    const ahead = () => new Date(Date.now() + 20_000).toISOString();
    const next = async (change: () => Promise<unknown>) => {
      const since = ahead();
      await new Promise((resolve) => setTimeout(resolve, 5));
      await change();
      return idsAfter(since);
    };
    expect(await next(() => post('readings', reading(one.test, { peak: 120, strokes: [80] })))).toEqual([one.job]);
    expect(await next(() => patch(`engines/${other.engine}`, { boreMm: 61, version: 2 }))).toEqual([other.job]);
    const { id, ...book } = (await get(`jobs/${one.job}`)).body.books[0] as { id: string };
    expect(await next(() => patch(`books/${id}`, { ...book, page: '12' }).expect(200))).toEqual([one.job]);
    expect(await next(() => patch(`jobs/${other.job}`, { status: 'closed', version: 1 }))).toEqual([other.job]);
    expect(await next(() => Promise.resolve())).toEqual([]);
  });
  test('a list says when it was asked, and an instant that is none is refused', async () => {
    const { at } = (await get('jobs').expect(200)).body as { at: string };
    expect(Math.abs(Date.parse(at) - Date.now())).toBeLessThan(60_000);
    expect((await changes(at)).more).toBe(false);
    await get('jobs/changes?since=yesterday').expect(422);
    await get('jobs/changes').expect(422);
  });
});

describe('the life of an engine', () => {
  test('a repair is only added, and the first test after it begins a new line', async () => {
    const ids = await bench(shop.agent);
    await post('readings', reading(ids.test)).expect(201);
    const repair = {
      id: randomUUID(),
      jobId: ids.job,
      what: 'new rings',
      cost: 84.5,
      cylinders: ['1'],
      madeAt: '2026-05-04T12:00:00Z',
    };
    await post('repairs', repair).expect(201);
    await post('repairs', repair).expect(200);
    const waiting = (await get(`jobs/${ids.job}/job-file`)).body;
    expect(waiting.untestedRepair).toBe('new rings');
    expect((await get(`jobs/${ids.job}/judgement`)).body.next[0].reason).toMatchObject({ because: 'prove-repair' });
    await post('tests', {
      id: randomUUID(),
      jobId: ids.job,
      kind: 'compression',
      conditions: {},
      startedAt: '2026-05-04T13:00:00Z',
    }).expect(201);
    const proven = (await get(`jobs/${ids.job}/job-file`)).body as {
      untestedRepair?: string;
      tests: { after?: string; repair?: string }[];
    };
    expect(proven.untestedRepair).toBeUndefined();
    expect(proven.tests.map(({ after, repair: what }) => [after, what])).toEqual([
      [undefined, undefined],
      ['repair', 'new rings'],
    ]);
  });
  test('dates that are due come as a list, a calendar, and a feed whose address can be changed', async () => {
    const ids = await bench(shop.agent);
    await patch(`engines/${ids.engine}`, { dueEveryMonths: 12, name: 'Due twin', version: 2 }).expect(200);
    const dates = (await get('dates')).body;
    expect(dates).toContainEqual(
      expect.objectContaining({ engineId: ids.engine, on: '2027-05-04', by: 'calendar', owner: 'Wil Tarn' }),
    );
    expect((await get('dates/calendar.ics').expect(200)).text).toMatch(/SUMMARY:Due twin: test again/);
    expect((await get('dates/feed')).body).toEqual({});
    const { path } = (await post('dates/feed', {}).expect(200)).body;
    const stranger = request(shop.server.app);
    const text = (await stranger.get(path).expect(200)).text;
    expect(text).toMatch(/BEGIN:VCALENDAR[\s\S]*DTSTART;VALUE=DATE:20270504/);
    expect(text).not.toMatch(/hard start/);
    await post('dates/feed', {}).expect(200);
    await stranger.get(path).expect(404);
    await stranger.get('/api/feeds/nothing.ics').expect(404);
    await stranger.get('/api/dates').expect(401);
  });
  test('what engines of its model read here leaves itself out, wet ones and corrected ones too', async () => {
    const made = await Promise.all(Array.from({ length: 3 }, () => bench(shop.agent)));
    for (const [i, ids] of made.entries()) {
      await patch(`engines/${ids.engine}`, { model: 'Same model', version: 2 }).expect(200);
      const first = reading(ids.test, { peak: 100 + i, strokes: [80, 100] });
      await post('readings', first).expect(201);
      await post('readings', reading(ids.test, { peak: 110 + i, strokes: [80], supersedes: first.id })).expect(201);
      await post('readings', reading(ids.test, { peak: 150, strokes: [80], wet: true, oilMl: 0.2 })).expect(201);
    }
    const here = (await get(`engines/${made[0]?.engine}/read-here`).expect(200)).body as { engines: number[][] };
    expect(here).toMatchObject({ of: 'model', name: 'Same model' });
    expect(here.engines.map((one) => one.map((kPa) => Math.round(kPa / 6.894757))).sort()).toEqual([[111], [112]]);
  });
  test('a job without a book is judged by what others read here, as long as somebody wants it', async () => {
    const ids = await bench(shop.agent);
    await patch(`engines/${ids.engine}`, { bookIds: [], version: 2 }).expect(200);
    await post('readings', reading(ids.test, { peak: 120, strokes: [80, 120] })).expect(201);
    const limit = async () =>
      (await get(`jobs/${ids.job}/judgement`)).body.cylinders[0].compression.limit.source as object;
    const readHere = { name: 'Same model', engines: 6, fromKPa: 1000, medianKPa: 1050, toKPa: 1100 };
    const { version } = (await get(`jobs/${ids.job}`)).body.job as { version: number };
    await patch(`jobs/${ids.job}`, { readHere, version }).expect(200);
    expect(await limit()).toMatchObject({ rule: 'read-here', engines: 6 });
    expect((await get(`jobs/${ids.job}/job-file`)).body.readHere).toEqual(readHere);
    const refused = await patch(`jobs/${ids.job}`, { readHere: { ...readHere, fromKPa: 1200 }, version: version + 1 });
    expect([refused.status, fields(refused)[0]]).toEqual([422, expect.stringMatching(/medianKPa/)]);
    await patch(`jobs/${ids.job}`, { readHere: null, version: version + 1 }).expect(200);
    expect(await limit()).not.toMatchObject({ rule: 'read-here' });
    expect((await get(`jobs/${ids.job}/job-file`)).body.readHere).toBeUndefined();
  });
  test('purpose, what the other shop said and a changed meter are kept with the job', async () => {
    const ids = await bench(shop.agent);
    const job = {
      id: randomUUID(),
      engineId: ids.engine,
      complaint: 'c',
      site: {},
      openedAt: NOW,
      purpose: 'second-opinion',
      otherSaid: 'needs a rebuild',
      meter: 12,
      usedBefore: 640,
    };
    await post('jobs', job).expect(201);
    expect((await get(`jobs/${job.id}`)).body.job).toMatchObject({
      purpose: 'second-opinion',
      meter: 12,
      usedBefore: 640,
    });
    expect(fields(await post('jobs', { ...job, id: randomUUID(), purpose: 'fun' }).expect(422))[0]).toMatch(/^purpose/);
  });
});
