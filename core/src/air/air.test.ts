import fc from 'fast-check';
import { atmosphereAt, expectedCranking, hoseFactor, limitHere, siteAtmosphere } from '.';
import { fromKPa, toKPa } from '../quantity';

test.each([
  [0, 101.325],
  [1600, 83.52],
  [210, 98.83],
  [3000, 70.11],
])('at %p m the air is %p kPa', (altitude, kPa) => {
  expect(atmosphereAt(altitude)).toBeCloseTo(kPa, 2);
});

test('a 120 psi minimum is 98.9 psi at 1,600 m', () => {
  expect(fromKPa(limitHere(toKPa(120, 'psi'), atmosphereAt(1600)), 'psi')).toBeCloseTo(98.9, 1);
});

test('a barometer wins over the altitude', () => {
  expect(siteAtmosphere({ altitudeM: 3000, barometerKPa: 99 })).toBe(99);
  expect(siteAtmosphere({ altitudeM: 3000 })).toBeLessThan(71);
  expect(siteAtmosphere()).toBe(101.325);
});

test.each([
  [{ barometerKPa: 30 }, 'barometerKPa'],
  [{ barometerKPa: 111 }, 'barometerKPa'],
  [{ altitudeM: 9000 }, 'altitudeM'],
  [{ altitudeM: -501 }, 'altitudeM'],
])('%p is refused at its field', (site, field) => {
  expect(() => siteAtmosphere(site)).toThrow(expect.objectContaining({ field }));
});

test('thinner air lowers every limit', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 5000, noNaN: true }),
      fc.double({ min: 1, max: 900, noNaN: true }),
      (altitude, more) => {
        expect(limitHere(800, atmosphereAt(altitude + more))).toBeLessThan(limitHere(800, atmosphereAt(altitude)));
      },
    ),
  );
});

describe('expected cranking pressure', () => {
  test('is a range that widens with the ratio', () => {
    const nine = expectedCranking(450, 50, 101.325);
    expect(nine.fromKPa).toBeCloseTo(101.325 * (9 ** 1.2 - 1), 6);
    expect(nine.toKPa).toBeCloseTo(101.325 * (9 ** 1.35 - 1), 6);
    expect(expectedCranking(600, 50, 101.325).fromKPa).toBeGreaterThan(nine.fromKPa);
  });
  test('refuses a chamber larger than what is trapped', () => {
    expect(() => expectedCranking(40, 50, 101)).toThrow(expect.objectContaining({ field: 'trappedCm3' }));
    expect(() => expectedCranking(40, 0, 101)).toThrow(expect.objectContaining({ field: 'chamberCm3' }));
  });
});

describe('a tester without a valve at the engine end', () => {
  test('makes a healthy 30 cc engine look dead, and a big cylinder hardly worse', () => {
    expect(hoseFactor(30, 3.75, 14)).toBeLessThan(0.25);
    expect(hoseFactor(800, 100, 14)).toBeGreaterThan(0.8);
  });
  test('reads lower the longer the hose, and truly with none', () => {
    expect(hoseFactor(30, 4, 0)).toBe(1);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0.1, max: 30, noNaN: true }),
        (hose, more) => {
          expect(hoseFactor(60, 7, hose + more)).toBeLessThan(hoseFactor(60, 7, hose));
        },
      ),
    );
  });
  test.each([
    [0, 4, 1, 'sweptCm3'],
    [30, 0, 1, 'chamberCm3'],
    [30, 4, -1, 'hoseVolumeCm3'],
  ])('swept %p, chamber %p, hose %p is refused at %s', (a, b, c, field) => {
    expect(() => hoseFactor(a, b, c)).toThrow(expect.objectContaining({ field }));
  });
});

test.each([
  [6000, false],
  [6001, true],
  [-500, false],
  [-501, true],
  [NaN, true],
])('altitude %p m: refused %p', (altitudeM, refused) => {
  const find = () => atmosphereAt(altitudeM);
  if (refused) expect(find).toThrow(expect.objectContaining({ field: 'altitudeM' }));
  else expect(find()).toBeGreaterThan(45);
});
