import type { Test } from '../..';
import {
  air,
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
  saw,
  sheet,
  stateOf,
  told,
  veeTwin,
} from './engines.fixture';

/** What may be wrong with a test only ever lowers cranking, touches all alike, and takes nothing from what was proven. */

const SHARED = ['throttle-closed', 'slow-cranking', 'cold-engine', 'tester-without-valve'] as const;

test.each([
  [mower, 120, 160],
  [generator, 100, 140],
  [roadTwin, 130, 170],
  [launch, 120, 160],
  [outboard, 100, 130],
  [diesel, 320, 420],
] as const)('%# the higher it reads above its maximum, the less a test is to blame', (engine, min, max) => {
  const [id = ''] = engine.cylinders;
  const blamed = [1.05, 1.2, 1.35, 1.5].map((times) => {
    const verdict = told(engine, [sheet(min, max)], [cranked(evenly(engine, times * max))]);
    expect(verdict.engine.headline).not.toMatch(/little to spare/);
    return SHARED.reduce((sum, fault) => sum + oddsOf(verdict, fault, id), 0);
  });
  for (const odds of blamed) expect(odds).toBeLessThan(0.01);
});

test.each([
  [roadTwin, ['L', 'R']],
  [boxer, ['L', 'R']],
  [veeTwin, ['front', 'rear']],
  [launch, ['2', '4']],
  [outboard, ['top', 'bottom']],
  [diesel, ['1', '3']],
] as const)('%# one of two on one starter is not the starter, in one test or in two', (engine, [good, low]) => {
  const min = engine.fuel === 'diesel' ? 320 : 110;
  const both = { [good]: [1.3 * min, 1.3 * min], [low]: [0.75 * min, 0.75 * min] };
  const books = [sheet(min, 1.5 * min)];
  const together = [cranked(both, { throttle: undefined as never })];
  const apart = Object.entries(both).map(([id, read]) => cranked({ [id]: read }));
  for (const tests of [together, apart]) {
    const verdict = told(engine, books, tests);
    expect(oddsOf(verdict, 'slow-cranking', low)).toBeLessThan(0.1);
    expect(stateOf(verdict, good)).toBe('sound');
  }
});

test.each([
  [mower, 100],
  [generator, 100],
  [roadTwin, 120],
  [launch, 110],
  [outboard, 100],
] as const)('%# how fast it was cranked counts without a step', (engine, min) => {
  const [id = ''] = engine.cylinders;
  const odds = Array.from({ length: 25 }, (_, i) => 150 + 15 * i).map((crankingRpm) =>
    oddsOf(
      told(engine, [sheet(min, 1.5 * min)], [cranked(evenly(engine, 0.8 * min), { crankingRpm })]),
      'slow-cranking',
      id,
    ),
  );
  odds.slice(1).forEach((one, i) => {
    expect(one).toBeLessThanOrEqual((odds[i] as number) + 1e-9);
    expect((odds[i] as number) - one).toBeLessThan(0.25);
  });
  expect(odds[0]).toBeGreaterThan(0.3);
  expect(odds.at(-1)).toBeLessThan(0.05);
});

test.each([mower, generator, roadTwin, launch, diesel, saw])(
  '%# limits of a cold engine have no cold fault',
  (engine) => {
    const min = engine.fuel === 'diesel' ? 320 : 110;
    const [id = ''] = engine.cylinders;
    const read = [cranked(evenly(engine, 0.85 * min), { engineTemperature: 'cold' })];
    const verdict = told(engine, [sheet(min, 1.4 * min, { engineTemperature: 'cold' })], read);
    expect(oddsOf(verdict, 'cold-engine', id)).toBe(0);
  },
);

test.each([
  [mower, 150, 95],
  [generator, 130, 88],
  [roadTwin, 160, 100],
  [launch, 150, 100],
  [veeTwin, 155, 90],
] as const)('%# what a good test proved stays when a worse one reads less', (engine, open, shut) => {
  const books = [sheet(0.8 * open, 1.15 * open)];
  const tests = [cranked(evenly(engine, open)), cranked(evenly(engine, shut), { throttle: 'closed' })];
  const verdict = told(engine, books, tests);
  expect(verdict.engine.state).toBe('sound');
  expect(verdict.cautions.map(({ text }) => text).join(' ')).toMatch(/with the throttle shut/);
  // Less than a shut throttle can take is something else, and counts.
  const gone = told(engine, books, [cranked(evenly(engine, open)), cranked(evenly(engine, 8), { throttle: 'closed' })]);
  expect(gone.engine.state).not.toBe('sound');
  // The other way round the good test is the latest.
  const later = told(engine, books, [...tests].reverse());
  expect(later.engine.state).toBe('sound');
  expect(later.cautions.some(({ caution }) => caution === 'moved-between-tests')).toBe(true);
});

test.each([mower, roadTwin, launch, outboard, diesel])(
  '%# a reading that moved between two tests is said',
  (engine) => {
    const min = engine.fuel === 'diesel' ? 300 : 100;
    const tests = [cranked(evenly(engine, 1.4 * min)), cranked(evenly(engine, 1.1 * min))];
    const moved = told(engine, [sheet(min)], tests).cautions.filter(({ caution }) => caution === 'moved-between-tests');
    expect(moved).toHaveLength(engine.cylinders.length);
  },
);

/** Readings of one cylinder in one test, each confirmed at its top only where it says so. */
const fedInTurn = (...readings: { percent: number; tdcConfirmed?: true; loud?: true; crankTurned?: true }[]): Test => ({
  kind: 'leakdown',
  tester: { unit: 'psi', fullScale: 100, division: 1, orificeMm: 1 },
  readings: readings.map(({ loud, ...one }) => ({
    cylinder: '1',
    unit: 'psi',
    supply: 100,
    ...one,
    ...(loud ? { heard: [{ at: 'exhaust' as const, level: 3 }] } : {}),
  })),
});

test.each([
  [mower, fedInTurn({ percent: 97 }, { percent: 79, tdcConfirmed: true }), 79, 'low'],
  [mower, fedInTurn({ percent: 91, loud: true }, { percent: 15, tdcConfirmed: true }), 15, 'watch'],
  [generator, fedInTurn({ percent: 93 }, { percent: 4 }), 4, 'sound'],
  [mower, fedInTurn({ percent: 40, loud: true }, { percent: 5 }), 5, 'sound'],
  [generator, fedInTurn({ percent: 88 }, { percent: 90, loud: true }, { percent: 6 }), 6, 'sound'],
  [saw, fedInTurn({ percent: 60, crankTurned: true }, { percent: 7 }), 7, 'sound'],
] as const)(
  '%# a reading that was suspected itself is no evidence once there is a better one',
  (engine, test, left, state) => {
    const verdict = told(engine, [], [test]);
    expect(verdict.cylinders[0]?.leakage?.percent).toBeCloseTo(left, 0);
    expect(verdict.cylinders[0]?.leakage?.plusMinusPercent).toBeLessThan(5);
    expect(verdict.cylinders[0]?.state).toBe(state);
    const rules = verdict.cylinders[0]?.reasons.map(({ rule }) => rule);
    expect(rules).toContain('suspected-left-out');
    expect(rules).not.toContain('rings-freeing');
  },
);

test.each([
  [mower, '1', 'adapter', 60],
  [launch, '2', 'adapter', 45],
  [saw, '1', 'adapter', 70],
] as const)('%# air that is strong at the adapter is the adapter', (engine, id, at, percent) => {
  const verdict = told(engine, [], [air({ [id]: percent }, { [id]: [[at, 3]] })]);
  // What leaks there hides the cylinder behind it, whatever that has.
  expect(oddsOf(verdict, 'adapter-leak', id)).toBeGreaterThan(0.3);
  expect(stateOf(verdict, id)).toBe('unproven');
});

test.each([
  // Worn all round, and some of it hisses on at the exhaust: no valve.
  [launch, ['1', '2', '3', '4'], 38],
  [roadTwin, ['L', 'R'], 42],
  [diesel, ['1', '2', '3'], 36],
] as const)('%# clear at the filler and faint at the exhaust is rings', (engine, ids, percent) => {
  const min = engine.fuel === 'diesel' ? 320 : 110;
  const heard = Object.fromEntries(ids.map((id) => [id, [['crankcase', 2] as const, ['exhaust', 1] as const]]));
  const verdict = told(
    engine,
    [sheet(min, 1.5 * min)],
    [
      cranked(evenly(engine, 0.85 * min), { checked: true }),
      air(Object.fromEntries(ids.map((id) => [id, percent])), heard),
    ],
  );
  for (const id of ids) {
    expect(oddsOf(verdict, 'rings-or-bore', id)).toBeGreaterThan(0.6);
    expect(oddsOf(verdict, 'exhaust-valve', id)).toBeLessThan(0.1);
  }
  expect(verdict.engine.headline).not.toMatch(/valve/);
});

test('air that is strong at the filler is no breath', () => {
  const verdict = told(mower, [], [air({ '1': 4 }, { '1': [['crankcase', 3]] })]);
  expect(verdict.cylinders[0]?.reasons.map(({ text }) => text).join(' ')).not.toMatch(
    /a breath past the rings is usual/,
  );
});

test('faint bubbles are looked at again, whatever else passes', () => {
  const verdict = told(
    launch,
    [sheet(110, 170)],
    [cranked(evenly(launch, 150)), air({ '1': 5, '2': 6, '3': 5, '4': 5 }, { '2': [['coolant', 1]] })],
  );
  expect(verdict.next[0]).toMatchObject({ test: 'retest', of: 'leakdown', cylinder: '2' });
  expect(verdict.next[0]?.reason.text).toMatch(/more pressure and soapy water/);
});
