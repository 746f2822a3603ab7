import fc from 'fast-check';
import { monotone } from './monotone';

const row = fc
  .array(fc.tuple(fc.double({ min: -5, max: 5, noNaN: true }), fc.double({ min: 0.01, max: 1, noNaN: true })), {
    minLength: 1,
    maxLength: 12,
  })
  .map((pairs) => ({ weights: pairs.map(([weight]) => weight), mass: pairs.map(([, mass]) => mass) }));
const mean = (weights: readonly number[], mass: readonly number[]) =>
  weights.reduce((sum, weight, i) => sum + weight * (mass[i] ?? 0), 0) / mass.reduce((a, b) => a + b, 0);

test.each(['rising', 'falling'] as const)('%s weights never turn, and weigh as much in all as before', (sign) => {
  fc.assert(
    fc.property(row, ({ weights, mass }) => {
      const told = monotone(weights, mass, sign);
      told.slice(1).forEach((weight, i) => {
        const step = weight - (told[i] as number);
        expect(sign === 'rising' ? step : -step).toBeGreaterThanOrEqual(-1e-9);
      });
      expect(mean(told, mass)).toBeCloseTo(mean(weights, mass), 9);
    }),
  );
});
test('what is monotone already stays as it is', () => {
  expect(monotone([-1, 0, 0.5, 2], [1, 1, 1, 1], 'rising')).toEqual([-1, 0, 0.5, 2]);
});
