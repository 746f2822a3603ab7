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
  engine: { id: 'e', machineId: 'm', name: 'Orrin', version: 3, cylinders: ['1', '2'], boreMm: 62, bookIds: ['b1'] },
  books: [{ id: 'b1', source: 'Handbook', version: 1 }],
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
test('what comes and goes for other jobs leaves a bench the same object', () => {
  const own = waiting('/readings', { id: 'r2', peak: 120 });
  const shown = withPending(bench, [own]);
  expect(withPending(bench, [waiting('/readings', { id: 'x' }, { jobId: 'another' }), own])).toBe(shown);
  expect(withPending(bench, [{ ...own }])).not.toBe(shown);
  expect(withPending(bench, [])).toBe(bench);
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

describe('the sheet of an engine', () => {
  const sheet = (body: Record<string, unknown>, change: Partial<Entry> = {}) =>
    waiting('/engines/e', body, { method: 'PATCH', jobId: undefined as never, ...change });

  test('a change lies over every open job it stands on, what is taken off is gone', () => {
    const shown = withPending(bench, [sheet({ version: 3, boreMm: null, strokeMm: 58 })]);
    expect(shown.engine).toMatchObject({ strokeMm: 58, version: 4 });
    expect(shown.engine).not.toHaveProperty('boreMm');
  });
  test('a closed job keeps the sheet it was judged by', () => {
    const closed = { ...bench, job: { ...bench.job, status: 'closed' as const } };
    expect(withPending(closed, [sheet({ version: 3, boreMm: 70 })]).engine.boreMm).toBe(62);
  });
  test('a new book stands after those there are, and the next change starts from the version that makes', () => {
    const body = { id: 'b2', source: 'Reprint', engineId: 'e' };
    const shown = withPending(bench, [waiting('/books', body, { jobId: undefined as never })]);
    expect(shown.books.map(({ id }) => id)).toEqual(['b1', 'b2']);
    expect(shown.engine).toMatchObject({ bookIds: ['b1', 'b2'], version: 4 });
    // Once the server has it nothing is counted twice.
    expect(withPending(shown, [waiting('/books', body)]).engine.version).toBe(4);
  });
  test('another order is shown at once, with a book of the library that it names', () => {
    const library = { id: 'b9', source: 'Library', version: 2 };
    const shown = withPending(bench, [sheet({ version: 3, bookIds: ['b9', 'b1'] }, { brings: [library] })]);
    expect(shown.books.map(({ source }) => source)).toEqual(['Library', 'Handbook']);
  });
  test('a mended book is the whole book', () => {
    const mended = waiting('/books/b1', { source: 'Handbook', page: '12', version: 1 }, { method: 'PATCH' });
    expect(withPending(bench, [mended]).books).toEqual([{ id: 'b1', source: 'Handbook', page: '12', version: 2 }]);
  });
});
