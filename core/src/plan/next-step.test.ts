import { type CompressionReading, type Engine, type JobFile } from '..';
import { judge } from './judge';

const row: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  layout: 'inline',
  cylinders: ['1', '2', '3'],
};
const twin: Engine = { ...row, layout: 'vee', cylinders: ['L', 'R'] };

function next(
  engine: Engine,
  peaks: Readonly<Record<string, number[]>>,
  more: Partial<CompressionReading>[] = [],
): string[] {
  const readings = Object.entries(peaks).flatMap(([cylinder, all]) =>
    all.map((peak): CompressionReading => ({ cylinder, unit: 'psi', peak })),
  );
  const file: JobFile = {
    format: 'rugged-gauge-job',
    version: 1,
    engine,
    books: [{ compression: { unit: 'psi', min: 120 } }],
    tests: [
      {
        kind: 'compression',
        engineTemperature: 'warm',
        throttle: 'open',
        tester: { unit: 'psi', fullScale: 300, division: 2, accuracyPercentOfFullScale: 1 },
        readings: [...readings, ...(more as CompressionReading[])],
      },
    ],
  };
  return judge(file).next.map(({ test, cylinder }) => (cylinder === null ? test : `${test} ${cylinder}`));
}

test('the first cylinder nobody measured, in order', () => {
  expect(next(row, { 1: [150] })).toEqual(['compression 2']);
  expect(next(row, { 2: [150], 1: [150] })).toEqual(['compression 3']);
});
test('an engine that cannot be cranked is fed with air instead', () => {
  expect(next({ ...row, cranks: false }, {})).toEqual(['leakdown 1']);
});
test('a release asks for leak-down before compression', () => {
  expect(next({ ...row, compressionRelease: 'automatic' }, {})).toEqual(['leakdown 1', 'compression 1']);
});
test('good and even: stop, then spark and fuel', () => {
  expect(next(row, { 1: [150], 2: [151], 3: [150] })).toEqual(['stop', 'quick-checks']);
});
test('one low: again, then air and oil, whichever takes away more doubt a minute', () => {
  const once = next(row, { 1: [150], 2: [100], 3: [150] });
  expect(once[0]).toBe('retest 2');
  expect(once).toEqual(expect.arrayContaining(['leakdown 2', 'wet 2']));
  expect(
    next(row, { 1: [150], 2: [100, 101], 3: [150] })
      .slice(0, 2)
      .sort(),
  ).toEqual(['leakdown 2', 'wet 2']);
});
test('once the oil is in only the air is left', () => {
  expect(
    next(row, { 1: [150], 2: [100, 101], 3: [150] }, [
      { cylinder: '2', unit: 'psi', peak: 103, wet: true, oilMl: 0.5 },
    ])[0],
  ).toBe('leakdown 2');
});
test('two low: the one read once is repeated before the other one gets its oil', () => {
  expect(next(row, { 1: [100, 101], 2: [102], 3: [150] })[0]).toBe('retest 2');
});
test('zero: the valves, then air; never oil', () => {
  expect(next(row, { 1: [150], 2: [3, 2], 3: [150] })).toEqual(['inspect-valve-train 2', 'leakdown 2', 'stop']);
  expect(next({ ...row, cycle: 'two-stroke' }, { 1: [150], 2: [3, 2], 3: [150] })[0]).toBe('leakdown 2');
});
test('a vee twin with one half of the other: open the rocker cover first', () => {
  expect(next(twin, { L: [150], R: [76, 75] })[0]).toBe('inspect-valve-train R');
});
test('low all round: the tester before the engine', () => {
  expect(next(row, { 1: [80], 2: [81], 3: [79] }).slice(0, 3)).toEqual(['check-tester', 'retest 1', 'leakdown 3']);
});
test('too close to call: up to three readings, then air', () => {
  const close = { ...row, cylinders: ['1'] };
  expect(next(close, { 1: [121] })[0]).toBe('retest 1');
  expect(next(close, { 1: [121, 121, 121] })[0]).toBe('leakdown 1');
});
test('two that disagree ask for a third before anything else', () => {
  expect(next(row, { 1: [150, 100], 2: [100, 101], 3: [150] })[0]).toBe('retest 1');
});

describe('the school of the shop says what comes first, as long as it can be done', () => {
  const first = (firstTestSchool: string, engine: Partial<Engine> = {}, more: Partial<JobFile> = {}) =>
    judge({
      format: 'rugged-gauge-job',
      version: 1,
      engine: { ...row, ...engine },
      houseRules: { firstTestSchool } as never,
      tests: [],
      ...more,
    }).next.map(({ test }) => test);
  test.each([
    [
      'compression on an engine with a release',
      'compression',
      { compressionRelease: 'automatic' as const },
      ['compression', 'leakdown'],
    ],
    ['leak-down', 'leak-down', {}, ['leakdown', 'compression']],
    [
      'valve clearances on an old diesel',
      'valve-clearance',
      { fuel: 'diesel' as const },
      ['valve-clearance', 'compression'],
    ],
    ['vacuum', 'vacuum', {}, ['manifold-vacuum', 'compression']],
    ['no vacuum on a diesel', 'vacuum', { fuel: 'diesel' as const }, ['compression']],
    ['no clearances on a two-stroke', 'valve-clearance', { cycle: 'two-stroke' as const }, ['compression']],
    ['nothing that cannot be cranked', 'compression', { cranks: false }, ['leakdown']],
  ])('%s', (_, school, engine, expected) => {
    expect(first(school, engine)).toEqual(expected);
  });

  test('once it is done, or the shop has no tester for it, the planner chooses', () => {
    expect(
      first(
        'valve-clearance',
        {},
        { tests: [{ kind: 'valve-clearance', readings: [{ cylinder: '1', valve: 'intake', mm: 0.1 }] }] },
      ),
    ).toEqual(['compression']);
    expect(first('leak-down', {}, { equipment: ['compression-tester'] })).toEqual(['compression']);
  });
});

describe('after a repair what was measured before it is measured again, and nothing else', () => {
  const after = (tests: JobFile['tests'], engine: Engine = { ...row, cylinders: ['1'], layout: 'single' }) =>
    judge({ format: 'rugged-gauge-job', version: 1, engine, tests, untestedRepair: 'new head gasket' }).next;
  const air = {
    kind: 'leakdown' as const,
    readings: [{ cylinder: '1', unit: 'psi' as const, supply: 100, cylinderPressure: 26 }],
  };
  const dry = { kind: 'compression' as const, readings: [{ cylinder: '1', unit: 'psi' as const, peak: 60 }] };
  test.each([
    ['air alone', [air], ['leakdown']],
    ['both', [air, dry], ['compression', 'leakdown']],
    ['nothing', [], ['compression']],
  ])('%s', (_, tests, expected) => {
    const steps = after(tests);
    expect(steps.map(({ test: name }) => name)).toEqual(expected);
    expect(steps.every(({ reason }) => reason.because === 'prove-repair')).toBe(true);
  });
});
