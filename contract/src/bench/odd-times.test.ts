import type { Bench } from './bench';
import { nothingAdded } from './added';
import { amendmentsOf, asClosed } from './amended';
import { oddTimes } from './odd-times';

const OPENED = '2026-05-04T10:00:00.000Z';
const at = (minutes: number) => new Date(Date.parse(OPENED) + minutes * 60_000).toISOString();
const reading = (id: string, minutes: number, more = {}) => ({
  id,
  testId: 't',
  kind: 'compression',
  figures: { cylinder: '1', unit: 'psi', peak: 120 },
  takenAt: at(minutes),
  ...more,
});
const bench = (more: object): Bench =>
  ({
    job: { id: 'j', openedAt: OPENED, status: 'open' },
    tests: [{ id: 't', jobId: 'j', kind: 'compression', conditions: {}, startedAt: at(10) }],
    readings: [],
    ...nothingAdded(),
    ...more,
  }) as unknown as Bench;

test.each([
  ['in order', reading('r', 11, { receivedAt: at(11) }), undefined],
  ['a clock a minute off', reading('r', 12, { receivedAt: at(11) }), undefined],
  ['before its test', reading('r', 5), ['before-its-test', 5]],
  ['before its job', reading('r', -30), ['before-its-job', 30]],
  ['a clock that runs ahead', reading('r', 600, { receivedAt: at(20) }), ['clock-ahead', 580]],
  ['half a day without signal', reading('r', 11, { receivedAt: at(700) }), undefined],
  ['two days without', reading('r', 11, { receivedAt: at(2891) }), ['came-late', 2880]],
])('%s', (_, one, odd) => {
  expect(oddTimes(bench({ readings: [one] })).map(({ odd: what, ms }) => [what, ms / 60_000])).toEqual(
    odd === undefined ? [] : [odd],
  );
});

test('a signature before its job is told, with who it was', () => {
  const signature = { id: 's', jobId: 'j', procedure: 'compression', madeAt: at(-5), by: 'Ines' };
  expect(oddTimes(bench({ signatures: [signature] }))).toMatchObject([
    { what: 'signatures', odd: 'before-its-job', by: 'Ines' },
  ]);
});

describe('what was added after it was closed', () => {
  const first = reading('r', 11);
  const mended = reading('m', 3000, { supersedes: 'r', amends: 'misread the dial', by: 'Ines' });
  const note = { id: 'n', jobId: 'j', about: 'other', text: 'seen', madeAt: at(3100), amends: 'forgotten', by: 'Tolv' };
  const closed = bench({
    job: { id: 'j', openedAt: OPENED, status: 'closed', closedAt: at(100) },
    readings: [first, mended],
    notes: [note],
  });
  test('is told with its reason, beside what it takes the place of', () => {
    expect(amendmentsOf(closed)).toMatchObject([
      { what: 'readings', reason: 'misread the dial', by: 'Ines', original: first, reading: mended },
      { what: 'notes', reason: 'forgotten', by: 'Tolv' },
    ]);
  });
  test('is not of the bench as it was closed', () => {
    expect(asClosed(closed)).toMatchObject({ readings: [first], notes: [] });
    expect(asClosed({ ...closed, readings: [first] as never, notes: [] })).toBeUndefined();
    expect(asClosed({ ...closed, job: { ...closed.job, status: 'open' } })).toBeUndefined();
  });
});
