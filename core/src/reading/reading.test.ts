import fc from 'fast-check';
import {
  classDoubtKPa,
  compressionGauge,
  countAttempts,
  divisionDoubtKPa,
  readingDoubtKPa,
  scaleFit,
  strokePattern,
  warmEstimate,
} from '.';
import type { CompressionReading } from '../jobfile';
import { toKPa } from '../quantity';
import { checkCompressionReading } from '../test-kinds/compression/check';

const engine = {
  cylinders: ['1', '2'],
  cycle: 'four-stroke' as const,
  family: 'motorcycle' as const,
  fuel: 'petrol' as const,
};
const gauge = compressionGauge({ unit: 'psi', fullScale: 300, division: 5, accuracyPercentOfFullScale: 2 }, 'petrol');
const psi = (figure: number) => toKPa(figure, 'psi');

describe('doubt of a gauge', () => {
  test('class 2 % of 300 psi and half of a 5 psi division', () => {
    expect(classDoubtKPa(gauge) / psi(1)).toBeCloseTo(6 / Math.sqrt(3), 9);
    expect(divisionDoubtKPa(gauge) / psi(1)).toBeCloseTo(2.5 / Math.sqrt(3), 9);
    expect(readingDoubtKPa(gauge) / psi(1)).toBeCloseTo(3.7528, 4);
  });
  test('what is not stated is supposed by the fuel', () => {
    expect(compressionGauge(undefined, 'petrol')).toMatchObject({
      fullScaleKPa: psi(300),
      accuracyPercentOfFullScale: 2,
      fullScaleStated: false,
    });
    expect(compressionGauge(undefined, 'petrol').divisionKPa).toBeCloseTo(psi(5), 9);
    expect(compressionGauge(undefined, 'diesel').fullScaleKPa).toBeCloseTo(psi(1000), 9);
    expect(compressionGauge(undefined, 'diesel').divisionKPa).toBeCloseTo(psi(10), 9);
  });
  test('a gauge is trusted from a quarter to nine tenths of its scale', () => {
    expect([74, 76, 269, 271].map((figure) => scaleFit(psi(figure), gauge))).toEqual([
      'below',
      'good',
      'good',
      'above',
    ]);
  });
});

describe('a reading that cannot be is refused at its field', () => {
  const tester = { unit: 'psi' as const, fullScale: 300 };
  test.each<[Partial<CompressionReading>, string, RegExp]>([
    [{ cylinder: '3', peak: 100 }, 'cylinder', /no cylinder 3/],
    [{ peak: 310 }, 'peak', /full scale of 300 psi/],
    [{ peak: 120, strokes: [80, 131] }, 'peak', /below stroke 2 \(131 psi\)/],
    [{ peak: 120, strokes: [800] }, 'strokes[0]', /full scale/],
  ])('%j', (change, field, reason) => {
    expect(() => checkCompressionReading({ cylinder: '1', unit: 'psi', peak: 120, ...change }, engine, tester)).toThrow(
      expect.objectContaining({ field, reason: expect.stringMatching(reason) }),
    );
  });
  test('the full scale itself, zero, and a peak as high as its last stroke are good', () => {
    for (const peak of [0, 300])
      expect(() => checkCompressionReading({ cylinder: '1', unit: 'psi', peak }, engine, tester)).not.toThrow();
    expect(() =>
      checkCompressionReading({ cylinder: '1', unit: 'psi', peak: 120, strokes: [90, 120] }, engine, tester),
    ).not.toThrow();
  });
});

describe('which attempt counts', () => {
  const count = (...figures: number[]) =>
    countAttempts(
      figures.map((figure) => ({ kPa: psi(figure) })),
      gauge,
    );
  test('repeats that agree are averaged', () => {
    const counted = count(138, 142);
    expect(counted.kPa).toBeCloseTo(psi(140), 9);
    expect(counted).toMatchObject({ used: 2, of: 2 });
    expect(counted.quarrel).toBeUndefined();
  });
  test.each<[number[], number | undefined, number, string | undefined]>([
    [[138, 100], undefined, 1, 'disagree'],
    [[138, 100, 102], 101, 2, undefined],
    [[100, 138, 102], 101, 2, undefined],
    [[102, 100, 138], 101, 2, undefined],
    [[138, 100, 60], undefined, 1, 'disagree'],
    [[100, 101, 138, 102], 101, 3, undefined],
    [[100, 138, 101, 140], 119.75, 4, 'scatter'],
    [[90, 110, 130, 150, 170, 190], 140, 6, 'scatter'],
  ])('%j: those that agree count, and nothing is proven by two that do not', (figures, mean, used, quarrel) => {
    const counted = count(...figures);
    expect(counted).toMatchObject({ used, of: figures.length });
    expect(counted.quarrel?.kind).toBe(quarrel);
    if (mean !== undefined) expect(counted.kPa).toBeCloseTo(psi(mean), 6);
  });
  test('which of them came last changes nothing that is proven', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 20, max: 200 }), { minLength: 3, maxLength: 6 }), (figures) => {
        const turned = [...figures.slice(1), figures[0] as number];
        expect(count(...turned).quarrel?.kind).toBe(count(...figures).quarrel?.kind);
        expect(count(...turned).used).toBe(count(...figures).used);
      }),
      { numRuns: runs(200) },
    );
  });
  test('four or more that scatter have their scatter as doubt', () => {
    expect(count(90, 110, 130, 150).doubtKPa / psi(1)).toBeGreaterThan(25);
  });
  test('a needle that swings brings half its swing as doubt', () => {
    const still = countAttempts([{ kPa: psi(60) }], gauge);
    const swings = countAttempts([{ kPa: psi(60), swingKPa: psi(10) }], gauge);
    expect(swings.ownDoubtKPa ** 2).toBeCloseTo(still.ownDoubtKPa ** 2 + psi(10) ** 2 / 3, 6);
  });
  test('repeats narrow the marks, never the class of the gauge', () => {
    const once = count(120);
    const thrice = count(120, 120, 120);
    expect(thrice.ownDoubtKPa).toBeCloseTo(once.ownDoubtKPa / Math.sqrt(3), 9);
    expect(thrice.doubtKPa).toBeGreaterThan(classDoubtKPa(gauge));
    expect(thrice.doubtKPa).toBeLessThan(once.doubtKPa);
  });
  test('scatter widens the doubt', () => {
    expect(count(118, 126).ownDoubtKPa).toBeGreaterThan(count(122, 122).ownDoubtKPa);
  });
});

describe('stroke pattern', () => {
  test.each([
    [[85, 120, 134, 138], 138, false, 'quick', 3],
    [[40, 62, 80, 92, 101, 108], 110, false, 'climbing', 6],
    [[70, 78, 80], 80, true, 'flat-low', 2],
    [[70, 78, 80], 80, false, 'quick', 2],
    [[30, 55, 75], 80, true, 'climbing', undefined],
    [[90], 140, false, 'quick', undefined],
    [[], 140, false, 'too-few', undefined],
    [undefined, 140, false, 'too-few', undefined],
    [[0], 0, true, 'too-few', undefined],
  ])('%j to %p, low %p: %s', (strokes, peak, low, pattern, strokeAt95) => {
    const read = strokePattern(strokes, peak, low);
    expect(read.pattern).toBe(pattern);
    expect(read.strokeAt95).toBe(strokeAt95);
  });
  test('does not depend on the unit', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 10, max: 200 }), { minLength: 1, maxLength: 8 }),
        fc.double({ min: 0.01, max: 7, noNaN: true }),
        (figures, scale) => {
          const strokes = [...figures].sort((a, b) => a - b);
          const peak = strokes[strokes.length - 1] as number;
          // A factor may move a share by a rounding; the pattern must not sit on the edge.
          fc.pre(
            Math.abs((strokes[0] as number) / peak - 0.5) > 1e-6 &&
              strokes.every((stroke) => Math.abs(stroke / peak - 0.95) > 1e-6),
          );
          expect(
            strokePattern(
              strokes.map((stroke) => stroke * scale),
              peak * scale,
              false,
            ).pattern,
          ).toBe(strokePattern(strokes, peak, false).pattern);
        },
      ),
    );
  });
});

describe('a cold engine against a warm book', () => {
  test('is brought up by a twentieth and doubted by 5 %', () => {
    const warm = warmEstimate(psi(114), 'cold', 'warm');
    expect(warm.kPa).toBeCloseTo(psi(120), 9);
    expect(warm.doubtKPa).toBeCloseTo((0.05 * psi(120)) / Math.sqrt(3), 9);
  });
  test('but not where the book itself is for a cold one, nor when nobody noted it', () => {
    expect(warmEstimate(100, 'cold', 'cold')).toEqual({ kPa: 100, doubtKPa: 0, corrected: false });
    expect(warmEstimate(100, undefined, 'warm').corrected).toBe(false);
    expect(warmEstimate(100, 'warm').corrected).toBe(false);
  });
});
