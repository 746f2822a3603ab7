import fc from 'fast-check';
import { type CompressionReading, type Engine, type JobFile, type LeakdownReading, toKPa } from '..';
import { simulate, type Virtual, VIRTUAL_TEST_FAULTS, type VirtualTestFault } from '.';
import { canHave, FAULT_CAUSES, type FaultCause } from '../engine/faults';
import { judge } from '../plan/judge';

const four: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  layout: 'inline',
  cylinders: ['1', '2', '3'],
  cooling: 'liquid',
  boreMm: 68,
  strokeMm: 58,
  compressionRatio: 9.6,
};
const twin: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'outboard',
  layout: 'inline',
  cylinders: ['1', '2'],
  cooling: 'liquid',
};
const saw: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'handheld',
  cylinders: ['1'],
  boreMm: 37,
  strokeMm: 28,
  compressionRelease: 'lever',
};
const jobOf = (engine: Engine, virtual: Partial<Virtual>, more: Partial<JobFile> = {}): JobFile => ({
  format: 'rugged-gauge-job',
  version: 1,
  engine,
  virtual: { seed: 11, tests: ['compression', 'wet', 'leakdown'], ...virtual },
  ...more,
});

function read(engine: Engine, virtual: Partial<Virtual>, more: Partial<JobFile> = {}) {
  const { tests } = simulate(jobOf(engine, virtual, more));
  const compression = tests?.find((test) => test.kind === 'compression')?.readings ?? [];
  const of = (cylinder: string, wet: boolean) =>
    compression.find(
      (reading): reading is CompressionReading => reading.cylinder === cylinder && (reading.wet ?? false) === wet,
    );
  const kPa = (cylinder: string, wet = false) => {
    const reading = of(cylinder, wet);
    return reading ? toKPa(reading.peak, reading.unit) : NaN;
  };
  const leak = (cylinder: string) =>
    tests
      ?.find((test) => test.kind === 'leakdown')
      ?.readings.find((one) => one.cylinder === cylinder) as LeakdownReading;
  return {
    dry: (cylinder: string) => kPa(cylinder),
    rise: (cylinder: string) => kPa(cylinder, true) / kPa(cylinder) - 1,
    first: (cylinder: string) => (of(cylinder, false)?.strokes?.[0] ?? NaN) / (of(cylinder, false)?.peak ?? NaN),
    lost: (cylinder: string) => 100 * (1 - (leak(cylinder).cylinderPressure ?? NaN) / leak(cylinder).supply),
    heard: (cylinder: string, at: string) =>
      leak(cylinder)
        .heard?.filter((one) => one.at === at)
        .reduce((most, one) => Math.max(most, one.level), 0) ?? NaN,
    tests,
  };
}
const sound = read(four, {});

describe('every fault moves the readings the way it does in a shop', () => {
  // Peak, oil, leak-down, and where the air is heard; cylinder 2 of three.
  const table: [FaultCause, { peak: 'down' | 'up' | 'little'; oil: 'seals' | 'no'; leaks: boolean; at?: string }][] = [
    ['rings-or-bore', { peak: 'down', oil: 'seals', leaks: true, at: 'crankcase' }],
    ['piston-damage', { peak: 'down', oil: 'no', leaks: true, at: 'crankcase' }],
    ['intake-valve', { peak: 'down', oil: 'no', leaks: true, at: 'intake' }],
    ['exhaust-valve', { peak: 'down', oil: 'no', leaks: true, at: 'exhaust' }],
    ['head-gasket-external', { peak: 'down', oil: 'no', leaks: true, at: 'head-joint' }],
    ['head-gasket-between', { peak: 'down', oil: 'no', leaks: true, at: 'neighbour' }],
    ['head-gasket-coolant', { peak: 'down', oil: 'no', leaks: true, at: 'coolant' }],
    ['valve-train', { peak: 'down', oil: 'no', leaks: false }],
    ['carbon', { peak: 'up', oil: 'no', leaks: false }],
  ];
  test.each(table)('%s', (cause, { peak, oil, leaks, at }) => {
    const one = read(four, { faults: [{ cause, cylinder: '2', severity: 0.7 }] });
    if (peak === 'down') expect(one.dry('2')).toBeLessThan(0.85 * sound.dry('2'));
    else expect(one.dry('2')).toBeGreaterThan(1.08 * sound.dry('2'));
    if (oil === 'seals') expect(one.rise('2')).toBeGreaterThan(sound.rise('2') + 0.12);
    else expect(one.rise('2')).toBeLessThan(sound.rise('2') + 0.03);
    if (leaks) expect(one.lost('2')).toBeGreaterThan(25);
    else expect(one.lost('2')).toBeLessThan(8);
    if (at) expect(one.heard('2', at)).toBeGreaterThanOrEqual(2);
    const other = cause === 'head-gasket-between' ? '3' : '1';
    expect(Math.abs(one.dry(other) / sound.dry(other) - 1)).toBeLessThan(0.05);
  });
  test('rings climb slowly; a valve never builds', () => {
    const rings = read(four, { faults: [{ cause: 'rings-or-bore', cylinder: '2', severity: 0.7 }] });
    expect(rings.first('2')).toBeLessThan(sound.first('2'));
  });
  test('a gasket between two pulls both down alike', () => {
    const one = read(four, { faults: [{ cause: 'head-gasket-between', cylinder: '1', with: '2', severity: 0.6 }] });
    expect(one.dry('1')).toBeLessThan(0.85 * sound.dry('1'));
    expect(Math.abs(one.dry('1') / one.dry('2') - 1)).toBeLessThan(0.08);
    expect(one.heard('3', 'neighbour')).toBe(0);
  });
  test('a crankcase that leaks is found by its own test, not by compression', () => {
    const drop = (severity: number) => {
      const test = read(twin, {
        tests: ['compression', 'crankcase'],
        faults: severity ? [{ cause: 'crank-seal', cylinder: '1', severity }] : [],
      }).tests?.find((one) => one.kind === 'crankcase');
      return (test?.samples[0]?.value ?? NaN) - (test?.samples[3]?.value ?? NaN);
    };
    expect(drop(0)).toBeLessThan(0.5);
    expect(drop(0.5)).toBeGreaterThan(3);
  });
  test('more of a fault never reads higher', () => {
    const causes = FAULT_CAUSES.filter((cause) => canHave(four, cause) && cause !== 'carbon');
    fc.assert(
      fc.property(
        fc.constantFrom(...causes),
        fc.double({ min: 0, max: 0.8, noNaN: true }),
        fc.double({ min: 0.1, max: 0.2, noNaN: true }),
        (cause, severity, more) => {
          const at = (s: number) =>
            read(four, { tests: ['compression'], faults: [{ cause, cylinder: '2', severity: s }] }).dry('2');
          expect(at(severity + more)).toBeLessThanOrEqual(at(severity) + 1);
        },
      ),
      { numRuns: runs(40) },
    );
  });
});

describe('every fault of the test', () => {
  const table: Partial<Record<VirtualTestFault, (one: ReturnType<typeof read>) => void>> = {
    'tester-without-valve': (one) => {
      expect(one.dry('2')).toBeLessThan(0.9 * sound.dry('2'));
    },
    'stiff-tester-valve': (one) => {
      expect(one.dry('2')).toBeLessThan(sound.dry('2') - 30);
    },
    'throttle-closed': (one) => {
      expect(one.dry('2')).toBeLessThan(0.6 * sound.dry('2'));
    },
    'slow-cranking': (one) => {
      expect(one.dry('2')).toBeLessThan(0.87 * sound.dry('2'));
      expect(one.tests?.[0]).toHaveProperty('crankingRpm');
    },
    'cold-engine': (one) => {
      expect(one.dry('2')).toBeLessThan(0.985 * sound.dry('2'));
      expect(one.tests?.[0]).toMatchObject({ engineTemperature: 'cold' });
    },
    'adapter-leak': (one) => {
      expect(one.dry('2')).toBeLessThan(0.9 * sound.dry('2'));
      expect(one.heard('2', 'adapter')).toBeGreaterThanOrEqual(2);
    },
    'off-tdc': (one) => {
      expect(one.lost('2')).toBeGreaterThan(85);
      expect(one.heard('2', 'exhaust')).toBe(3);
      expect(one.dry('2')).toBeCloseTo(sound.dry('2'), 0);
    },
    'crank-turned': (one) => {
      expect(
        judge(jobOf(four, {}, { tests: one.tests ?? [] })).cylinders[1]?.reasons.map(({ rule }) => rule),
      ).toContain('crank-turned');
    },
    'breather-connected': (one) => {
      expect(one.tests?.[1]).toMatchObject({ readings: [{ breatherOff: false }, {}, {}] });
    },
  };
  test.each(VIRTUAL_TEST_FAULTS.filter((fault) => fault in table))('%s on a sound engine', (fault) => {
    table[fault]?.(read(four, { testFaults: [fault] }));
  });
  test('a rig that leaks is written down with what it loses', () => {
    expect(read(twin, { tests: ['crankcase'], testFaults: ['rig-leak'] }).tests?.[0]).toMatchObject({
      rigDropPerMinute: expect.closeTo(0.5 / 6.894757, 2),
    });
  });
  test('a lever that is on lets most of it go; without a lever it is refused', () => {
    expect(read(saw, { testFaults: ['lever-on'] }).dry('1')).toBeLessThan(0.7 * read(saw, {}).dry('1'));
    expect(() => simulate(jobOf(four, { testFaults: ['lever-on'] }))).toThrow(
      expect.objectContaining({ field: 'virtual.testFaults' }),
    );
  });
  test('air at the breather sounds like the intake while the hose is on', () => {
    const worn = { faults: [{ cause: 'rings-or-bore' as const, cylinder: '2', severity: 0.8 }] };
    expect(read(four, { ...worn, testFaults: ['breather-connected'] }).heard('2', 'intake')).toBeGreaterThan(
      read(four, worn).heard('2', 'intake'),
    );
  });
});

describe('the simulated job', () => {
  test('comes again from its seed, and otherwise from another', () => {
    expect(simulate(jobOf(four, { seed: 3 }))).toEqual(simulate(jobOf(four, { seed: 3 })));
    expect(simulate(jobOf(four, { seed: 3 })).tests).not.toEqual(simulate(jobOf(four, { seed: 4 })).tests);
  });
  test('ideal readings are the formula: no noise, no rounding', () => {
    const peaks = read(four, { ideal: 'adiabatic', tests: ['compression'] });
    expect(peaks.dry('1') / (101.325 * (9.6 ** 1.4 - 1))).toBeCloseTo(1, 2);
    expect(peaks.dry('1')).toBe(peaks.dry('2'));
  });
  test('keeps tester, conditions and unit of the test that stood there', () => {
    const { tests } = simulate(
      jobOf(
        four,
        {},
        {
          tests: [
            {
              kind: 'compression',
              throttle: 'open',
              tester: { name: 'Cart', unit: 'bar', fullScale: 20, division: 0.5 },
              readings: [],
            },
          ],
        },
      ),
    );
    expect(tests?.[0]).toMatchObject({
      throttle: 'open',
      tester: { name: 'Cart' },
      readings: expect.arrayContaining([expect.objectContaining({ unit: 'bar' })]),
    });
  });
  test('tells the truth when asked, and only then', () => {
    const faults = [{ cause: 'head-gasket-between' as const, cylinder: '1', severity: 0.5 }];
    expect(simulate(jobOf(four, { faults }))).not.toHaveProperty('truth');
    expect(simulate(jobOf(four, { faults, truth: true })).truth?.cylinders).toMatchObject([
      { state: 'faulty', causes: [{ with: '2' }] },
      { state: 'faulty', causes: [{ with: '1' }] },
      { state: 'sound' },
    ]);
  });
  test.each<[string, Engine, Partial<Virtual>, string]>([
    [
      'valves in a two-stroke',
      twin,
      { faults: [{ cause: 'exhaust-valve', cylinder: '1', severity: 0.5 }] },
      'virtual.faults[0].cause',
    ],
    [
      'a cylinder that is not there',
      four,
      { faults: [{ cause: 'carbon', cylinder: '9', severity: 0.5 }] },
      'virtual.faults[0].cylinder',
    ],
    [
      'a neighbour that is not one',
      four,
      { faults: [{ cause: 'head-gasket-between', cylinder: '1', with: '3', severity: 0.5 }] },
      'virtual.faults[0].with',
    ],
    ['a crankcase test of a four-stroke', four, { tests: ['crankcase'] }, 'virtual.tests'],
  ])('refuses %s', (_, engine, virtual, field) => {
    expect(() => simulate(jobOf(engine, virtual))).toThrow(expect.objectContaining({ field }));
  });
  test('whatever the engine and its faults, the readings can be judged', () => {
    const engine = fc.constantFrom(
      four,
      twin,
      saw,
      { ...four, layout: 'flat' as const, cylinders: ['L', 'R'] },
      { ...four, fuel: 'diesel' as const, family: 'inboard' as const, compressionRatio: 19 },
    );
    fc.assert(
      fc.property(
        engine,
        fc.integer({ min: 0, max: 1e6 }),
        fc.constantFrom(...FAULT_CAUSES),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (one, seed, cause, severity) => {
          const cylinder = one.cylinders[0] as string;
          const job = simulate(
            jobOf(one, { seed, faults: canHave(one, cause) ? [{ cause, cylinder, severity }] : [] }),
          );
          const figures = judge(job).cylinders.flatMap(({ compression, leakage }) => [
            compression?.readKPa ?? 0,
            leakage?.percent ?? 0,
          ]);
          expect(figures.every((figure) => Number.isFinite(figure) && figure >= 0)).toBe(true);
        },
      ),
      { numRuns: runs(60) },
    );
  });
});
