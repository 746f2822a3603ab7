import fc from 'fast-check';
import { patterns, spread, type SpreadInput } from '.';
import { SPREAD_METHODS } from '../jobfile';

const row = (...figures: number[]): SpreadInput[] =>
  figures.map((figure, i) => ({ cylinder: String(i + 1), figure, ownDoubt: 1 }));

describe('four methods on the same four readings', () => {
  const readings = row(158, 161, 116, 142);
  test.each([
    ['lowest-vs-highest', 27.95, [1.86, 0, 27.95, 11.8]],
    ['each-vs-others', 24.51, [13.13, 16.11, 24.51, 2.07]],
    ['each-vs-mean', 19.58, [9.53, 11.61, 19.58, 1.56]],
    ['difference', 45, [3, 0, 45, 19]],
  ] as const)('%s: worst %p', (method, worst, each) => {
    const found = spread(readings, method);
    expect(found?.worst).toBeCloseTo(worst, 2);
    each.forEach((amount, i) => expect(found?.perCylinder[i]?.amount).toBeCloseTo(amount, 2));
  });
  test('each tells below from above', () => {
    expect(spread(readings, 'each-vs-mean')?.perCylinder.map(({ side }) => side)).toEqual([
      'above',
      'above',
      'below',
      'below',
    ]);
    expect(spread(readings, 'lowest-vs-highest')?.perCylinder.map(({ side }) => side)).toEqual([
      'below',
      'level',
      'below',
      'below',
    ]);
  });
});

test('one cylinder has nothing to be compared with, nor do dead ones', () => {
  expect(spread(row(140), 'lowest-vs-highest')).toBeUndefined();
  expect(spread(row(0, 0), 'lowest-vs-highest')).toBeUndefined();
  expect(spread(row(0, 100), 'lowest-vs-highest')?.worst).toBe(100);
});

test('the doubt of the lowest against the highest follows from both readings', () => {
  const found = spread(
    [
      { cylinder: '1', figure: 142, ownDoubt: 2 },
      { cylinder: '2', figure: 112, ownDoubt: 2 },
    ],
    'lowest-vs-highest',
  );
  // By hand: d = 1 - x/m, so u = 100 sqrt((ux/m)^2 + (x um/m^2)^2).
  expect(found?.perCylinder[1]?.doubt).toBeCloseTo(100 * Math.hypot(2 / 142, (112 * 2) / 142 ** 2), 5);
});

test('order of cylinders and the unit do not matter to a percentage', () => {
  const figures = fc.array(fc.integer({ min: 20, max: 250 }), { minLength: 2, maxLength: 8 });
  fc.assert(
    fc.property(
      figures,
      fc.constantFrom(...SPREAD_METHODS),
      fc.double({ min: 0.05, max: 10, noNaN: true }),
      (values, method, scale) => {
        const worst = spread(row(...values), method)?.worst ?? NaN;
        expect(spread(row(...[...values].reverse()), method)?.worst).toBeCloseTo(worst, 9);
        const scaled = spread(row(...values.map((value) => value * scale)), method)?.worst ?? NaN;
        expect(scaled).toBeCloseTo(method === 'difference' ? worst * scale : worst, 6);
      },
    ),
  );
});

describe('patterns across cylinders', () => {
  const chain = [
    ['1', '2'],
    ['2', '3'],
    ['3', '4'],
  ] as const;
  const cylinders = (...rows: [kPa: number, low: boolean, high?: boolean][]) =>
    rows.map(([kPa, low, high = false], i) => ({ cylinder: String(i + 1), kPa, low, high }));
  const names = (input: ReturnType<typeof cylinders>, limit: number | undefined = 800, vee = false) =>
    patterns(input, chain, limit, vee).map(({ name }) => name);

  test('one low', () => {
    expect(names(cylinders([1000, false], [700, true], [990, false]))).toEqual(['one-low']);
  });
  test('two neighbours low and alike point to the gasket between them', () => {
    expect(patterns(cylinders([1000, false], [600, true], [620, true], [990, false]), chain, 800, false)).toEqual([
      { name: 'neighbours-low-and-alike', cylinders: ['2', '3'] },
    ]);
  });
  test('two low that are no neighbours, or not alike, do not', () => {
    expect(names(cylinders([600, true], [1000, false], [610, true]))).toEqual([]);
    expect(names(cylinders([1000, false], [600, true], [500, true]))).toEqual([]);
    expect(names(cylinders([1000, false], [600, true], [545, true]))).toEqual(['neighbours-low-and-alike']);
    expect(names(cylinders([1000, false], [600, true], [535, true]))).toEqual([]);
  });
  test('all low together question the test', () => {
    expect(names(cylinders([600, true], [620, true]))).toEqual(['all-low']);
  });
  test('zero is told from little, on a single by its limit', () => {
    expect(names(cylinders([30, true], [1000, false]))).toEqual(['zero', 'one-low']);
    expect(names(cylinders([70, true]))).toEqual(['zero']);
    expect(names(cylinders([90, true]))).toEqual([]);
  });
  test('a vee twin with one half of the other', () => {
    expect(names(cylinders([1000, false], [520, true]), 800, true)).toEqual(['half-of-the-other', 'one-low']);
    expect(names(cylinders([1000, false], [700, true]), 800, true)).toEqual(['one-low']);
    expect(names(cylinders([1000, false], [610, true]), 800, true)).toEqual(['one-low']);
    expect(names(cylinders([1000, false], [520, true]), 800, false)).toEqual(['one-low']);
  });
  test('carbon: all high, or one high', () => {
    expect(names(cylinders([1300, false, true], [1310, false, true]))).toEqual(['all-high']);
    expect(names(cylinders([1300, false, true], [1010, false]))).toEqual(['one-high']);
  });
});
