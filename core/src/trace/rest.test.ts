import { fromKPa, type PressureUnit } from '../quantity';
import { seeded } from '../virtual-engine';
import { collectTrace, columnsOf, readStrokes, type Samples } from '.';

const HZ = 2000;
const ATMOSPHERE = 100.4;
const UNITS: readonly PressureUnit[] = ['psi', 'kPa', 'bar', 'kgf/cm2'];

interface Drawn {
  peaksKPa: readonly number[];
  unit: PressureUnit;
  /** What the sensor adds to everything, in its unit. */
  offset?: number;
  noise?: number;
  still?: number;
  held?: boolean;
  turned?: boolean;
}

/** Still for a while, then a hump or a step for each peak, at 300 a minute. */
function drawn({ peaksKPa, unit, offset = 0, noise = 0, still = 0.5, held = false, turned = false }: Drawn): Samples {
  const random = seeded(7);
  const every = 0.2;
  const n = Math.round((still + every * (peaksKPa.length + (held ? 1 : 0))) * HZ);
  const seconds = Float64Array.from({ length: n }, (_, i) => i / HZ);
  const pressure = Float32Array.from(seconds, (t) => {
    const turn = (t - still) / every;
    const stroke = Math.floor(turn);
    const peak = peaksKPa[stroke] ?? peaksKPa.at(-1) ?? 0;
    const before = peaksKPa[stroke - 1] ?? 0;
    const kPa =
      turn < 0
        ? 0
        : held
          ? before + (peak - before) * Math.min(1, Math.max(0, ((turn % 1) - 0.4) / 0.15))
          : peak * Math.exp(-((((turn % 1) - 0.5) / 0.06) ** 2));
    const figure = fromKPa(kPa, unit) + offset + noise * random.normal();
    return turned ? -figure : figure;
  });
  return { seconds, pressure };
}
const PEAKS = [560, 760, 860, 920, 952];
const peakOf = (samples: Samples, unit: PressureUnit, absolute?: true) =>
  readStrokes(samples, { unit, ...(absolute ? { absolute } : {}) });

describe('what a sensor reads at rest is taken off', () => {
  test.each(UNITS.flatMap((unit) => [false, true].map((held) => [unit, held] as const)))(
    'counting from a vacuum, in %s, held by a valve: %s',
    (unit, held) => {
      const offset = fromKPa(ATMOSPHERE, unit);
      const found = peakOf(drawn({ peaksKPa: PEAKS, unit, offset, held, noise: offset / 400 }), unit);
      expect(found.rest).toMatchObject({ absolute: true });
      expect((found.rest?.level ?? 0) / offset).toBeCloseTo(1, 2);
      expect(found.peak / fromKPa(952, unit)).toBeCloseTo(1, 1);
      expect(found.strokes).toHaveLength(5);
      expect(found.firstShare).toBeCloseTo(560 / 952, 1);
    },
  );
  test.each([-0.05, -0.02, 0.02, 0.06])('a sensor that is off by %s of its peak', (share) => {
    for (const unit of UNITS) {
      const offset = share * fromKPa(952, unit);
      const found = peakOf(drawn({ peaksKPa: PEAKS, unit, offset }), unit);
      expect(found.rest).toEqual({ level: expect.closeTo(offset, 3) as number, absolute: false });
      expect(found.peak / fromKPa(952, unit)).toBeCloseTo(1, 2);
    }
  });
  test('one that reads nought at rest is left as it is, with noise and without', () => {
    for (const noise of [0, 1, 3])
      for (const held of [false, true]) {
        const found = peakOf(drawn({ peaksKPa: PEAKS, unit: 'kPa', noise, held }), 'kPa');
        expect(found.rest).toBeUndefined();
        expect(found.peak / 952).toBeCloseTo(1, 1);
      }
  });
  test('a gauge that was pumped before is no rest', () => {
    const found = peakOf(drawn({ peaksKPa: [500, 520, 530], unit: 'kPa', offset: 420, held: true }), 'kPa');
    expect(found.rest).toBeUndefined();
    expect(found.peak).toBeCloseTo(950, 0);
  });
  test('from a vacuum, and turning from the first sample: by where it stands between strokes', () => {
    const found = peakOf(drawn({ peaksKPa: PEAKS, unit: 'psi', offset: 14.5, still: 0 }), 'psi');
    expect(found.rest).toMatchObject({ absolute: true, level: expect.closeTo(14.5, 0) as number });
  });
  test('the header says that it counts from a vacuum: believed, at any height and without a rest', () => {
    const high = peakOf(drawn({ peaksKPa: PEAKS, unit: 'kPa', offset: 78 }), 'kPa', true);
    expect(high).toMatchObject({ rest: { absolute: true, level: expect.closeTo(78, 0) as number } });
    const moving = peakOf(drawn({ peaksKPa: PEAKS, unit: 'kPa', offset: 101.3, still: 0, held: true }), 'kPa', true);
    expect(moving.rest).toEqual({ absolute: true, level: 101.325 });
  });
  test('in a unit that nobody said a cylinder is at the air between strokes all the same', () => {
    const found = readStrokes(drawn({ peaksKPa: PEAKS, unit: 'bar', offset: 1.013 }));
    expect(found).toMatchObject({ rest: { absolute: false, level: expect.closeTo(1.013, 2) as number } });
  });
});

describe('upside down', () => {
  test.each(UNITS)('a sensor that is wired the wrong way round is refused by name, in %s', (unit) => {
    for (const offset of [0, fromKPa(ATMOSPHERE, unit)])
      expect(() => readStrokes(drawn({ peaksKPa: PEAKS, unit, offset, turned: true, noise: 0.01 }), { unit })).toThrow(
        expect.objectContaining({ field: 'pressure', code: 'upside-down' }) as Error,
      );
  });
  test('a gauge that is let go and filled again is not', () => {
    const once = drawn({ peaksKPa: PEAKS, unit: 'kPa', held: true });
    const thrice = [0, 1, 2, 3].map(() => once.pressure);
    const pressure = Float32Array.from(thrice.flatMap((one) => [...one]));
    // It begins pumped.
    const begun = pressure.subarray(once.pressure.length - HZ / 10);
    const seconds = Float64Array.from(begun, (_, i) => i / HZ);
    expect(readStrokes({ seconds, pressure: begun }).kind).toBe('held');
  });
});

describe('units are whole words', () => {
  test.each([
    ['pressure (mbar)', 'bar', 0.001, undefined],
    ['P_mbar', 'bar', 0.001, undefined],
    ['cyl pressure [hPa]', 'kPa', 0.1, undefined],
    ['Pressure/MPa', 'kPa', 1000, undefined],
    ['pressure Pa', 'kPa', 0.001, undefined],
    ['pressure psia', 'psi', undefined, true],
    ['pressure (psig)', 'psi', undefined, undefined],
    ['pressure_bar_abs', 'bar', undefined, true],
    ['pressure bar(a)', 'bar', undefined, true],
    ['kPa absolute pressure', 'kPa', undefined, true],
    ['pressurePsi', 'psi', undefined, undefined],
    ['cylKPa', 'kPa', undefined, undefined],
    ['pressure kg/cm2', 'kgf/cm2', undefined, undefined],
    ['pressure', undefined, undefined, undefined],
    ['barometer pressure', undefined, undefined, undefined],
    ['pressure v2', undefined, undefined, undefined],
  ])('%s', (name, unit, scale, absolute) => {
    const {
      unit: found,
      scale: by,
      absolute: from,
    } = columnsOf([
      ['time', name],
      ['0', '1'],
      ['1', '2'],
    ]) ?? {};
    expect([found, by, from]).toEqual([unit, scale, absolute]);
  });
  test.each(['pressure (mV)', 'pressure [V]', 'pressure_volts', 'pressure (mA)', 'pressure counts'])(
    '%s is no pressure',
    (name) => {
      expect(() =>
        columnsOf([
          ['time', name],
          ['0', '1'],
          ['1', '2'],
        ]),
      ).toThrow(expect.objectContaining({ field: name, code: 'no-pressure-but-a-signal' }) as Error);
    },
  );
  test('figures in mbar come out in bar', () => {
    const collector = collectTrace();
    collector.rows([
      ['ms', 'pressure mbar'],
      ['0', '0'],
      ['1', '11345'],
    ]);
    expect(collector.end().samples.pressure[1]).toBeCloseTo(11.345, 3);
  });
});
