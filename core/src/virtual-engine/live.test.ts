import type { JobFile } from '../jobfile/job-file';
import { leakagePercent } from '../leak/index';
import { catchStrokes, readStrokes } from '../trace';
import { liveCompression, liveCrankcase, liveLeakdown, type LiveTake } from './live';
import { simulate } from './simulate';
import { toKPa } from '../quantity/pressure';
import type { Fault } from '../jobfile/virtual';

const twin = (faults: Fault[] = [], testFaults: string[] = []): JobFile => ({
  format: 'rugged-gauge-job',
  version: 1,
  engine: { cycle: 'two-stroke', fuel: 'petrol', family: 'outboard', cylinders: ['1', '2'], boreMm: 62, strokeMm: 58 },
  virtual: { seed: 5, starting: 'electric', faults, testFaults: testFaults as never },
});
const worn: Fault = { cause: 'rings-or-bore', cylinder: '2', severity: 0.7 };
const caught = (take: LiveTake) => {
  const catcher = catchStrokes(take.sampleHz, 6);
  catcher.take(take.channels[0]?.samples ?? []);
  return catcher;
};

describe('strokes caught from a running stream', () => {
  const take = liveCompression(twin([worn]), { cylinder: '2', take: 3 });
  const samples = take.channels[0]?.samples as Float32Array;

  test('are those that are found in the whole recording, however it is cut into pieces', () => {
    const whole = readStrokes({ seconds: Float64Array.from(samples, (_, i) => i / take.sampleHz), pressure: samples });
    for (const piece of [1, 7, 20, 333, samples.length]) {
      const catcher = catchStrokes(take.sampleHz, 6);
      for (let i = 0; i < samples.length; i += piece) catcher.take(samples.subarray(i, i + piece));
      expect(catcher.strokes.map(({ peak }) => peak)).toEqual(whole.strokes.map(({ peak }) => peak));
      expect(catcher.held).toBe(whole.peak);
      expect(catcher.taken).toBe(samples.length);
    }
  });

  test('seven strokes of the starter are seven, and their speed is the cranking speed', () => {
    const catcher = caught(take);
    expect(catcher.strokes).toHaveLength(7);
    expect(catcher.strokesPerMinute()).toBeGreaterThan(200);
    expect(catcher.strokesPerMinute()).toBeLessThan(400);
  });

  test('air that comes back into a cylinder with a shut throttle is no stroke', () => {
    const four: JobFile = {
      ...twin(),
      engine: { ...twin().engine, cycle: 'four-stroke', family: 'motorcycle' },
      tests: [{ kind: 'compression', throttle: 'closed', readings: [] }],
    };
    const shut = caught(liveCompression(four, { cylinder: '1', take: 1 }));
    expect(shut.strokes).toHaveLength(7);
  });

  test('noise alone is no stroke, and no speed', () => {
    const catcher = catchStrokes(1000, 6);
    catcher.take(Float32Array.from({ length: 3000 }, (_, i) => 2 * Math.sin(i)));
    expect(catcher.strokes).toEqual([]);
    expect(catcher.strokesPerMinute()).toBeUndefined();
    expect(() => catchStrokes(0, 6)).toThrow(RangeError);
  });
});

describe('a take of the virtual engine', () => {
  test('is the same to the last sample when it is taken again, and another take is another', () => {
    const one = liveCompression(twin(), { cylinder: '1', take: 1 }).channels[0]?.samples;
    expect(liveCompression(twin(), { cylinder: '1', take: 1 }).channels[0]?.samples).toEqual(one);
    expect(liveCompression(twin(), { cylinder: '1', take: 2 }).channels[0]?.samples).not.toEqual(one);
  });

  test('shows what is the matter: a worn cylinder is lower, oil lifts it, a shut throttle lowers all', () => {
    const peak = (cylinder: string, job = twin([worn]), oil = 0) =>
      caught(liveCompression(job, { cylinder, take: 1 }, oil)).held;
    expect(peak('2')).toBeLessThan(0.75 * peak('1'));
    expect(peak('2', twin([worn]), 1)).toBeGreaterThan(1.1 * peak('2'));
    expect(
      peak('1', { ...twin([worn]), tests: [{ kind: 'compression', throttle: 'closed', readings: [] }] }),
    ).toBeLessThan(0.9 * peak('1'));
  });

  test("reads as the simulated test of the same engine does, within a sensor's and a gauge's doubt", () => {
    const [test] = simulate(twin([worn])).tests ?? [];
    if (test?.kind !== 'compression') throw new Error('no compression test');
    for (const { cylinder, peak, unit } of test.readings)
      expect(caught(liveCompression(twin([worn]), { cylinder, take: 1 })).held / toKPa(peak, unit)).toBeCloseTo(1, 0.7);
  });

  test('leak-down: supply comes up, the cylinder follows and rests below it by its leakage', () => {
    const {
      channels: [supply, held],
    } = liveLeakdown(twin([worn]), { cylinder: '2', take: 1 }, { supplyKPa: 552, orificeMm: 1 });
    const last = (samples: Float32Array | undefined) => samples?.[samples.length - 1] ?? NaN;
    expect(supply?.samples[0]).toBeLessThan(2);
    expect(last(supply?.samples)).toBeCloseTo(552, -1);
    const sound = liveLeakdown(twin(), { cylinder: '2', take: 1 }, { supplyKPa: 552, orificeMm: 1 });
    expect(leakagePercent(last(supply?.samples), last(held?.samples))).toBeGreaterThan(
      20 + leakagePercent(last(sound.channels[0]?.samples), last(sound.channels[1]?.samples)),
    );
  });

  test('crankcase: a seal that leaks loses more, under pressure and under vacuum', () => {
    for (const mode of ['pressure', 'vacuum'] as const) {
      const left = (faults: Fault[]) => {
        const { samples } = liveCrankcase(
          twin(faults),
          { cylinder: '1', take: 1 },
          { mode, startKPa: 34.5, seconds: 180 },
        ).channels[0] ?? { samples: new Float32Array() };
        return samples[samples.length - 1] as number;
      };
      expect(left([{ cause: 'crank-seal', cylinder: '1', severity: 0.6 }])).toBeLessThan(left([]) - 5);
      expect(left([])).toBeGreaterThan(31);
    }
    expect(() =>
      liveCrankcase(
        { ...twin(), engine: { ...twin().engine, cycle: 'four-stroke' } },
        { cylinder: '1', take: 1 },
        { mode: 'pressure', startKPa: 34, seconds: 60 },
      ),
    ).toThrow(/breathes/);
  });

  test('an engine without a virtual one, a cylinder that is not there: refused by name', () => {
    const { virtual, ...real } = twin();
    expect(() => liveCompression(real, { cylinder: '1', take: 1 })).toThrow(/is required to simulate/);
    expect(() => liveCompression(twin(), { cylinder: '7', take: 1 })).toThrow(/no cylinder 7/);
  });
});
