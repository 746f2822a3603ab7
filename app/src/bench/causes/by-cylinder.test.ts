import { judge, report } from '@rugged/core';
import { toJobFile } from '@rugged/contract/bench';
import { aBench, aReading, aTest } from '../bench.fixture';
import { byCylinder, isFine, testFaults } from './by-cylinder';

const of = (peaks: Record<string, number>) =>
  report(
    judge(
      toJobFile(
        aBench({
          engine: { cylinders: Object.keys(peaks), cycle: 'four-stroke', family: 'motorcycle' },
          tests: [aTest('compression', { engineTemperature: 'warm', throttle: 'open', plugs: 'all-out' })],
          readings: Object.entries(peaks).map(([cylinder, peak]) =>
            aReading('compression', { cylinder, unit: 'psi', peak }),
          ),
        }),
      ),
    ),
  );

test('each cylinder adds up to one, the worst stands first', () => {
  const odds = byCylinder(of({ 1: 160, 2: 158, 3: 90, 4: 159 }));
  expect(odds[0]?.cylinder.id).toBe('3');
  for (const { faults, sound, test: blamed } of odds)
    expect(faults.reduce((sum, { probability }) => sum + probability, sound + blamed)).toBeCloseTo(1, 5);
  expect(
    odds
      .filter(isFine)
      .map(({ cylinder }) => cylinder.id)
      .sort(),
  ).toEqual(['1', '2', '4']);
});
test('low all round blames the test, once for all', () => {
  const told = of({ 1: 70, 2: 72 });
  const [first, second] = byCylinder(told);
  expect(first?.test).toBeCloseTo(second?.test ?? 0, 6);
  expect(testFaults(told).length).toBeGreaterThan(0);
  expect(testFaults(told).every(({ cylinder }) => cylinder === null)).toBe(true);
});
test('before anything is read nothing is said', () => {
  expect(byCylinder(report(judge(toJobFile(aBench()))))).toEqual([]);
});
