import fc from 'fast-check';
import type { Engine } from '../engine/engine';
import type { FiguresOf, TestKind, TestOf } from '../jobfile/tests';
import { fromKPa } from '../quantity/pressure';
import { PRESSURE_UNITS, type VacuumUnit } from '../quantity/units';
import { checkReading } from './check-reading';
import { checkPossible, POSSIBLE, possibleOf } from './possible';
import { TEST_KINDS } from './registry';

const FUELS = ['petrol', 'diesel'] as const;
const figures = TEST_KINDS.flatMap((kind) =>
  Object.entries(POSSIBLE[kind]).map(([name, possible]) => [kind, name, possible] as const),
);
/** A reading with one figure in it. */
function withOne(name: string, figure: number, unit: VacuumUnit): object {
  const [first = '', rest] = name.split('.');
  if (rest !== undefined) return { unit, [first]: [{ [rest]: figure }] };
  return { unit, [first]: name === 'strokes' ? [figure] : figure };
}
const fieldOf = (name: string) => (name === 'strokes' ? 'strokes[0]' : name.replace('.', '[0].'));
const check = (kind: TestKind, name: string, figure: number, unit: VacuumUnit, fuel: 'petrol' | 'diesel', test = {}) =>
  checkPossible(kind, withOne(name, figure, unit) as FiguresOf<TestKind>, test as TestOf<TestKind>, fuel);

test('what it can be is taken to its ends in every unit, beyond them refused at its field in that unit', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...figures),
      fc.constantFrom(...PRESSURE_UNITS),
      fc.constantFrom(...FUELS),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 1.0001, max: 1e6, noNaN: true }),
      ([kind, name, possible], unit, fuel, share, times) => {
        const { least, most } = possibleOf(possible, fuel, false);
        const inUnit = (figure: number) => (possible.in === 'pressure' ? fromKPa(figure, unit) : figure);
        for (const figure of [least, most, least + share * (most - least)])
          expect(() => check(kind, name, inUnit(figure), unit, fuel)).not.toThrow();
        expect(() => check(kind, name, inUnit(most * times), unit, fuel)).toThrow(
          expect.objectContaining({ field: fieldOf(name), code: 'cannot-be' }),
        );
        if (least > 0)
          expect(() => check(kind, name, inUnit(least / times), unit, fuel)).toThrow(
            expect.objectContaining({ field: fieldOf(name) }),
          );
      },
    ),
  );
});

test('more is believed of a diesel, and no depth is deeper than the air is heavy', () => {
  expect(() => check('compression', 'peak', 60, 'bar', 'petrol')).toThrow(
    '60 bar cannot be: it must be between 0 and 50 bar',
  );
  expect(() => check('compression', 'peak', 60, 'bar', 'diesel')).not.toThrow();
  expect(() => check('crankcase', 'value', 32, 'inHg', 'petrol', { mode: 'vacuum' })).not.toThrow();
  expect(() => check('crankcase', 'value', 34, 'inHg', 'petrol', { mode: 'vacuum' })).toThrow(/cannot be/);
  expect(() => check('crankcase', 'value', 34, 'inHg', 'petrol', { mode: 'pressure' })).not.toThrow();
});

test('a figure in the unit of its test; no figure, no matter; what is not there is not asked for', () => {
  const engine = { cycle: 'two-stroke', fuel: 'petrol', family: 'outboard', cylinders: ['1'] } as Engine;
  const test = { kind: 'crankcase', mode: 'pressure', unit: 'bar', samples: [] } as TestOf<'crankcase'>;
  expect(() => checkReading('crankcase', { seconds: 0, value: 7 }, test, { engine })).toThrow(/7 bar cannot be/);
  expect(() =>
    checkPossible('spark', { cylinder: '1', spark: 'jumps' }, { kind: 'spark' } as never, 'petrol'),
  ).not.toThrow();
  expect(() => check('bore', 'alongMm', NaN, 'kPa', 'petrol')).toThrow(/must be a number/);
});
