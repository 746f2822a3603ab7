import type { Engine, Test } from '../..';
import { boxer, cranked, evenly, generator, launch, mower, oddsOf, roadTwin, sheet, told } from './engines.fixture';

/** What oil did says less where the test can say less, and never nothing where it is offered. */

const SIZES = { boreMm: 72, strokeMm: 60, compressionRatio: 9 };
const withOil = (
  engine: Engine,
  low: number,
  wet: number,
  more: Partial<Extract<Test, { kind: 'compression' }>> = {},
) => {
  const [id = ''] = engine.cylinders;
  const dry = cranked({ ...evenly(engine, 150), [id]: [low, low] }, more) as Extract<Test, { kind: 'compression' }>;
  const readings =
    wet === 0
      ? dry.readings
      : [...dry.readings, { cylinder: id, unit: 'psi' as const, peak: wet, wet: true, oilMl: 1.5 }];
  return told({ ...engine, ...SIZES }, [sheet(110, 170)], [{ ...dry, readings }]);
};
const rings = (engine: Engine, wet: number, more = {}) =>
  oddsOf(withOil(engine, 85, wet, more), 'rings-or-bore', engine.cylinders[0] ?? '');

test.each([mower, generator, roadTwin, launch])(
  '%# a rise on a cold engine counts, and for less than on a warm one',
  (engine) => {
    const without = rings(engine, 0);
    const warm = rings(engine, 125);
    const cold = rings(engine, 125, { engineTemperature: 'cold' });
    expect(warm).toBeGreaterThan(without + 0.2);
    expect(cold).toBeGreaterThan(without + 0.02);
    expect(cold).toBeLessThan(warm);
  },
);

test.each([
  [boxer, roadTwin],
  [
    { ...boxer, family: 'powersports' as const },
    { ...roadTwin, family: 'powersports' as const },
  ],
])('%# in a bore that lies no rise is nearly nothing, a rise is a rise', (lying, upright) => {
  const fall = (engine: Engine) => rings(engine, 0) - rings(engine, 86);
  expect(fall(lying)).toBeLessThan(fall(upright) / 2);
  expect(rings(lying, 125)).toBeGreaterThan(rings(lying, 0) + 0.15);
});

test.each([mower, roadTwin, launch])('%# the more oil lifts, the surer rings are', (engine) => {
  const odds = [88, 100, 110, 120, 135].map((wet) => rings(engine, wet));
  odds.slice(1).forEach((one, i) => expect(one).toBeGreaterThanOrEqual((odds[i] as number) - 1e-6));
});

test('a dry reading that was warm and a wet one that was cold are not compared without a word', () => {
  const dry = cranked({ '1': [85, 85] });
  const wet = {
    ...cranked({}, { engineTemperature: 'cold' }),
    readings: [{ cylinder: '1', unit: 'psi', peak: 110, wet: true, oilMl: 1.5 }],
  } as Test;
  const said = told({ ...mower, ...SIZES }, [sheet(110, 170)], [dry, wet]).cautions.map(({ caution }) => caution);
  expect(said).toContain('wet-other-temperature');
  const same = told({ ...mower, ...SIZES }, [sheet(110, 170)], [dry, { ...wet, engineTemperature: 'warm' } as Test]);
  expect(same.cautions.map(({ caution }) => caution)).not.toContain('wet-other-temperature');
});
