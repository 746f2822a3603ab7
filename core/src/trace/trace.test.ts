import fc from 'fast-check';
import { seeded } from '../virtual-engine';
import { collectTrace, columnsOf, readStrokes, type Samples } from '.';

const HZ = 1000;
/** A sensor in the cylinder: one hump of pressure a turn, the first ones lower while the engine gathers speed. */
function cylinderTrace(peaks: readonly number[], secondsPerStroke: number, noise = 0, hz = HZ): Samples {
  const n = Math.round(peaks.length * secondsPerStroke * hz);
  const seconds = Float64Array.from({ length: n }, (_, i) => i / hz);
  const pressure = Float32Array.from({ length: n }, (_, i) => {
    const turn = i / hz / secondsPerStroke;
    const phase = (turn % 1) - 0.5;
    return (peaks[Math.floor(turn)] ?? 0) * Math.exp(-((phase / 0.06) ** 2)) + noise * Math.sin(37.3 * i);
  });
  return { seconds, pressure };
}
/** A gauge with a one-way valve: it climbs with each stroke and holds. */
function heldTrace(strokes: readonly number[], secondsPerStroke: number, hz = HZ): Samples {
  const n = Math.round((strokes.length + 1) * secondsPerStroke * hz);
  return {
    seconds: Float64Array.from({ length: n }, (_, i) => i / hz),
    pressure: Float32Array.from({ length: n }, (_, i) => {
      const turn = i / hz / secondsPerStroke;
      const stroke = Math.floor(turn);
      const before = strokes[stroke - 1] ?? 0;
      const now = strokes[stroke] ?? before;
      return before + (now - before) * Math.min(1, Math.max(0, ((turn % 1) - 0.4) / 0.15));
    }),
  };
}

describe('strokes of a trace', () => {
  test('a sensor in the cylinder: one stroke a hump, peaks, first share and speed', () => {
    const found = readStrokes(cylinderTrace([85, 120, 134, 138, 138], 0.2));
    expect(found.kind).toBe('cylinder');
    expect(found.strokes.map(({ peak }) => Math.round(peak))).toEqual([85, 120, 134, 138, 138]);
    expect(found.strokesPerMinute).toBeCloseTo(300, 0);
    expect(found).toMatchObject({ firstShare: expect.closeTo(85 / 138, 2), dropouts: [], saturation: [] });
  });
  test('a gauge that holds: one stroke a step', () => {
    const found = readStrokes(heldTrace([85, 120, 134, 138], 0.2));
    expect(found.kind).toBe('held');
    expect(found.strokes.map(({ peak }) => Math.round(peak))).toEqual([85, 120, 134, 138]);
    expect(found.strokesPerMinute).toBeCloseTo(300, 0);
    expect(found.peak).toBe(138);
  });
  test('a held gauge released and filled again begins anew', () => {
    const once = heldTrace([85, 120, 134], 0.2);
    const twice = {
      seconds: Float64Array.from({ length: 2 * once.seconds.length }, (_, i) => i / HZ),
      pressure: Float32Array.from([...once.pressure, ...once.pressure]),
    };
    expect(readStrokes(twice).strokes.map(({ peak }) => Math.round(peak))).toEqual([85, 120, 134, 85, 120, 134]);
  });
  test('noise makes no strokes', () => {
    expect(readStrokes(cylinderTrace([100, 130, 135], 0.2, 3)).strokes).toHaveLength(3);
  });
  test('a weak exhaust hump is no stroke', () => {
    expect(readStrokes(cylinderTrace([100, 5, 130, 6, 135, 6], 0.2)).strokes).toHaveLength(3);
  });
  test('any number of strokes at any speed, peaks in any unit', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 60, max: 140 }), { minLength: 3, maxLength: 12 }),
        fc.integer({ min: 90, max: 700 }),
        fc.constantFrom(1, 6.894757, 0.0689),
        (peaks, perMinute, scale) => {
          const trace = cylinderTrace(peaks, 60 / perMinute, 0, 4 * HZ);
          const found = readStrokes({ ...trace, pressure: trace.pressure.map((p) => p * scale) });
          expect(found.strokes).toHaveLength(peaks.length);
          expect((found.strokesPerMinute ?? 0) / perMinute).toBeCloseTo(1, 1);
          found.strokes.forEach(({ peak }, i) => expect(peak / scale).toBeCloseTo(peaks[i] ?? NaN, 0));
        },
      ),
      { numRuns: runs(40) },
    );
  });
  describe('as sensors really are', () => {
    const noisy = ({ seconds, pressure }: Samples, deviation: number, seed = 1): Samples => {
      const draw = seeded(seed);
      return { seconds, pressure: pressure.map((p) => p + deviation * draw.normal()) };
    };
    const PEAKS = [85, 120, 134, 138, 138, 137, 138];

    test('one sample that leaps is neither a peak nor a stroke', () => {
      fc.assert(
        fc.property(
          fc.constantFrom(200, 1000, 5000),
          fc.double({ min: 0, max: 0.999, noNaN: true }),
          fc.constantFrom(-300, 60, 900),
          (hz, place, height) => {
            const trace = cylinderTrace(PEAKS, 0.2, 0, hz);
            const at = Math.floor(place * trace.pressure.length);
            const clean = readStrokes(trace);
            trace.pressure[at] = (trace.pressure[at] ?? 0) + height;
            const found = readStrokes(trace);
            expect(found.strokes).toHaveLength(clean.strokes.length);
            if (height > 100) expect(found.peak / clean.peak).toBeCloseTo(1, 1);
          },
        ),
        { numRuns: runs(100) },
      );
    });
    test.each([5000, 200])('five percent of noise at %i Hz: the same strokes', (hz) => {
      for (let seed = 1; seed <= Math.min(40, runs(100)); seed += 1) {
        const found = readStrokes(noisy(cylinderTrace(PEAKS, 0.2, 0, hz), 0.05 * 138, seed));
        expect(found.strokes).toHaveLength(PEAKS.length);
        expect((found.strokesPerMinute ?? 0) / 300).toBeCloseTo(1, 1);
        found.strokes.forEach(({ peak }, i) => expect(Math.abs(peak / (PEAKS[i] ?? NaN) - 1)).toBeLessThan(0.2));
      }
    });
    test('a gauge that holds, with noise: its rises', () => {
      for (let seed = 1; seed <= Math.min(20, runs(100)); seed += 1) {
        const found = readStrokes(noisy(heldTrace([70, 105, 128, 141], 0.4, 5000), 2, seed));
        expect(found.kind).toBe('held');
        expect(found.strokes.map(({ peak }) => Math.round(peak / 5) * 5)).toEqual([70, 105, 130, 140]);
      }
    });
    test.each([5000, 1000, 200])('a sensor that hears nothing at %i Hz: no stroke and no speed', (hz) => {
      for (let seed = 1; seed <= Math.min(20, runs(100)); seed += 1) {
        const still: Samples = {
          seconds: Float64Array.from({ length: 3 * hz }, (_, i) => i / hz),
          pressure: new Float32Array(3 * hz),
        };
        const found = readStrokes(noisy(still, 0.4, seed));
        expect(found.strokes).toEqual([]);
        expect(found.strokesPerMinute).toBeUndefined();
      }
    });
    test.each([5000, 1000, 200])('a top that stands flat is clipping at %i Hz, a round one is not', (hz) => {
      const round = cylinderTrace(PEAKS, 0.2, 0, hz);
      expect(readStrokes(round).saturation).toEqual([]);
      // A gauge of eight bits.
      const coarse = { ...round, pressure: round.pressure.map((p) => Math.round(p)) };
      expect(readStrokes(coarse).saturation).toEqual([]);
      const flat = { ...round, pressure: round.pressure.map((p) => Math.min(p, 105)) };
      expect(readStrokes(flat).saturation.length).toBeGreaterThanOrEqual(PEAKS.length - 2);
    });
    test('faster than any crank turns is no speed', () => {
      expect(
        readStrokes(
          cylinderTrace(
            Array.from({ length: 40 }, () => 100),
            0.012,
            0,
            5000,
          ),
        ).strokesPerMinute,
      ).toBe(undefined);
    });
  });
  test('missing samples and gaps are dropouts', () => {
    const trace = cylinderTrace([100, 130, 135], 0.2);
    trace.pressure.fill(NaN, 300, 320);
    const later = Float64Array.from(trace.seconds, (t, i) => (i >= 450 ? t + 0.05 : t));
    expect(readStrokes({ ...trace, seconds: later }).dropouts).toEqual([
      { from: 0.299, to: 0.32 },
      { from: 0.449, to: 0.5 },
    ]);
  });
  test('a clipped sensor is said to be one, a held gauge at rest is not', () => {
    const trace = cylinderTrace([100, 130, 135], 0.2);
    const clipped = readStrokes({ ...trace, pressure: trace.pressure.map((p) => Math.min(p, 110)) });
    expect(clipped.saturation).toHaveLength(2);
    expect(clipped.saturation[0]?.at).toBe(110);
    expect(readStrokes(heldTrace([100, 130, 138], 0.2)).saturation).toEqual([]);
  });
  test('a flat line has no strokes', () => {
    expect(readStrokes({ seconds: Float64Array.of(0, 1, 2), pressure: Float32Array.of(5, 5, 5) })).toMatchObject({
      strokes: [],
      peak: 5,
    });
  });
  test.each([
    [[0, 2, 1], [1, 2, 3], 'time'],
    [[0, 1, 2], [NaN, 5, NaN], 'pressure'],
    [[], [], 'pressure'],
  ])('%j s, %j: refused', (seconds, pressure, field) => {
    expect(() => readStrokes({ seconds: Float64Array.from(seconds), pressure: Float32Array.from(pressure) })).toThrow(
      expect.objectContaining({ field }),
    );
  });
});

describe('columns', () => {
  test.each([
    [
      'names and units',
      [
        ['time (ms)', 'pressure (psi)'],
        ['0', '14'],
      ],
      { time: 0, pressure: 1, secondsPerUnit: 0.001, unit: 'psi', header: true },
    ],
    [
      'the other way round',
      [
        ['Cyl_kPa', 't_s', 'rpm'],
        ['3', '0', '300'],
      ],
      { time: 1, pressure: 0, secondsPerUnit: 1, unit: 'kPa', header: true },
    ],
    [
      'bar over seconds',
      [
        ['seconds', 'p [bar]'],
        ['0', '1'],
      ],
      { time: 0, pressure: 1, secondsPerUnit: 1, unit: 'bar', header: true },
    ],
    [
      'microseconds',
      [
        ['t_us', 'kgf/cm2'],
        ['0', '1'],
      ],
      { time: 0, pressure: 1, secondsPerUnit: 1e-6, unit: 'kgf/cm2', header: true },
    ],
    [
      'no unit',
      [
        ['time', 'pressure'],
        ['0', '14'],
      ],
      { time: 0, pressure: 1, secondsPerUnit: 1, header: true },
    ],
    [
      'no header: time is what never falls',
      [
        ['14', '0'],
        ['90', '0.1'],
        ['20', '0.2'],
      ],
      { time: 1, pressure: 0, secondsPerUnit: 1, header: false },
    ],
    [
      'a column of words between',
      [
        ['time', 'note', 'press_psi'],
        ['0', 'start', '14'],
      ],
      { time: 0, pressure: 2, secondsPerUnit: 1, unit: 'psi', header: true },
    ],
  ])('%s', (_, rows, columns) => {
    expect(columnsOf(rows)).toEqual(columns);
  });
  test.each([
    [
      [
        ['a', 'b'],
        ['x', 'y'],
      ],
    ],
    [[['1'], ['2']]],
    [[[]]],
  ])('%j holds no trace', (rows) => {
    expect(columnsOf(rows)).toBeUndefined();
  });
});

describe('collecting', () => {
  test('rows in any portions give the same samples', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 900 }), { minLength: 5, maxLength: 90 }),
        fc.integer({ min: 1, max: 40 }),
        (figures, portion) => {
          const rows = [['t_ms', 'psi'], ...figures.map((figure, i) => [String(i), String(figure)])];
          const collector = collectTrace();
          for (let i = 0; i < rows.length; i += portion) collector.rows(rows.slice(i, i + portion));
          const { samples } = collector.end();
          expect([...samples.pressure]).toEqual(figures);
          expect(samples.seconds[4]).toBeCloseTo(0.004, 12);
        },
      ),
    );
  });
  test('a long trace grows, an empty field is a dropout, a row without a time is left out', () => {
    const collector = collectTrace();
    collector.rows([
      ['t', 'psi'],
      ...Array.from({ length: 10_000 }, (_, i) => [String(i), i === 5 ? '' : String(i)]),
      ['', '7'],
    ]);
    const { samples } = collector.end();
    expect(samples.seconds).toHaveLength(10_000);
    expect(samples.pressure[5]).toBeNaN();
    expect(samples.pressure[9999]).toBe(9999);
  });
  test('decimal commas', () => {
    const collector = collectTrace(() => true);
    collector.rows([
      ['t', 'bar'],
      ['0,5', '1,25'],
      ['1', '2'],
    ]);
    expect([...collector.end().samples.pressure]).toEqual([1.25, 2]);
  });
  test('no figures at all', () => {
    expect(() => collectTrace().end()).toThrow(expect.objectContaining({ field: '(columns)' }));
  });
});
