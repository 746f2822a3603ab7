import type { Engine } from '../..';
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

/** A limit says what somebody wants, and little of what a sound engine reads. */

test.each([
  [mower, 90],
  [generator, 75],
  [roadTwin, 110],
  [veeTwin, 100],
  [launch, 100],
  [diesel, 300],
  [outboard, 90],
  [saw, 90],
] as const)('%# of a minimum that stands alone 1.1 to 1.85 times as much is sound, and no carbon', (engine, min) => {
  for (const times of [1.2, 1.4, 1.6, 1.85]) {
    const verdict = told(engine, [sheet(min)], [cranked(evenly(engine, times * min))]);
    const [id = ''] = engine.cylinders;
    expect(verdict.engine.state).toBe('sound');
    expect(verdict.engine.headline).not.toMatch(/little to spare/);
    expect(oddsOf(verdict, 'carbon', id)).toBeLessThan(0.5);
  }
});

test.each([
  [{ ...saw, family: 'motorcycle' as const }, [125, 142, 149, 160]],
  [outboard, [115, 128, 140, 150]],
  [{ ...outboard, family: 'powersports' as const }, [112, 124, 139, 150]],
  [saw, [110, 130, 150, 158]],
])('%# without a book a two-stroke that reads as the trade says is sound, and no carbon', (engine, figures) => {
  for (const psi of figures) {
    const verdict = told(engine, [], [cranked(evenly(engine, psi))]);
    const [id = ''] = engine.cylinders;
    expect(verdict.engine.state).toBe('sound');
    expect(oddsOf(verdict, 'carbon', id)).toBeLessThan(0.31);
    expect(oddsOf(verdict, 'sound', id)).toBeGreaterThan(0.5);
  }
});

test.each([
  [0.5, 40],
  [0.6, 25],
  [0.8, 15],
  [1.2, 5],
  [1.5, 3],
  [2, 2],
])('one hole has one state on any tester: %s mm, %s %%', (orificeMm, percent) => {
  const seen = told(mower, [], [air({ '1': percent }, {}, orificeMm)]);
  const usual = seen.cylinders[0]?.leakage?.usualPercent ?? 0;
  const again = told(mower, [], [air({ '1': usual })]);
  // Nearer to a band than one of the two testers can tell it may be open on that one.
  const states = [stateOf(seen, '1'), stateOf(again, '1')];
  expect(states.includes('low') && states.includes('sound')).toBe(false);
  if (orificeMm < 1) expect(stateOf(seen, '1')).toBe('sound');
});

test.each([
  [8.75, 10, 'watch'],
  [2, 10, 'watch'],
  [4, 1, 'sound'],
  [9.6, 1, 'watch'],
  [14, 1, 'watch'],
  [30, 1, 'unproven'],
  [40, 1, 'low'],
] as const)('sound is from 95 in a hundred: %s %% on a gauge marked every %s psi is %s', (percent, division, state) => {
  const verdict = told(
    generator,
    [{ source: 'service sheet', leakage: { maxPercent: 10 } }],
    [
      {
        kind: 'leakdown',
        tester: { unit: 'psi', fullScale: division > 5 ? 200 : 100, division },
        readings: [{ cylinder: '1', unit: 'psi', supply: 100, percent, tdcConfirmed: true }],
      },
    ],
  );
  expect(stateOf(verdict, '1')).toBe(state);
});

test.each([
  [34, /more than the 10 % of service sheet, and than the 30 % that the shop takes for a fault/],
  [17, /past the 10 % of service sheet, acceptable; the shop takes more than 30 % for a fault/],
])('the book’s figure is told as the book’s, and the shop’s as the shop’s: %s %%', (percent, says) => {
  const verdict = told(mower, [{ source: 'service sheet', leakage: { maxPercent: 10 } }], [air({ '1': percent })]);
  expect(verdict.cylinders[0]?.reasons.map(({ text }) => text).join(' ')).toMatch(says);
});

const TWINS: readonly (readonly [Engine, number])[] = [
  [roadTwin, 142],
  [roadTwin, 130],
  [roadTwin, 112],
  [boxer, 112],
  [veeTwin, 115],
  [roadTwin, 95],
  [{ ...roadTwin, cooling: 'liquid' }, 118],
  [{ ...launch, cylinders: ['1', '2'] }, 105],
  [{ ...outboard, cylinders: ['top', 'bottom'] }, 100],
  [{ ...diesel, cylinders: ['1', '2'] }, 115],
];
test.each(TWINS)('%# two that are a little under together have no gasket between them for it', (engine, psi) => {
  const verdict = told(engine, [sheet(130, 165)], [cranked(evenly(engine, psi))]);
  const [id = ''] = engine.cylinders;
  const first = verdict.causes.find(({ cylinder }) => cylinder === id || cylinder === null);
  expect(first?.cause).not.toBe('head-gasket-between');
  expect(oddsOf(verdict, 'head-gasket-between', id)).toBeLessThan(0.3);
});

test('a wall that blows takes half of two neighbours', () => {
  const verdict = told(launch, [sheet(110, 170)], [cranked({ '1': 150, '2': [72, 72], '3': [73, 72], '4': 151 })]);
  expect(oddsOf(verdict, 'head-gasket-between', '2')).toBeGreaterThan(0.5);
  expect(verdict.engine.headline).toMatch(/gasket between them/);
});
