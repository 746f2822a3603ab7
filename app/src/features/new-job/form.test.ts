import {
  check,
  type EngineListItem,
  newBookSchema,
  newEngineSchema,
  newJobSchema,
  newMachineSchema,
  newOwnerSchema,
  type Schema,
  type Shop,
} from '@rugged/contract';
import { BLANK, buildJob, type EngineSource, type NewJobForm, runsBackwards, startOf } from './form';

// Metro loads the contract when it is asked for; here it is simply there.
jest.mock('@/data/validating', () => ({ contract: () => Promise.resolve(jest.requireActual('@rugged/contract')) }));

const shop: Shop = { id: 's', name: 'Shop', unit: 'psi', site: { altitudeM: 210 }, houseRules: {}, version: 1 };
const uuid = (n: number) => `0b6f7c1e-5f0a-4c57-9f5b-${String(n).padStart(12, '0')}`;
const item: EngineListItem = {
  engine: {
    id: uuid(1),
    machineId: uuid(2),
    name: 'Orrin 20',
    version: 3,
    bookIds: [uuid(4)],
    simulated: true,
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'outboard',
    cylinders: ['1', '2'],
    hours: 640,
  },
  machine: { id: uuid(2), ownerId: uuid(3), name: 'Skiff', version: 1 },
  owner: { id: uuid(3), name: 'Wil Tarn', version: 1 },
  books: [{ id: uuid(4), source: 'Handbook', compression: { unit: 'psi', min: 120 }, version: 1 }],
  jobs: 2,
  lastMeter: 640,
};
const SCHEMA: Readonly<Record<string, Schema<unknown>>> = {
  '/owners': newOwnerSchema,
  '/machines': newMachineSchema,
  '/engines': newEngineSchema,
  '/books': newBookSchema,
  '/jobs': newJobSchema,
};
const build = (form: Partial<NewJobForm>, source: EngineSource) =>
  buildJob(
    { ...BLANK, ...form },
    { shop, source, written: startOf(source), knownOwners: [item.owner], now: new Date('2026-05-04T10:00:00Z') },
  );
const paths = async (form: Partial<NewJobForm>, source: EngineSource) => {
  const built = await build(form, source);
  return built.ok ? built.job.entries.map(({ path }) => path) : built.errors;
};

test('an engine that was here needs no more than a complaint', async () => {
  expect(await paths({ complaint: 'hard start' }, { from: 'known', item })).toEqual(['/jobs']);
});
test('another of its kind copies sheet and books, not meter or ids', async () => {
  const built = await build({ complaint: 'c', owner: 'Osk Fell', machine: 'Dinghy' }, { from: 'like', item });
  expect(built.ok && built.job.entries.map(({ path }) => path)).toEqual(['/owners', '/machines', '/engines', '/jobs']);
  // The server takes what is copied: fields that only it sets stay behind.
  for (const { path, body } of built.ok ? built.job.entries : [])
    expect([path, check(SCHEMA[path] as Schema<unknown>, body)]).toEqual([path, expect.objectContaining({ ok: true })]);
  const bench = built.ok ? built.job.bench : undefined;
  expect(bench?.engine).toMatchObject({ name: 'Orrin 20', cylinders: ['1', '2'] });
  expect(bench?.engine.hours).toBeUndefined();
  expect(bench?.engine.id).not.toBe(item.engine.id);
  // The book is one of the library: both engines go by the same.
  expect(bench?.books[0]).toMatchObject({ id: uuid(4), compression: { min: 120 } });
  expect(bench?.engine.bookIds).toEqual([uuid(4)]);
});
test('a known owner is not taken in twice', async () => {
  expect(await paths({ complaint: 'c', owner: 'wil tarn', machine: 'Pump' }, { from: 'new' })).toEqual([
    '/machines',
    '/engines',
    '/jobs',
  ]);
});
test('the job keeps the place the shop stands at', async () => {
  const built = await build({ complaint: 'c' }, { from: 'known', item });
  expect(built.ok && built.job.bench.job.site).toEqual({ altitudeM: 210 });
});
test.each<[Partial<NewJobForm>, object]>([
  [{}, { complaint: 'must not be empty', owner: 'must not be empty', machine: 'must not be empty' }],
  [{ complaint: 'c', owner: 'o', machine: 'm', meter: 'many' }, { meter: 'must be a number' }],
  [{ complaint: 'c', owner: 'o', machine: 'm', meter: '-3' }, { meter: 'must not be negative' }],
  [
    { complaint: 'c', owner: 'o', machine: 'm', bookMin: '180', bookMax: '170' },
    { bookMin: 'the minimum (180) is above the maximum (170)' },
  ],
  [{ complaint: 'c', owner: 'o', machine: 'm', bookMin: '12o' }, { bookMin: 'must be a number' }],
  [{ complaint: 'c', owner: 'o', machine: 'm', spreadLimit: '140' }, { spreadLimit: 'must be at most 100' }],
])('%j says what is wrong at its field', async (form, errors) => {
  const built = await build(form, { from: 'new' });
  expect(built.ok ? {} : built.errors).toEqual(expect.objectContaining(errors));
});

test('what it does or why it is tested stands for a complaint that nobody wrote', async () => {
  const complaint = async (form: Partial<NewJobForm>) => {
    const built = await build(form, { from: 'known', item });
    return built.ok ? built.job.bench.job.complaint : built.errors.complaint;
  };
  expect(await complaint({ symptoms: ['hard-hot', 'blue-smoke'] })).toBe('Hard to start hot, Blue smoke');
  expect(await complaint({ purpose: 'baseline' })).toBe('Baseline');
  expect(await complaint({ purpose: 'fault' })).toBe('must not be empty');
});
test('a state that changed goes onto the sheet of a known engine, from the version it is at', async () => {
  const built = await build({ complaint: 'c', state: 'neither' }, { from: 'known', item });
  expect(built.ok && built.job.entries.map(({ method, path, body }) => [method, path, body['version']])).toEqual([
    ['PATCH', `/engines/${uuid(1)}`, 3],
    ['POST', '/jobs', undefined],
  ]);
  expect(built.ok && built.job.bench.engine).toMatchObject({ runs: false, cranks: false, version: 4 });
});
test('a meter that runs backwards is asked about; a new one goes on from the old', async () => {
  expect(runsBackwards({ meter: '12' }, { from: 'known', item })).toBe(true);
  expect(runsBackwards({ meter: '700' }, { from: 'known', item })).toBe(false);
  const built = await build({ complaint: 'c', meter: '12', meterChanged: true }, { from: 'known', item });
  expect(built.ok && built.job.bench.job).toMatchObject({ meter: 12, usedBefore: 640 });
  const misread = await build({ complaint: 'c', meter: '12' }, { from: 'known', item });
  expect(misread.ok && misread.job.bench.job.usedBefore).toBeUndefined();
});
