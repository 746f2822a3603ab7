import { toJobFile } from '@rugged/contract/bench';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import type { Entry } from './entry';
import { upgradedBench, upgradedEntry } from './upgrade';

const entry = (path: string, body: Record<string, unknown>, more: Partial<Entry> = {}): Entry => ({
  seq: 1,
  personId: 'p',
  method: 'POST',
  path,
  body,
  jobId: 'j',
  what: '',
  queuedAt: '',
  ...more,
});

test('a reading that was queued by an earlier version is sent in the shape of today', () => {
  const old = {
    id: 'r',
    testId: 't',
    cylinder: '1',
    unit: 'psi',
    peak: 142,
    strokes: [98],
    takenAt: 'now',
    supersedes: 'q',
  };
  expect(upgradedEntry(entry('/readings', old)).body).toEqual({
    id: 'r',
    testId: 't',
    kind: 'compression',
    takenAt: 'now',
    supersedes: 'q',
    figures: { cylinder: '1', unit: 'psi', peak: 142, strokes: [98] },
  });
  expect(
    upgradedEntry(entry('/tests', { id: 't', jobId: 'j', kind: 'compression', throttle: 'open', startedAt: 'now' }))
      .body,
  ).toEqual({ id: 't', jobId: 'j', kind: 'compression', startedAt: 'now', conditions: { throttle: 'open' } });
});
test('what has the shape of today is left alone', () => {
  const { body } = entry('/readings', { ...aReading('spark', { cylinder: '1', spark: 'none' }) });
  expect(upgradedEntry(entry('/readings', body)).body).toEqual(body);
  const bench = aBench({
    tests: [aTest('compression', { throttle: 'open' })],
    readings: [aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 })],
  });
  expect(upgradedBench(bench)).toEqual(bench);
});
test('a job that only this device knew keeps its rules and its readings', () => {
  const { houseRules: _, ...job } = aBench().job;
  const kept = {
    ...aBench(),
    job,
    houseRules: { throttleSchool: 'no-difference' },
    ticks: undefined,
    tests: [
      { id: 't', jobId: 'j', kind: 'compression', throttle: 'closed', startedAt: '2026-05-04T10:00:00Z' },
      aTest('leakdown', {}, { id: 'l' }),
    ],
    readings: [{ id: 'r', testId: 't', cylinder: '2', unit: 'bar', peak: 9.65, takenAt: '2026-05-04T10:00:00Z' }],
  };
  const { newBench } = upgradedEntry(entry('/jobs', {}, { newBench: kept as never }));
  expect(newBench && toJobFile(newBench)).toMatchObject({
    houseRules: { throttleSchool: 'no-difference' },
    tests: expect.arrayContaining([
      expect.objectContaining({
        kind: 'compression',
        throttle: 'closed',
        readings: [expect.objectContaining({ cylinder: '2', unit: 'bar', peak: 9.65 })],
      }),
    ]),
  });
});
