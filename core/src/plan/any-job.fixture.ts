import fc from 'fast-check';
import {
  type Book,
  type CompressionReading,
  type Engine,
  type Heard,
  type JobFile,
  type LeakdownReading,
  neighboursOfCylinder,
  type Test,
} from '..';

/** Jobs that nobody would make up: every kind of engine, evidence that contradicts itself, half of it missing. */

export const ENGINES: readonly Engine[] = [
  {
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'handheld',
    cylinders: ['1'],
    cooling: 'air',
    boreMm: 44,
    strokeMm: 32,
    compressionRatio: 10,
  },
  { cycle: 'two-stroke', fuel: 'petrol', family: 'handheld', cylinders: ['1'], cooling: 'air', headless: true },
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'small-engine',
    cylinders: ['1'],
    cooling: 'air',
    compressionRelease: 'automatic',
  },
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'small-engine',
    cylinders: ['1'],
    cooling: 'air',
    valveGear: 'side-valve',
    cranks: false,
  },
  { cycle: 'four-stroke', fuel: 'petrol', family: 'generator', layout: 'vee', cylinders: ['1', '2'], cooling: 'air' },
  {
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'outboard',
    layout: 'inline',
    cylinders: ['top', 'bottom'],
    cooling: 'liquid',
  },
  {
    cycle: 'two-stroke',
    fuel: 'petrol',
    family: 'outboard',
    layout: 'vee',
    cylinders: ['1', '2', '3', '4', '5', '6'],
    cooling: 'liquid',
    boreMm: 76,
    strokeMm: 66,
    compressionRatio: 9,
  },
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'inboard',
    layout: 'inline',
    cylinders: ['1', '2', '3', '4', '5', '6'],
    cooling: 'liquid',
  },
  {
    cycle: 'four-stroke',
    fuel: 'diesel',
    family: 'inboard',
    layout: 'inline',
    cylinders: ['1', '2', '3', '4'],
    cooling: 'liquid',
  },
  { cycle: 'four-stroke', fuel: 'diesel', family: 'inboard', cylinders: ['1'], cooling: 'liquid' },
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'motorcycle',
    layout: 'flat',
    cylinders: ['left', 'right'],
    cooling: 'air',
  },
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'motorcycle',
    layout: 'inline',
    cylinders: ['1', '2', '3', '4'],
    cooling: 'liquid',
    boreMm: 68,
    strokeMm: 58,
    compressionRatio: 9.6,
  },
  {
    cycle: 'four-stroke',
    fuel: 'petrol',
    family: 'scooter',
    cylinders: ['1'],
    cooling: 'air',
    compressionRelease: 'lever',
  },
];

const level = fc.integer({ min: 0, max: 3 });
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined });

/** Places where air can be heard on this engine. */
function heardOn(engine: Engine, cylinder: string): fc.Arbitrary<Heard[]> {
  const places: Omit<Heard, 'level'>[] = [
    { at: 'exhaust' },
    { at: 'intake' },
    { at: 'crankcase' },
    { at: 'adapter' },
    ...(engine.headless ? [] : [{ at: 'head-joint' as const }]),
    ...(engine.cooling === 'liquid' && !engine.headless ? [{ at: 'coolant' as const }] : []),
    ...(engine.headless
      ? []
      : neighboursOfCylinder(engine, cylinder).map((id) => ({ at: 'neighbour' as const, cylinder: id }))),
  ];
  return fc
    .tuple(...places.map(() => maybe(level)))
    .map((levels) =>
      places.flatMap((place, i): Heard[] => (levels[i] === undefined ? [] : [{ ...place, level: levels[i] }])),
    );
}

const scale = (engine: Engine) => (engine.fuel === 'diesel' ? 3 : 1);

function compressionOn(engine: Engine): fc.Arbitrary<Test> {
  const unit = 'psi' as const;
  const peak = fc.integer({ min: 0, max: 220 }).map((n) => n * scale(engine));
  const one = (cylinder: string): fc.Arbitrary<CompressionReading[]> =>
    fc
      .record({
        first: peak,
        apart: fc.array(fc.integer({ min: -40, max: 40 }), { maxLength: 3 }),
        wet: maybe(peak),
        strokes: fc.boolean(),
        read: fc.boolean().map((yes) => yes || engine.cylinders.length === 1),
      })
      .map(({ first, apart, wet, strokes, read }) =>
        !read
          ? []
          : [
              ...[0, ...apart].map((off): CompressionReading => {
                const figure = Math.max(0, first + off);
                return { cylinder, unit, peak: figure, ...(strokes ? { strokes: [0.5 * figure, figure] } : {}) };
              }),
              ...(wet === undefined ? [] : [{ cylinder, unit, peak: wet, wet: true, oilMl: 0.2 }]),
            ],
      );
  return fc
    .record({
      readings: fc.tuple(...engine.cylinders.map(one)),
      engineTemperature: maybe(fc.constantFrom('cold' as const, 'warm' as const)),
      throttle: maybe(fc.constantFrom('open' as const, 'closed' as const)),
      valve: maybe(fc.boolean()),
      rpm: maybe(fc.integer({ min: 80, max: 700 })),
    })
    .map(({ readings, engineTemperature, throttle, valve, rpm }) => ({
      kind: 'compression' as const,
      ...(engineTemperature ? { engineTemperature } : {}),
      ...(throttle && engine.fuel === 'petrol' ? { throttle } : {}),
      ...(rpm ? { crankingRpm: rpm } : {}),
      tester: { unit, fullScale: 300 * scale(engine), ...(valve === undefined ? {} : { valveAtEngineEnd: valve }) },
      readings: readings.flat(),
    }));
}

function leakdownOn(engine: Engine): fc.Arbitrary<Test> {
  const one = (cylinder: string): fc.Arbitrary<LeakdownReading[]> =>
    fc
      .record({
        percent: fc.integer({ min: 0, max: 100 }),
        heard: maybe(heardOn(engine, cylinder)),
        breatherOff: maybe(fc.boolean()),
        tdcConfirmed: fc.boolean(),
        read: fc.boolean(),
      })
      .map(({ percent, heard, breatherOff, tdcConfirmed, read }) =>
        !read
          ? []
          : [
              {
                cylinder,
                unit: 'psi' as const,
                supply: 80,
                percent,
                ...(heard ? { heard } : {}),
                ...(breatherOff === undefined || engine.cycle === 'two-stroke' ? {} : { breatherOff }),
                ...(tdcConfirmed ? { tdcConfirmed } : {}),
              },
            ],
      );
  return fc
    .tuple(fc.tuple(...engine.cylinders.map(one)), fc.boolean())
    .map(([readings, known]) => ({
      kind: 'leakdown' as const,
      tester: { unit: 'psi' as const, fullScale: 100, division: 2, ...(known ? { orificeMm: 1 } : {}) },
      readings: readings.flat(),
    }));
}

const bookFor = (engine: Engine): fc.Arbitrary<Book[]> =>
  fc.oneof(
    fc.constant([] as Book[]),
    fc
      .record({ min: fc.integer({ min: 80, max: 130 }), max: maybe(fc.integer({ min: 135, max: 190 })) })
      .map(({ min, max }) => [
        {
          source: 'the book',
          engineTemperature: 'warm' as const,
          compression: { unit: 'psi' as const, min: min * scale(engine), ...(max ? { max: max * scale(engine) } : {}) },
        },
      ]),
    fc
      .integer({ min: 135, max: 190 })
      .map((max) => [{ compression: { unit: 'psi' as const, max: max * scale(engine) } }]),
  );

/** Any job; @param engines of which kinds */
export const anyJob = (engines: readonly Engine[] = ENGINES): fc.Arbitrary<JobFile> =>
  fc
    .constantFrom(...engines)
    .chain((engine) =>
      fc
        .record({
          books: bookFor(engine),
          first: compressionOn(engine),
          second: maybe(leakdownOn(engine)),
          symptoms: fc.subarray(['blue-smoke', 'runs-lean', 'loses-coolant', 'knocks']),
        })
        .map(({ books, first, second, symptoms }) => ({
          format: 'rugged-gauge-job' as const,
          version: 1 as const,
          engine,
          ...(books.length > 0 ? { books } : {}),
          ...(symptoms.length > 0 ? { symptoms } : {}),
          tests: [...(engine.cranks === false ? [] : [first]), ...(second ? [second] : [])],
        })),
    );
