import type { NewEntry } from '@/data/outbox/entry';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import {
  correction,
  inSession,
  joinOrBegin,
  keepReadings,
  sameConditions,
  testInHand,
  together,
  withdraw,
  withRecorded,
} from '.';

const mockKept: NewEntry[] = [];
jest.mock('@/data/client', () => ({
  outbox: {
    keep: (entries: NewEntry[]) => {
      mockKept.push(...entries);
      return Promise.resolve();
    },
  },
}));
beforeEach(() => {
  mockKept.length = 0;
});

const now = Date.parse('2026-05-04T12:00:00Z');
const hoursAgo = (hours: number) => new Date(now - hours * 3600_000).toISOString();
const tester = { unit: 'psi' as const, fullScale: 100, division: 1, orificeMm: 1 };
const leak = { cylinder: '2', unit: 'psi' as const, supply: 80, percent: 12 };

describe('the test in hand', () => {
  const bench = aBench({
    tests: [
      aTest('compression', { throttle: 'open' }, { id: 'old', startedAt: hoursAgo(2) }),
      aTest('compression', { throttle: 'open' }, { id: 'late', startedAt: hoursAgo(1) }),
      aTest('leakdown', {}, { startedAt: hoursAgo(0.5) }),
    ],
  });
  test('is the latest of its kind', () => {
    expect(testInHand(bench, 'compression', now)?.id).toBe('late');
  });
  test('is none after six hours: the engine has cooled', () => {
    expect(
      testInHand(aBench({ tests: [aTest('compression', {}, { startedAt: hoursAgo(7) })] }), 'compression', now),
    ).toBeUndefined();
  });
  test('is none once something was repaired: what is read then is another engine', () => {
    const repaired = (hours: number) => ({ id: 'r', jobId: 'j', what: 'rings', madeAt: hoursAgo(hours) });
    expect(testInHand({ ...bench, repairs: [repaired(0.2)] }, 'compression', now)).toBeUndefined();
    expect(testInHand({ ...bench, repairs: [repaired(1.5)] }, 'compression', now)?.id).toBe('late');
  });
  test('sizes are gone on with however long the engine lies open', () => {
    expect(inSession('bore', now - 90 * 24 * 3600_000, now)).toBe(true);
  });
});

test('conditions are the same whatever order their fields come in, at any depth', () => {
  expect(
    sameConditions<'leakdown'>(
      { engineTemperature: 'cold', tester },
      { tester: { orificeMm: 1, division: 1, unit: 'psi', fullScale: 100 }, engineTemperature: 'cold' },
    ),
  ).toBe(true);
  expect(sameConditions<'compression'>({ throttle: 'open' }, { throttle: 'closed' })).toBe(false);
  expect(sameConditions<'compression'>({ throttle: 'open', engineTemperature: 'cold' }, { throttle: 'open' })).toBe(
    false,
  );
  expect(sameConditions<'compression'>({ throttle: 'open' }, { throttle: 'open', plugs: undefined } as object)).toBe(
    true,
  );
});
test('cylinder after cylinder joins one leak-down test, as the database hands its conditions back', () => {
  const bench = aBench({
    tests: [
      aTest(
        'leakdown',
        { tester: { orificeMm: 1, fullScale: 100, unit: 'psi', division: 1 }, engineTemperature: 'warm' },
        { startedAt: hoursAgo(0.1) },
      ),
    ],
  });
  expect(
    joinOrBegin(bench, { kind: 'leakdown', conditions: { engineTemperature: 'warm', tester }, figures: leak, now }),
  ).toEqual({ reading: expect.objectContaining({ testId: 't', kind: 'leakdown', figures: leak }) });
});
test('a reading under other conditions begins a test and brings it along', async () => {
  const bench = aBench({ tests: [aTest('leakdown', { engineTemperature: 'warm' }, { startedAt: hoursAgo(0.1) })] });
  const recorded = joinOrBegin(bench, {
    kind: 'leakdown',
    conditions: { engineTemperature: 'cold' },
    figures: leak,
    now,
  });
  expect(recorded.begins).toMatchObject({
    jobId: 'j',
    kind: 'leakdown',
    conditions: { engineTemperature: 'cold' },
    startedAt: new Date(now).toISOString(),
  });
  await keepReadings(bench, [{ recorded, what: 'Cyl 2 loses 12 %' }]);
  expect(mockKept.map(({ path, what }) => [path, what])).toEqual([
    ['/tests', 'Leak-down test, Orrin 20'],
    ['/readings', 'Cyl 2 loses 12 %, Orrin 20'],
  ]);
  expect(mockKept[1]?.body['testId']).toBe(mockKept[0]?.body['id']);
});
test('several entered together share the tests that they begin', () => {
  const bore = (height: 'top' | 'bottom') => ({
    kind: 'bore' as const,
    conditions: {},
    figures: { cylinder: '1', height, alongMm: 62, acrossMm: 62 },
    now,
  });
  const kept = together(aBench(), [bore('top'), bore('bottom')]);
  expect(kept.filter(({ begins }) => begins)).toHaveLength(1);
  expect(new Set(kept.map(({ reading }) => reading.testId)).size).toBe(1);
});
test('a correction stands in the place of what it corrects, a withdrawal says what was read', async () => {
  const kept = aReading('compression', { cylinder: '1', unit: 'bar', peak: 9.65, wet: true, oilMl: 2 }, { id: 'r' });
  const mended = correction<'compression'>(kept, { ...kept.figures, peak: 9.7 }, now);
  expect(mended).toEqual({
    reading: expect.objectContaining({ testId: 't', supersedes: 'r', figures: expect.objectContaining({ peak: 9.7 }) }),
  });
  expect(withRecorded(aBench({ readings: [kept] }), mended).readings).toHaveLength(2);
  await withdraw(aBench(), kept, 'Cyl 1 9.65 bar');
  expect(mockKept[0]).toMatchObject({
    path: '/readings',
    what: 'Cyl 1 9.65 bar taken back, Orrin 20',
    body: { supersedes: 'r', withdrawn: true, kind: 'compression', figures: kept.figures },
  });
});
