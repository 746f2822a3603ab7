import { dropAt, temperatureDriftKPa } from '.';
import { toKPa } from '../quantity/index';

const psi = (figure: number) => toKPa(figure, 'psi');

test('two samples: a straight line to the hold time', () => {
  expect(
    dropAt(
      [
        { seconds: 0, kPa: psi(5) },
        { seconds: 60, kPa: psi(4.9) },
      ],
      180,
    ),
  ).toBeCloseTo(psi(0.3), 9);
});
test('three or more: what an exponential loses, recovered exactly', () => {
  const at = (seconds: number) => ({ seconds, kPa: psi(5) * Math.exp(-seconds / 900) });
  expect(dropAt([at(0), at(45), at(120)], 180)).toBeCloseTo(psi(5) * (1 - Math.exp(-180 / 900)), 9);
  expect(dropAt([at(120), at(0), at(45)], 180)).toBeCloseTo(dropAt([at(0), at(45), at(120)], 180), 12);
});
test('a gauge that creeps up has lost nothing', () => {
  expect(
    dropAt(
      [
        { seconds: 0, kPa: 30 },
        { seconds: 60, kPa: 31 },
      ],
      180,
    ),
  ).toBe(0);
});
test('a case that emptied is a straight line, not a logarithm of nothing', () => {
  expect(
    dropAt(
      [
        { seconds: 0, kPa: 30 },
        { seconds: 30, kPa: 10 },
        { seconds: 60, kPa: 0 },
      ],
      60,
    ),
  ).toBeCloseTo(30, 9);
});
test.each([
  [[{ seconds: 0, kPa: 30 }]],
  [
    [
      { seconds: 5, kPa: 30 },
      { seconds: 5, kPa: 29 },
    ],
  ],
  [[]],
])('%j cannot be judged', (samples) => {
  expect(() => dropAt(samples, 180)).toThrow(expect.objectContaining({ field: 'samples' }));
});
test('one degree moves about 0.067 psi at 5 psi gauge', () => {
  expect(temperatureDriftKPa(psi(5) + 101.325, -1) / psi(1)).toBeCloseTo(0.067, 3);
});
