import fc from 'fast-check';
import { judge } from '../plan/judge';
import type { HouseRules } from '../jobfile/house-rules';
import { learnedFactors } from './learned';

const trade = new Map([
  ['rings-or-bore', 1] as const,
  ['exhaust-valve', 0.8] as const,
  ['head-gasket-external', 0.2] as const,
]);

describe('what a shop learns from the engines it opened', () => {
  test('nothing opened moves nothing', () => {
    expect([...learnedFactors(trade, 'outboard', {}).values()]).toEqual([1, 1, 1]);
    expect([...learnedFactors(trade, 'outboard', { opened: { scooter: { 'exhaust-valve': 9 } } }).values()]).toEqual([
      1, 1, 1,
    ]);
  });
  test('what is found more often than the trade says becomes likelier, by its count against twenty', () => {
    const factors = learnedFactors(trade, 'outboard', { opened: { outboard: { 'head-gasket-external': 20 } } });
    // A tenth of twenty told by the trade, and twenty found: 22 of 40 instead of 2 of 20.
    expect(factors.get('head-gasket-external')).toBeCloseTo(22 / 40 / 0.1, 9);
    expect(factors.get('rings-or-bore')).toBeCloseTo(0.5, 9);
  });
  test('a shop that goes by the trade alone learns nothing', () => {
    const opened = { outboard: { 'exhaust-valve': 50 } };
    expect([...learnedFactors(trade, 'outboard', { opened, learningSchool: 'trade-alone' }).values()]).toEqual([
      1, 1, 1,
    ]);
  });
  test('however many were opened: never under a tenth of the odds of the trade, never over ten times', () => {
    const count = fc.integer({ min: 0, max: 100_000 });
    fc.assert(
      fc.property(count, count, count, (rings, valve, gasket) => {
        const opened = { outboard: { 'rings-or-bore': rings, 'exhaust-valve': valve, 'head-gasket-external': gasket } };
        for (const factor of learnedFactors(trade, 'outboard', { opened }).values()) {
          expect(factor).toBeGreaterThanOrEqual(0.1);
          expect(factor).toBeLessThanOrEqual(10);
        }
      }),
    );
  });
  test('the verdict of the next engine of that family moves with it', () => {
    const rules = (opened: HouseRules['opened']) => ({ houseRules: opened ? { opened } : {} });
    const odds = (opened?: HouseRules['opened']) =>
      judge({
        format: 'rugged-gauge-job',
        version: 1,
        engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'inboard', cylinders: ['1', '2'], cooling: 'liquid' },
        books: [{ compression: { unit: 'psi', min: 120 } }],
        tests: [
          {
            kind: 'compression',
            engineTemperature: 'warm',
            readings: [
              { cylinder: '1', unit: 'psi', peak: 70 },
              { cylinder: '2', unit: 'psi', peak: 150 },
            ],
          },
        ],
        ...rules(opened),
      }).causes.find(({ cause, cylinder }) => cause === 'head-gasket-coolant' && cylinder === '1')?.probability ?? 0;
    expect(odds({ inboard: { 'head-gasket-coolant': 12 } })).toBeGreaterThan(2 * odds());
    expect(odds({ outboard: { 'head-gasket-coolant': 12 } })).toBe(odds());
  });
});
