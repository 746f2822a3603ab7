import fc from 'fast-check';
import {
  type CompressionReading,
  fromKPa,
  type JobFile,
  leakHoleMm,
  percentForHole,
  PRESSURE_UNITS,
  type PressureUnit,
  spread,
  SPREAD_METHODS,
  toKPa,
} from '..';
import { judge } from './judge';

/**
 * What must hold whatever the figures: scale, unit and order change nothing, and more of a fault never looks like less.
 */

const CYLINDERS = ['1', '2', '3', '4'];
const peaks = fc.tuple(...CYLINDERS.map(() => fc.integer({ min: 20, max: 220 })));
const unit = fc.constantFrom(...PRESSURE_UNITS);

function job(
  figures: readonly number[],
  inUnit: PressureUnit = 'psi',
  order: readonly number[] = figures.map((_, i) => i),
): JobFile {
  const convert = (psi: number) => fromKPa(toKPa(psi, 'psi'), inUnit);
  const readings = order.map((i): CompressionReading => ({
    cylinder: CYLINDERS[i] as string,
    unit: inUnit,
    peak: convert(figures[i] as number),
    strokes: [convert(0.6 * (figures[i] as number))],
  }));
  return {
    format: 'rugged-gauge-job',
    version: 1,
    engine: {
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'motorcycle',
      cylinders: figures.map((_, i) => CYLINDERS[i] as string),
    },
    books: [{ compression: { unit: inUnit, min: convert(120) } }],
    tests: [
      {
        kind: 'compression',
        engineTemperature: 'warm',
        throttle: 'open',
        tester: { unit: inUnit, fullScale: convert(300), division: convert(2), accuracyPercentOfFullScale: 1 },
        readings,
      },
    ],
  };
}
const states = (file: JobFile) => Object.fromEntries(judge(file).cylinders.map(({ id, state }) => [id, state]));

test('the unit of the gauge changes no verdict', () => {
  fc.assert(
    fc.property(peaks, unit, (figures, inUnit) => {
      expect(states(job(figures, inUnit))).toEqual(states(job(figures)));
    }),
    { numRuns: runs(60) },
  );
});
test('the order in which cylinders were read changes no verdict', () => {
  fc.assert(
    fc.property(peaks, fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4 }), (figures, order) => {
      expect(states(job(figures, 'psi', order))).toEqual(states(job(figures)));
    }),
    { numRuns: runs(60) },
  );
});
test('raising the lowest never makes it worse; what is excused is never low', () => {
  const rank = ['dead', 'low', 'unproven', 'watch', 'sound'];
  const EXCUSES: ReadonlySet<string> = new Set([
    'test-likelier',
    'beside-a-high-one',
    'high-or-low',
    'contradicts-itself',
  ]);
  const judged = (file: JobFile, id: string) => {
    const one = judge(file).cylinders.find((cylinder) => cylinder.id === id);
    return {
      rank: rank.indexOf(one?.state ?? ''),
      excused: one?.reasons.some(({ rule }) => EXCUSES.has(rule)) === true,
    };
  };
  fc.assert(
    fc.property(peaks, fc.integer({ min: 0, max: 40 }), (figures, more) => {
      const at = figures.indexOf(Math.min(...figures));
      const raised = figures.map((figure, i) => (i === at ? Math.min(figure + more, Math.max(...figures)) : figure));
      const before = judged(job(figures), CYLINDERS[at] as string);
      const after = judged(job(raised), CYLINDERS[at] as string);
      for (const { excused, rank: as } of [before, after])
        if (excused) expect(as).toBeGreaterThanOrEqual(rank.indexOf('unproven'));
      // An excuse that falls away with a better figure shows what stood behind it, which is never that it is dead.
      if (before.excused) expect(after.rank).toBeGreaterThan(rank.indexOf('dead'));
      else expect(after.rank).toBeGreaterThanOrEqual(before.rank);
    }),
    { numRuns: runs(100) },
  );
});
test('a finer gauge never turns a proven state into its opposite', () => {
  fc.assert(
    fc.property(peaks, (figures) => {
      const coarse = judge(job(figures));
      const base = job(figures);
      const fine = judge({
        ...base,
        tests: (base.tests ?? []).map(
          (one) =>
            ({
              ...one,
              tester: { unit: 'psi', fullScale: 300, division: 0.5, accuracyPercentOfFullScale: 0.1 },
            }) as typeof one,
        ),
      });
      for (const [i, { state }] of coarse.cylinders.entries()) {
        const other = fine.cylinders[i]?.state;
        if (state === 'low') expect(other).not.toBe('sound');
        if (state === 'sound') expect(other).not.toBe('low');
      }
    }),
    { numRuns: runs(60) },
  );
});
test('percent spreads are the same at any scale, and the plain difference scales with it', () => {
  fc.assert(
    fc.property(peaks, fc.double({ min: 0.1, max: 10, noNaN: true }), (figures, scale) => {
      const of = (by: number, method: (typeof SPREAD_METHODS)[number]) =>
        spread(
          figures.map((figure, i) => ({ cylinder: CYLINDERS[i] as string, figure: by * figure, ownDoubt: by })),
          method,
        )?.worst ?? NaN;
      for (const method of SPREAD_METHODS)
        expect(of(scale, method)).toBeCloseTo(method === 'difference' ? scale * of(1, method) : of(1, method), 6);
    }),
  );
});
test('a bigger hole always loses more, at any pressure, on any orifice; there and back is the same hole', () => {
  const supply = fc.integer({ min: 20, max: 700 });
  fc.assert(
    fc.property(
      fc.double({ min: 0.1, max: 3, noNaN: true }),
      fc.double({ min: 0.01, max: 1, noNaN: true }),
      supply,
      fc.double({ min: 0.5, max: 3, noNaN: true }),
      (hole, more, kPa, orifice) => {
        const percent = percentForHole(hole, kPa, orifice, 101.325);
        expect(percentForHole(hole + more, kPa, orifice, 101.325)).toBeGreaterThan(percent);
        expect(leakHoleMm(kPa, kPa * (1 - percent / 100), orifice, 101.325)).toBeCloseTo(hole, 3);
      },
    ),
  );
});
