import fc from 'fast-check';
import { percentForHole, toKPa } from '..';
import { GRADED_CAUSES } from '../causes/hypotheses';
import { canHave } from '../engine/faults';
import type { Engine, Family } from '../engine';
import {
  crank,
  type CrankingOptions,
  holdCase,
  putAirIn,
  seeded,
  soundCylinders,
  type Starter,
  type VirtualCylinder,
  type VirtualGauge,
} from '.';
import { presetOf } from '../engine/preset';
import { stepFor } from './cranking';
import { withFaults } from './faults';

const AIR = 101.325;
const gauge: VirtualGauge = { hoseCm3: 14, valve: 'engine-end', crackKPa: 3 };
const options: CrankingOptions = { atmosphereKPa: AIR, airK: 293, strokes: 8, throttle: 1, oilCm3: 0 };
const engineOf = (family: Family, change: Partial<Engine> = {}): Engine => ({
  cycle: 'four-stroke',
  fuel: 'petrol',
  family,
  cylinders: ['1'],
  ...change,
});
const one = (engine: Engine) => soundCylinders(engine)[0] as VirtualCylinder;
const starter = (engine: Engine): Starter => ({
  kind: engine.family === 'handheld' ? 'recoil' : 'electric',
  freeRpm: presetOf(engine).freeRpm,
  strength: 1.6,
});
const peak = (engine: Engine, change: Partial<CrankingOptions> = {}) =>
  crank(one(engine), starter(engine), gauge, { ...options, ...change });

const two = { cycle: 'two-stroke' as const };
const FAMILIES: [string, Engine, number, number][] = [
  ['a hand-held two-stroke', engineOf('handheld', two), 110, 160],
  ['an outboard two-stroke', engineOf('outboard', two), 110, 150],
  ['a powersports two-stroke', engineOf('powersports', two), 110, 160],
  ['a four-stroke motorcycle', engineOf('motorcycle'), 125, 190],
  ['a scooter', engineOf('scooter'), 125, 190],
  ['a small four-stroke', engineOf('small-engine'), 100, 140],
  ['a small four-stroke with a release', engineOf('small-engine', { compressionRelease: 'automatic' }), 60, 90],
  ['a generator', engineOf('generator'), 100, 150],
  ['a four-stroke outboard', engineOf('outboard'), 120, 190],
  ['a petrol inboard', engineOf('inboard'), 100, 175],
  ['a diesel', engineOf('inboard', { fuel: 'diesel' }), 300, 450],
];

describe('a healthy engine', () => {
  test.each(FAMILIES)('%s cranks where its kind does', (_, engine, least, most) => {
    const { peakKPa } = peak(engine);
    expect(peakKPa).toBeGreaterThan(toKPa(least, 'psi'));
    expect(peakKPa).toBeLessThan(toKPa(most, 'psi'));
  });
  test('half the step changes no peak by more than 0.2 %, whatever is wrong and however gross', () => {
    const faults = fc.constantFrom(...GRADED_CAUSES, 'compression-release' as const);
    fc.assert(
      fc.property(
        fc.constantFrom(...FAMILIES),
        faults,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom('engine-end' as const, 'gauge-end' as const, 'none' as const),
        fc.constantFrom(1, 0.05),
        ([, engine], cause, severity, valve, throttle) => {
          if (!canHave(engine, cause)) return;
          const [cylinder] = withFaults(engine, soundCylinders(engine), [{ cause, cylinder: '1', severity }]);
          if (!cylinder) return;
          const peakAt = (stepDegrees: number) =>
            crank(cylinder, starter(engine), { ...gauge, valve }, { ...options, throttle, stepDegrees }).peakKPa;
          const step = stepFor(cylinder);
          const [usual, finer] = [peakAt(step), peakAt(step / 2)];
          // A hundredth of a kPa is nothing to any gauge.
          expect(Math.abs(usual - finer)).toBeLessThan(Math.max(0.0023 * finer, 0.02));
        },
      ),
      { numRuns: runs(60) },
    );
  });
  test.each(FAMILIES)('%s neither makes nor loses air', (_, engine) => {
    const { mass } = peak(engine);
    expect(Math.abs(mass.start + mass.in - mass.out - mass.end) / mass.in).toBeLessThan(1e-9);
  });
  test.each(FAMILIES)('%s holds air: under 5 % lost', (_, engine) => {
    expect(
      putAirIn(one(engine), { supplyKPa: 551.6, orificeMm: 1, atmosphereKPa: AIR, airK: 293 }).percent,
    ).toBeLessThan(5);
  });
  test('each stroke adds, and the needle never falls', () => {
    const { strokes } = peak(engineOf('motorcycle'));
    expect([...strokes].sort((a, b) => a - b)).toEqual(strokes);
    expect(strokes).toHaveLength(8);
  });
  test('one reading a pull where it is pulled', () => {
    expect(peak(engineOf('handheld', two)).strokes).toHaveLength(4);
  });
  test('the gauge follows the air outside', () => {
    const share = peak(engineOf('motorcycle'), { atmosphereKPa: 83.5 }).peakKPa / peak(engineOf('motorcycle')).peakKPa;
    expect(share).toBeGreaterThan(0.8);
    expect(share).toBeLessThan(0.87);
  });
});

describe('what must hold at the ends of the physics', () => {
  test.each([6, 8, 9.2, 11, 20])(
    'no leak and no loss at %p to one: p CR^1.4, and p CR where the walls take all heat',
    (ratio) => {
      const engine = engineOf('motorcycle', { compressionRatio: ratio });
      const ideal = (kind: 'adiabatic' | 'isothermal') =>
        (peak(engine, { ideal: kind, strokes: 2 }).cylinderPeakKPa + AIR) / AIR;
      expect(Math.abs(ideal('adiabatic') / ratio ** 1.4 - 1)).toBeLessThan(0.005);
      expect(Math.abs(ideal('isothermal') / ratio - 1)).toBeLessThan(0.005);
    },
  );
  test.each([0.3, 0.6, 1, 1.4, 2, 3])(
    'air through a hole of %p mm comes to rest where the tester formula says',
    (hole) => {
      const tight = {
        ...one(engineOf('motorcycle')),
        leaks: { ...one(engineOf('motorcycle')).leaks, rings: 0, exhaustValve: hole },
      };
      for (const [supplyKPa, orificeMm] of [
        [551.6, 1],
        [689.5, 1.5],
        [240, 0.8],
      ] as const) {
        const { percent } = putAirIn(tight, { supplyKPa, orificeMm, atmosphereKPa: AIR, airK: 293 });
        expect(Math.abs(percent / percentForHole(hole, supplyKPa, orificeMm, AIR) - 1)).toBeLessThan(0.005);
      }
    },
  );
  test('a crank that turns: the needle rests, then runs away', () => {
    const { settling } = putAirIn(one(engineOf('motorcycle')), {
      supplyKPa: 551.6,
      orificeMm: 1,
      atmosphereKPa: AIR,
      airK: 293,
      turnsAfterSeconds: 1,
    });
    const at = (seconds: number) => settling.find((sample) => sample.seconds >= seconds)?.cylinderKPa ?? NaN;
    expect(at(0.9)).toBeGreaterThan(500);
    expect(at(1.4)).toBeLessThan(0.8 * at(0.9));
  });
  test('a closed case loses more through a wider hole, and vacuum is lost as pressure is', () => {
    const left = (leakMm: number, mode: 'pressure' | 'vacuum' = 'pressure') =>
      holdCase({ mode, startKPa: 34, caseCm3: 300, leakMm, atmosphereKPa: AIR, airK: 293, atSeconds: [0, 180] })[1] ??
      NaN;
    expect(left(0)).toBeCloseTo(34, 9);
    expect(left(0.02)).toBeLessThan(34);
    expect(left(0.05)).toBeLessThan(left(0.02));
    expect(left(0.02, 'vacuum')).toBeLessThan(34);
  });
});

describe('testers and starters', () => {
  const saw = engineOf('handheld', { ...two, boreMm: 37, strokeMm: 28 });
  const with_ = (change: Partial<VirtualGauge>, cylinder = one(saw)) =>
    crank(cylinder, starter(saw), { ...gauge, ...change }, options).peakKPa;
  test('a hose without its valve makes a healthy saw look dead', () => {
    expect(with_({ valve: 'none' })).toBeLessThan(0.45 * with_({}));
  });
  test('a valve at the gauge end reads the same hose', () => {
    expect(with_({ valve: 'gauge-end' })).toBeCloseTo(with_({ valve: 'none' }), 6);
  });
  test('a stiff valve reads low', () => {
    expect(with_({ crackKPa: 60 })).toBeLessThan(with_({}) - 30);
  });
  test('a longer hose takes more strokes and reads nearly the same', () => {
    const long = crank(
      one(engineOf('motorcycle')),
      starter(engineOf('motorcycle')),
      { ...gauge, hoseCm3: 40 },
      { ...options, strokes: 25 },
    );
    const short = peak(engineOf('motorcycle'), { strokes: 25 });
    expect((long.strokes[0] ?? 0) / long.peakKPa).toBeLessThan((short.strokes[0] ?? 0) / short.peakKPa);
    expect(long.peakKPa / short.peakKPa).toBeGreaterThan(0.97);
  });
  test.each([
    [
      'a labouring starter',
      (engine: Engine) =>
        crank(
          one(engine),
          { ...starter(engine), freeRpm: 0.5 * starter(engine).freeRpm, strength: 1.1 },
          gauge,
          options,
        ),
      0.68,
      0.85,
    ],
    ['a shut throttle', (engine: Engine) => peak(engine, { throttle: 0.012 }), 0.3, 0.5],
    [
      'a cold engine',
      (engine: Engine) =>
        crank(
          { ...one(engine), wallK: 285 },
          { ...starter(engine), freeRpm: 0.93 * starter(engine).freeRpm },
          gauge,
          options,
        ),
      0.9,
      0.97,
    ],
  ])('%s reads lower', (_, run, least, most) => {
    const share = run(engineOf('motorcycle')).peakKPa / peak(engineOf('motorcycle')).peakKPa;
    expect(share).toBeGreaterThan(least);
    expect(share).toBeLessThan(most);
  });
  test('the speed sags under compression and is told', () => {
    expect(peak(engineOf('motorcycle')).meanRpm).toBeLessThan(presetOf(engineOf('motorcycle')).freeRpm);
  });
});

test('numbers by chance come again from their seed, and lie where they should', () => {
  const draw = (seed: number) => {
    const random = seeded(seed);
    return Array.from({ length: 2000 }, () => random.normal());
  };
  expect(draw(3)).toEqual(draw(3));
  expect(draw(3)).not.toEqual(draw(4));
  const mean = draw(5).reduce((a, b) => a + b, 0) / 2000;
  const variance = draw(5).reduce((a, b) => a + (b - mean) ** 2, 0) / 2000;
  expect(Math.abs(mean)).toBeLessThan(0.08);
  expect(Math.abs(variance - 1)).toBeLessThan(0.1);
});
