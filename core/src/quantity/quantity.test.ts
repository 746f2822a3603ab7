import fc from 'fast-check';
import {
  formatPressure,
  fromKPa,
  InputError,
  normalBelow,
  PRESSURE_UNITS,
  probabilityBelow,
  rectangular,
  roundOff,
  toKPa,
  within,
} from '.';

describe('pressure units', () => {
  test.each([
    [1, 'psi', 6.894757293168],
    [1, 'kgf/cm2', 98.0665],
    [1, 'bar', 100],
    [1, 'kPa', 1],
    [1, 'inHg', 3.386389],
    [120, 'psi', 827.37087518],
    [8.3, 'bar', 830],
  ] as const)('%p %s is %p kPa', (figure, unit, kPa) => {
    expect(toKPa(figure, unit)).toBeCloseTo(kPa, 6);
  });

  test('there and back changes nothing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -100, max: 5000, noNaN: true }),
        fc.constantFrom(...PRESSURE_UNITS),
        (figure, unit) => {
          expect(fromKPa(toKPa(figure, unit), unit)).toBeCloseTo(figure, 8);
        },
      ),
    );
  });

  test.each([
    [827.37, 'psi', '120'],
    [827.37, 'bar', '8.3'],
    [827.37, 'kgf/cm2', '8.4'],
    [-0.2, 'kPa', '0'],
  ] as const)('%p kPa is read %s as %p', (kPa, unit, text) => {
    expect(formatPressure(kPa, unit)).toBe(text);
  });
  test.each([
    ['bar', '1.2'],
    ['kgf/cm2', '1.3'],
    ['inHg', '36.9'],
    ['kPa', '125'],
  ] as const)('125 kPa in %s is %s', (unit, text) => {
    expect(formatPressure(124.9, unit)).toBe(text);
  });

  test('what is no number is refused', () => {
    expect(() => toKPa(NaN, 'psi')).toThrow(InputError);
  });
});

describe('the normal curve', () => {
  // Second way: Simpson's rule over the density.
  const simpson = (x: number) => {
    const n = 2000;
    const from = -10;
    const h = (x - from) / n;
    const density = (t: number) => Math.exp(-0.5 * t * t) / Math.sqrt(2 * Math.PI);
    let sum = density(from) + density(x);
    for (let i = 1; i < n; i += 1) sum += (i % 2 ? 4 : 2) * density(from + i * h);
    return (sum * h) / 3;
  };

  test.each([-3, -1.96, -1, -0.3, 0, 0.5, 1, 1.6448536269514722, 2, 3.5])(
    'agrees with numerical integration at %p',
    (x) => {
      expect(normalBelow(x)).toBeCloseTo(simpson(x), 9);
    },
  );

  test('1.645 deviations are 95 in 100', () => {
    expect(normalBelow(1.6448536269514722)).toBeCloseTo(0.95, 12);
  });
  test('never leaves 0 to 1 and never falls', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (x, step) => {
          expect(normalBelow(x)).toBeGreaterThanOrEqual(0);
          expect(normalBelow(x + step)).toBeGreaterThanOrEqual(normalBelow(x) - 1e-12);
          expect(normalBelow(x + step)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });

  test('what is no number is refused instead of being summed for ever', () => {
    expect(() => probabilityBelow(Infinity, Infinity, 1)).toThrow(InputError);
  });
  test('a figure on the line stands on it in every unit', () => {
    const limit = 125 * 6.894757293168361;
    expect(probabilityBelow(limit, limit * (1 + 2e-16), 12)).toBe(0.5);
    expect(probabilityBelow(limit, limit - 0.001, 12)).toBeGreaterThan(0.5);
  });
  test('without doubt it is a bare comparison', () => {
    expect([probabilityBelow(10, 9, 0), probabilityBelow(10, 11, 0), probabilityBelow(10, 10, 0)]).toEqual([1, 0, 0.5]);
  });
  test('a rectangular half-width of one has a standard uncertainty of 1/sqrt 3', () => {
    expect(rectangular(1)).toBeCloseTo(0.57735, 5);
  });
});

test('an error seen from further out names the whole path', () => {
  const fail = () =>
    within('tests[2]', () =>
      within('readings[0]', () => {
        throw new InputError('peak', 'must-not-be-negative');
      }),
    );
  expect(fail).toThrow('tests[2].readings[0].peak: must not be negative');
});

describe('rounding off', () => {
  test('cuts the bits in which machines differ, and nothing that can be read', () => {
    expect(roundOff({ a: 0.1 + 0.2, b: [1 / 3, 'as it is', null, true], c: { d: -1e-12 } })).toEqual({
      a: 0.3,
      b: [0.333333333, 'as it is', null, true],
      c: { d: -0 },
    });
    expect(roundOff(Math.exp(1))).toBe(roundOff(Math.exp(1) * (1 + 2 ** -52)));
  });
  test('changes nothing in place, and copies nothing that needs no cutting', () => {
    const kept = { heard: [{ level: 2 }], inner: { x: 1 / 3 } };
    const cut = roundOff(kept);
    expect(kept.inner.x).toBe(1 / 3);
    expect(cut.heard).toBe(kept.heard);
  });
  test('leaves what is no figure', () => {
    expect([roundOff(Infinity), roundOff(NaN), roundOff(1e300)]).toEqual([Infinity, NaN, 1e300]);
  });
});
