import fc from 'fast-check';
import { rugged } from '../src/rugged';

/** Good job files that between them use every field of the format. */
const GOOD: readonly object[] = [
  {
    format: 'rugged-gauge-job',
    version: 1,
    engine: {
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'motorcycle',
      layout: 'vee',
      cylinders: ['L', 'R'],
      banks: [['L'], ['R']],
      neighbours: [['L', 'R']],
      firingOrder: ['L', 'R'],
      firingIntervals: [270, 450],
      boreMm: 81,
      strokeMm: 68,
      conrodMm: 120,
      compressionRatio: 9.2,
      compressionRelease: 'none',
      cooling: 'liquid',
      hours: 400,
    },
    books: [
      {
        source: 'b',
        engineTemperature: 'warm',
        compression: {
          unit: 'psi',
          min: 120,
          max: 170,
          bands: [
            { name: 'good', from: 140 },
            { name: 'poor', from: 0 },
          ],
        },
        spread: { method: 'difference', limit: 15, unit: 'psi' },
        leakage: { maxPercent: 10 },
        valveClearance: { engineTemperature: 'cold', intake: { minMm: 0.1, maxMm: 0.2 } },
        bore: { maxMm: 81.1, maxTaperMm: 0.03, maxOvalityMm: 0.03 },
        ringGap: { minMm: 0.2, maxMm: 0.5 },
      },
    ],
    houseRules: {
      spreadMethod: 'each-vs-mean',
      spreadWatchPercent: 7,
      spreadLimitPercent: 12,
      leakSoundPercent: 8,
      wetRiseSchool: 'others-level',
    },
    site: { altitudeM: 300 },
    tests: [
      {
        kind: 'compression',
        engineTemperature: 'cold',
        throttle: 'open',
        plugs: 'all-out',
        crankingRpm: 300,
        tester: {
          unit: 'psi',
          fullScale: 300,
          division: 5,
          accuracyPercentOfFullScale: 2,
          valveAtEngineEnd: false,
          hoseVolumeCm3: 14,
        },
        readings: [
          { cylinder: 'L', unit: 'psi', strokes: [85, 120, 134], peak: 138 },
          { cylinder: 'R', unit: 'psi', peak: 70 },
          { cylinder: 'R', unit: 'psi', peak: 71 },
          { cylinder: 'R', unit: 'psi', wet: true, oilMl: 2, peak: 90 },
        ],
      },
      {
        kind: 'leakdown',
        tester: { orificeMm: 1, unit: 'psi', fullScale: 100, division: 2 },
        readings: [
          {
            cylinder: 'L',
            unit: 'psi',
            supply: 80,
            cylinderPressure: 71,
            settling: [
              { seconds: 0, cylinderPressure: 60 },
              { seconds: 3, cylinderPressure: 71 },
            ],
          },
          {
            cylinder: 'R',
            unit: 'psi',
            supply: 80,
            percent: 34,
            tdcConfirmed: true,
            heard: [
              { at: 'neighbour', cylinder: 'L', level: 2 },
              { at: 'intake', level: 1 },
            ],
            breatherOff: false,
          },
        ],
      },
      {
        kind: 'valve-clearance',
        engineTemperature: 'cold',
        readings: [{ cylinder: 'L', valve: 'intake', number: 1, mm: 0.12 }],
      },
      {
        kind: 'bore',
        readings: [
          { cylinder: 'L', height: 'top', alongMm: 81.02, acrossMm: 81.05 },
          { cylinder: 'L', height: 'bottom', alongMm: 81, acrossMm: 81 },
        ],
      },
      { kind: 'ring-gap', readings: [{ cylinder: 'R', ring: 'top', mm: 0.4 }] },
    ],
  },
  {
    format: 'rugged-gauge-job',
    version: 1,
    engine: {
      cycle: 'two-stroke',
      fuel: 'petrol',
      family: 'outboard',
      cylinders: ['1', '2'],
      boreMm: 62,
      strokeMm: 54,
      compressionRatio: 7,
    },
    books: [
      {
        crankcase: { unit: 'psi', pressure: 5, maximum: 8, holdSeconds: 180, maxDrop: 0.5 },
        runningCompression: { unit: 'psi', idleMin: 60 },
        manifoldVacuum: { unit: 'inHg', min: 15 },
        fuelPressure: { unit: 'psi', min: 40, max: 46, holdSeconds: 300, maxDrop: 5 },
      },
    ],
    site: { barometerKPa: 98 },
    tests: [
      {
        kind: 'compression',
        readings: [
          { cylinder: '1', unit: 'bar', peak: 8 },
          { cylinder: '2', unit: 'kgf/cm2', peak: 0, per: 'pull', strokes: [0, 0] },
        ],
      },
      {
        kind: 'crankcase',
        mode: 'pressure',
        unit: 'psi',
        case: '1',
        rigDropPerMinute: 0.02,
        samples: [
          { seconds: 0, value: 5, celsius: 20 },
          { seconds: 90, value: 4.9, celsius: 22 },
          { seconds: 180, value: 4.8 },
        ],
      },
      {
        kind: 'crankcase',
        mode: 'vacuum',
        unit: 'inHg',
        samples: [
          { seconds: 0, value: 10 },
          { seconds: 180, value: 9 },
        ],
      },
      { kind: 'running-compression', readings: [{ cylinder: '1', unit: 'psi', idle: 60, snap: 90 }] },
      { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 18, needle: 'regular-flick', rpm: 900 }] },
      { kind: 'fuel-pressure', readings: [{ unit: 'psi', pressure: 43, held: 41, heldSeconds: 200 }] },
    ],
  },
];

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** Every place in a value, as the keys that lead to it. */
function places(value: Json, at: (string | number)[] = []): (string | number)[][] {
  if (typeof value !== 'object' || value === null) return [at];
  const entries: [string | number, Json][] = Array.isArray(value)
    ? value.map((one, i) => [i, one])
    : Object.entries(value);
  return [at, ...entries.flatMap(([key, one]) => places(one, [...at, key]))];
}

/** Keys under which a value holds null. */
function holes(value: Json, key = ''): string[] {
  if (value === null) return [key];
  return typeof value === 'object' ? Object.entries(value).flatMap(([inner, one]) => holes(one, inner)) : [];
}
const MAY_BE_NULL = new Set([
  'compression',
  'leakage',
  'wet',
  'strokes',
  'spread',
  'crankcase',
  'cylinder',
  'drop',
  'netDrop',
  'plusMinus',
  'source',
]);

const stray: fc.Arbitrary<Json> = fc.oneof(
  fc.constantFrom<Json>(
    null,
    true,
    false,
    '',
    '1',
    'psi',
    'L',
    '3',
    'each-vs-mean',
    'difference',
    [],
    {},
    [[]],
    [null],
    -1,
    0,
    1e-320,
    1e-9,
    0.5,
    1,
    100,
    1e9,
    1e308,
    -1e308,
    -0,
    1.5,
    2 ** 53,
    '__proto__',
    'constructor',
  ),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.integer({ min: -5, max: 400 }),
  fc.string({ maxLength: 6 }),
);
const mutation = fc.record({
  place: fc.nat(),
  how: fc.constantFrom('replace', 'delete', 'add', 'double', 'cut', 'scale'),
  value: stray,
  key: fc.constantFrom(
    'cylinder',
    'unit',
    'min',
    'wet',
    'oilMl',
    'percent',
    'cylinderPressure',
    'houseRules',
    'tester',
    'strokes',
    '__proto__',
    'toString',
  ),
});

function mutated(
  good: object,
  { place, how, value, key }: { place: number; how: string; value: Json; key: string },
): string {
  const copy = structuredClone(good) as Json;
  const all = places(copy).slice(1);
  const at = all[place % all.length] as (string | number)[];
  const last = at[at.length - 1] as string | number;
  const parent = at
    .slice(0, -1)
    .reduce<Json>((inside, step) => (inside as Record<string, Json>)[step] as Json, copy) as Record<
    string | number,
    Json
  >;
  const old = parent[last] as Json;
  if (how === 'replace') parent[last] = value;
  else if (how === 'delete') {
    if (Array.isArray(parent)) parent.splice(last as number, 1);
    else delete parent[last];
  } else if (how === 'double' && Array.isArray(parent)) parent.push(structuredClone(old));
  else if (how === 'scale' && typeof old === 'number') parent[last] = old * (typeof value === 'number' ? value : 1000);
  else if (how === 'add' && typeof old === 'object' && old !== null && !Array.isArray(old))
    Object.defineProperty(old, key, { value, enumerable: true, configurable: true, writable: true });
  const text = JSON.stringify(copy);
  return how === 'cut' ? text.slice(0, place % text.length) : text;
}

test.each(GOOD.map((good, i) => [i, good]))('good file %p is judged', async (_, good) => {
  expect((await rugged(['judge', 'a.job.json'], () => JSON.stringify(good))).code).toBe(0);
});

test('ten thousand mutations end in a whole verdict, or in exit 2 with file, field and reason', async () => {
  let refused = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom(...GOOD),
      fc.array(mutation, { minLength: 1, maxLength: 2 }),
      async (good, [first, second]) => {
        const once = mutated(good, first as Parameters<typeof mutated>[1]);
        const text = second && first?.how !== 'cut' ? mutated(JSON.parse(once) as object, second) : once;
        const started = performance.now();
        const { code, out, err } = await rugged(['judge', 'a.job.json'], () => text);
        if (performance.now() - started > 5000) throw new Error('it hung');
        if (code === 0) {
          // JSON turns a NaN or an Infinity into null: the only nulls allowed are those the format has.
          expect(holes(JSON.parse(out ?? '') as Json).filter((key) => !MAY_BE_NULL.has(key))).toEqual([]);
          return;
        }
        refused += 1;
        expect(code).toBe(2);
        expect(err).toMatch(/^a\.job\.json: \S[^\n]*: \S[^\n]*$/);
        expect(err).not.toMatch(/undefined|NaN|\[object|at .*\.ts:|prototype/);
      },
    ),
    { numRuns: runs(2500) },
  );
  expect(refused).toBeGreaterThan(runs(250));
}, 1_800_000);
