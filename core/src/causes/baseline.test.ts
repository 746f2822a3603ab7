import { compressionLimits } from '../limits/limits';
import { toKPa } from '../quantity/pressure';
import type { Book } from '../jobfile/book';
import { baselineOf, normalOnGrid } from './baseline';
import { RATIO_STEP } from './reading-ratio';

const psi = (figure: number) => toKPa(figure, 'psi');
const engine = {
  cycle: 'four-stroke' as const,
  fuel: 'petrol' as const,
  family: 'motorcycle' as const,
  cylinders: ['1'],
};
const limits = (compression?: Book['compression']) =>
  compressionLimits(engine, compression ? [{ compression, engineTemperature: 'warm' }] : [], 101.325);
const middlePsi = (compression: Book['compression'], reads: readonly number[]) =>
  Math.exp(baselineOf(limits(compression), reads.map(psi)).middle) / psi(1);

describe('what a sound cylinder would read, before anything was read', () => {
  test('a little over the minimum of a book, a little under its maximum, between the two where both are given', () => {
    expect(middlePsi({ unit: 'psi', min: 120 }, [])).toBeGreaterThan(130);
    expect(middlePsi({ unit: 'psi', max: 170 }, [])).toBeLessThan(160);
    const both = middlePsi({ unit: 'psi', min: 120, max: 170 }, []);
    expect(both).toBeGreaterThan(130);
    expect(both).toBeLessThan(160);
  });
  test('readings do not move it where a limit is known', () => {
    expect(middlePsi({ unit: 'psi', min: 120 }, [40, 42])).toBe(middlePsi({ unit: 'psi', min: 120 }, [150]));
  });
  test('it is a distribution, however far from the grid its middle lies', () => {
    for (const middle of [3, 6.5, 40, -40]) {
      const grid = normalOnGrid(5, 150, middle, 0.12);
      expect(grid.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
      const top = grid.indexOf(Math.max(...grid));
      expect(5 + top * RATIO_STEP).toBeCloseTo(Math.min(5 + 149 * RATIO_STEP, Math.max(5, middle)), 1);
    }
  });
});
