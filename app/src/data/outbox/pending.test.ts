import type { Bench } from '@rugged/contract';
import type { Entry } from './entry';
import { applied, pendingBenches, withPending } from './pending';

const bench = {
  job: {
    id: 'j',
    engineId: 'e',
    complaint: 'hard start',
    site: {},
    status: 'open',
    openedAt: '2026-05-04T10:00:00Z',
    version: 4,
  },
  tests: [{ id: 't1' }],
  readings: [{ id: 'r1', peak: 100 }],
  overrules: [],
} as unknown as Bench;
const waiting = (path: string, body: Record<string, unknown>, change: Partial<Entry> = {}): Entry => ({
  seq: 1,
  personId: 'p',
  method: 'POST',
  path,
  body,
  jobId: 'j',
  what: path,
  queuedAt: '',
  ...change,
});

test('what waits lies over what the server sent', () => {
  const shown = withPending(bench, [
    waiting('/tests', { id: 't2' }),
    waiting('/readings', { id: 'r2', peak: 120 }),
    waiting('/readings', { id: 'x' }, { jobId: 'another' }),
  ]);
  expect(shown.tests.map(({ id }) => id)).toEqual(['t1', 't2']);
  expect(shown.readings.map(({ id }) => id)).toEqual(['r1', 'r2']);
});
test('a row that is at the server already is not shown twice', () => {
  expect(withPending(bench, [waiting('/readings', { id: 'r1', peak: 100 })]).readings).toHaveLength(1);
});
test("two changes in a row without signal start from each other's version", () => {
  const change = (version: number, complaint: string) =>
    waiting('/jobs/j', { version, complaint }, { method: 'PATCH' });
  const once = withPending(bench, [change(4, 'first')]);
  expect(once.job).toMatchObject({ version: 5, complaint: 'first' });
  expect(withPending(bench, [change(4, 'first'), change(once.job.version, 'second')]).job).toMatchObject({
    version: 6,
    complaint: 'second',
  });
});
test("the server's answer brings its own version", () => {
  expect(applied(bench, '/jobs/j', { version: 5, complaint: 'theirs' }).job).toMatchObject({
    version: 5,
    complaint: 'theirs',
  });
  expect(applied(bench, '/jobs', { id: 'j', number: 430 }).job.number).toBe(430);
});
test('a job only this device knows can be worked on', () => {
  const fresh = { ...bench, tests: [], readings: [] };
  const [shown] = pendingBenches([
    waiting('/jobs', { id: 'j' }, { newBench: fresh }),
    waiting('/tests', { id: 't' }),
    waiting('/readings', { id: 'r' }),
  ]);
  expect(shown).toMatchObject({ tests: [{ id: 't' }], readings: [{ id: 'r' }] });
});
