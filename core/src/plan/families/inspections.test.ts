import type { Test } from '../..';
import {
  boxer,
  cranked,
  diesel,
  evenly,
  generator,
  launch,
  mower,
  oddsOf,
  outboard,
  roadTwin,
  sheet,
  told,
  veeEight,
  veeTwin,
} from './engines.fixture';

/** What another gauge, a feeler or an eye found reaches odds, headline and the next step. */

const SIZES = {
  ringGap: { minMm: 0.2, maxMm: 0.5 },
  bore: { maxMm: 68.1, maxTaperMm: 0.05, maxOvalityMm: 0.05 },
  pistonClearance: { minMm: 0.03, maxMm: 0.12 },
  valveClearance: { intake: { minMm: 0.1, maxMm: 0.15 }, exhaust: { minMm: 0.15, maxMm: 0.2 } },
  oilPressure: { unit: 'psi', idleMin: 12 },
} as const;
const running = (figures: Readonly<Record<string, number>>, at: 'idle' | 'snap' = 'idle'): Test => ({
  kind: 'running-compression',
  readings: Object.entries(figures).map(([cylinder, figure]) => ({ cylinder, unit: 'psi', [at]: figure })),
});
const gap = (cylinder: string, mm: number): Test => ({ kind: 'ring-gap', readings: [{ cylinder, ring: 'top', mm }] });
const clearance = (cylinder: string, valve: 'intake' | 'exhaust', mm: number): Test => ({
  kind: 'valve-clearance',
  readings: [{ cylinder, valve, mm }],
});

test.each([
  // Half of what the others make while running, and as good as they when cranked: it does not breathe.
  [launch, 150, running({ '1': 70, '2': 72, '3': 34, '4': 71 }), /cyl 3 does not breathe while it runs/],
  [veeEight, 140, running({ '1': 62, '2': 60, '3': 61, '4': 63, '5': 28, '6': 61, '7': 60, '8': 62 }), /cyl 5 does/],
  [roadTwin, 160, running({ L: 80, R: 40 }, 'snap'), /cyl R does not breathe/],
  [diesel, 380, running({ '1': 200, '2': 95, '3': 205 }), /cyl 2 does not breathe/],
  [outboard, 125, running({ top: 60, middle: 61, bottom: 27 }), /cyl bottom does not breathe/],
  // A needle that flicks each time round is a valve that does not seat, however well it cranks.
  [
    launch,
    150,
    { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 18, needle: 'regular-flick' }] },
    /needle/,
  ],
  [
    veeTwin,
    150,
    { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 17, needle: 'irregular-flick' }] },
    /guide/,
  ],
  // Seen with the cover off.
  [
    boxer,
    150,
    { kind: 'valve-train', readings: [{ cylinder: 'L', seen: 'intake-does-not-move' }] },
    /a valve of cyl L/,
  ],
  [
    mower,
    120,
    { kind: 'valve-train', readings: [{ cylinder: '1', seen: 'exhaust-does-not-move' }] },
    /^120 psi is good, but a valve does/,
  ],
  [
    roadTwin,
    150,
    { kind: 'battery-cranking', readings: [{ before: 6.5, during: 5 }] },
    /the battery is flat: 6.5 V at rest/,
  ],
  [
    launch,
    150,
    { kind: 'oil-pressure', readings: [{ at: 'idle', pressure: 4, unit: 'psi' }] },
    /oil pressure at idle is low/,
  ],
  [generator, 120, { kind: 'spark', readings: [{ cylinder: '1', spark: 'none' }] }, /it has no spark/],
  [roadTwin, 150, clearance('R', 'exhaust', 0.02), /the exhaust valve clearance of cyl R is too small/],
] as const)(
  '%# good when cranked is not "good and even" where something else was found wrong',
  (engine, psi, test, says) => {
    const verdict = told(engine, [sheet(0.75 * psi, 1.15 * psi, SIZES)], [cranked(evenly(engine, psi)), test as Test]);
    expect(verdict.engine.headline).toMatch(says);
    expect(verdict.engine.headline).not.toMatch(/good and even/i);
    expect(['sound', 'unproven']).not.toContain(verdict.engine.state);
    // Where it goes on is said, and it is not spark and fuel where those were not found wrong.
    expect(verdict.next[0]?.reason.text).not.toMatch(/Compression is not the trouble/);
  },
);

test.each([
  [mower, '1', 85, 100],
  [generator, '1', 78, 95],
  [roadTwin, 'L', 95, 120],
  [launch, '3', 88, 110],
  [diesel, '2', 270, 320],
  [outboard, 'middle', 80, 100],
] as const)('%# a ring gap moves the odds of rings either way, and further out never less', (engine, id, low, min) => {
  const read = cranked({ ...evenly(engine, 1.25 * min), [id]: [low, low] });
  const rings = (...more: Test[]) =>
    oddsOf(told(engine, [sheet(min, 1.5 * min, SIZES)], [read, ...more]), 'rings-or-bore', id);
  const without = rings();
  const odds = [0.3, 0.49, 0.55, 0.8, 1.4].map((mm) => rings(gap(id, mm)));
  expect(odds[0]).toBeLessThan(without);
  expect(odds[4]).toBeGreaterThan(without + 0.2);
  expect([...odds].sort((a, b) => a - b)).toEqual(odds);
});

test.each([
  [mower, '1', 85, 100],
  [launch, '2', 85, 110],
  [roadTwin, 'R', 95, 120],
] as const)('%# bore, rings and piston all within the book: rings are not first any more', (engine, id, low, min) => {
  const tests: Test[] = [
    cranked({ ...evenly(engine, 1.25 * min), [id]: [low, low] }),
    gap(id, 0.3),
    {
      kind: 'bore',
      readings: (['top', 'bottom'] as const).map((height) => ({
        cylinder: id,
        height,
        alongMm: 68.01,
        acrossMm: 68.02,
      })),
    },
    { kind: 'piston', readings: [{ cylinder: id, skirtMm: 67.96 }] },
  ];
  const verdict = told(engine, [sheet(min, 1.5 * min, SIZES)], tests);
  const first = verdict.causes.find(({ cylinder }) => cylinder === id);
  expect(first?.cause).not.toBe('rings-or-bore');
  expect(oddsOf(verdict, 'rings-or-bore', id)).toBeLessThan(0.15);
});

test.each([
  ['exhaust-valve', launch, '2', 90, 110],
  ['rings-or-bore', mower, '1', 80, 100],
  ['piston-damage', outboard, 'top', 70, 100],
  ['head-gasket-coolant', diesel, '1', 260, 320],
] as const)('what was found in an open cylinder ends the question: %s', (cause, engine, id, low, min) => {
  const read = cranked({ ...evenly(engine, 1.25 * min), [id]: [low, low] });
  const verdict = told(engine, [sheet(min, 1.5 * min)], [read], { found: [{ cylinder: id, cause }] });
  expect(oddsOf(verdict, cause, id)).toBeGreaterThan(0.95);
  expect(
    verdict.next.filter(({ test }) => test !== 'stop' && test !== 'crankcase').map(({ cylinder }) => cylinder),
  ).not.toContain(id);
});

test('a valve that was set no longer convicts, and one that is tight is set before anything is tested on', () => {
  const read = cranked({ '1': [80, 80] });
  const tight = told(mower, [sheet(100, 150, SIZES)], [read, clearance('1', 'intake', 0.02)]);
  expect(tight.next[0]).toMatchObject({ test: 'retest', reason: { because: 'set-clearance', valves: ['intake'] } });
  const set = told(
    mower,
    [sheet(100, 150, SIZES)],
    [read, clearance('1', 'intake', 0.02), clearance('1', 'intake', 0.12)],
  );
  expect(oddsOf(set, 'intake-valve', '1')).toBeLessThan(oddsOf(tight, 'intake-valve', '1') / 2);
  expect(set.next.map(({ reason }) => reason.because)).not.toContain('set-clearance');
  expect(set.inspections).toHaveLength(1);
  expect(set.inspections[0]?.state).toBe('sound');
});

test('an engine that lies open is not asked for air', () => {
  const verdict = told(mower, [sheet(100, 150, SIZES)], [cranked({ '1': [80, 80] }), gap('1', 1.4)]);
  expect(verdict.next.map(({ test, reason }) => [test, reason.because])).toEqual([['stop', 'apart']]);
  expect(verdict.next[0]?.reason.text).toMatch(/the top ring gap is past the book/);
});
