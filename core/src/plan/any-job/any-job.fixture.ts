import fc from 'fast-check';
import { OTHER_FIGURES, otherTestsOn } from './other-tests.fixture';
import {
  type Book,
  builtLike,
  type CompressionReading,
  type Engine,
  fromKPa,
  type Heard,
  type JobFile,
  KIND_NAMES,
  KINDS_OF_ENGINE,
  type LeakdownReading,
  neighboursOfCylinder,
  type PressureUnit,
  PURPOSES,
  type Test,
  toKPa,
} from '../..';

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

/** The kinds as they are built, none of their sizes known; large ones are among those above. */
const KINDS = KIND_NAMES.filter((kind) => KINDS_OF_ENGINE[kind].cylinders < 4);
const OF_EVERY_KIND: readonly Engine[] = KINDS.map(builtLike);

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
const UNITS = ['psi', 'kPa', 'bar', 'kgf/cm2'] as const;
/** A figure in psi, as a gauge in this unit shows it. */
const shown = (psi: number, unit: PressureUnit) => {
  const figure = fromKPa(toKPa(psi, 'psi'), unit);
  return unit === 'psi' || unit === 'kPa' ? Math.round(figure) : Math.round(20 * figure) / 20;
};

function compressionOn(engine: Engine): fc.Arbitrary<Test> {
  // Half of all engines are near enough to good; the other half read anything.
  const peak = fc
    .oneof(fc.integer({ min: 110, max: 150 }), fc.integer({ min: 0, max: 220 }))
    .map((n) => n * scale(engine));
  const one = (cylinder: string) =>
    fc
      .record({
        first: peak,
        apart: fc.array(fc.oneof(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -40, max: 40 })), { maxLength: 3 }),
        wet: maybe(fc.integer({ min: -20, max: 90 })),
        oilMl: maybe(fc.constantFrom(0.2, 1, 3, 8)),
        strokes: fc.boolean(),
        swing: maybe(fc.integer({ min: 1, max: 12 })),
        read: fc.boolean().map((yes) => yes || engine.cylinders.length === 1),
      })
      .map(({ first, apart, wet, oilMl, strokes, swing, read }) => (unit: PressureUnit): CompressionReading[] => {
        const figures = [0, ...apart].map((off) => Math.max(0, first + off));
        return !read
          ? []
          : [
              ...figures.map((figure): CompressionReading => ({
                cylinder,
                unit,
                peak: shown(figure, unit),
                ...(strokes ? { strokes: [shown(0.5 * figure, unit), shown(figure, unit)] } : {}),
                ...(swing && figure > 2 * swing ? { swing: shown(swing, unit) } : {}),
              })),
              ...(wet === undefined
                ? []
                : [
                    {
                      cylinder,
                      unit,
                      peak: shown(Math.max(0, first * (1 + wet / 100)), unit),
                      wet: true,
                      ...(oilMl ? { oilMl } : {}),
                    },
                  ]),
            ];
      });
  return fc
    .record({
      unit: fc.constantFrom(...UNITS),
      readings: fc.tuple(...engine.cylinders.map(one)),
      engineTemperature: maybe(fc.constantFrom('cold' as const, 'warm' as const)),
      throttle: maybe(fc.constantFrom('open' as const, 'closed' as const)),
      valve: maybe(fc.boolean()),
      rpm: maybe(fc.integer({ min: 80, max: 700 })),
      checked: fc.boolean(),
    })
    .map(({ unit, readings, engineTemperature, throttle, valve, rpm, checked }) => ({
      kind: 'compression' as const,
      ...(engineTemperature ? { engineTemperature } : {}),
      ...(throttle && engine.fuel === 'petrol' ? { throttle } : {}),
      ...(rpm ? { crankingRpm: rpm } : {}),
      ...(checked ? { checked } : {}),
      tester: {
        unit,
        fullScale: shown(300 * scale(engine), unit),
        ...(valve === undefined ? {} : { valveAtEngineEnd: valve }),
      },
      readings: readings.flatMap((of) => of(unit)),
    }));
}

function leakdownOn(engine: Engine): fc.Arbitrary<Test> {
  const one = (cylinder: string): fc.Arbitrary<LeakdownReading[]> =>
    fc
      .record({
        percent: fc.oneof(fc.integer({ min: 0, max: 25 }), fc.integer({ min: 0, max: 100 })),
        apart: fc.array(fc.integer({ min: -15, max: 15 }), { maxLength: 2 }),
        heard: maybe(heardOn(engine, cylinder)),
        breatherOff: maybe(fc.boolean()),
        tdcConfirmed: fc.boolean(),
        read: fc.boolean(),
      })
      .map(({ percent, apart, heard, breatherOff, tdcConfirmed, read }) =>
        !read
          ? []
          : [0, ...apart].map((off, i) => ({
              cylinder,
              unit: 'psi' as const,
              supply: 80,
              percent: Math.min(100, Math.max(0, percent + off)),
              ...(heard && i === 0 ? { heard } : {}),
              ...(breatherOff === undefined || engine.cycle === 'two-stroke' ? {} : { breatherOff }),
              ...(tdcConfirmed ? { tdcConfirmed } : {}),
            })),
      );
  return fc
    .tuple(fc.tuple(...engine.cylinders.map(one)), fc.boolean())
    .map(([readings, known]) => ({
      kind: 'leakdown' as const,
      tester: { unit: 'psi' as const, fullScale: 100, division: 2, ...(known ? { orificeMm: 1 } : {}) },
      readings: readings.flat(),
    }));
}

/** Only where the crankcase is a pump. */
const crankcaseOn = (engine: Engine): fc.Arbitrary<Test | undefined> =>
  engine.cycle !== 'two-stroke'
    ? fc.constant(undefined)
    : maybe(
        fc
          .record({
            start: fc.constantFrom(1, 4, 5, 6),
            lost: fc.double({ min: 0, max: 3, noNaN: true }),
            rig: fc.constantFrom(0, 0.02, 0.4),
            seconds: fc.constantFrom(30, 180, 300),
            once: fc.boolean(),
          })
          .map(({ start, lost, rig, seconds, once }): Test => ({
            kind: 'crankcase',
            mode: 'pressure',
            unit: 'psi',
            rigDropPerMinute: rig,
            samples: [{ seconds: 0, value: start }, ...(once ? [] : [{ seconds, value: Math.max(0, start - lost) }])],
          })),
      );

const bookFor = (engine: Engine): fc.Arbitrary<Book[]> => {
  const more = fc.record({
    leakage: maybe(fc.integer({ min: 5, max: 40 }).map((maxPercent) => ({ maxPercent }))),
    spread: maybe(
      fc.record({
        method: fc.constantFrom('lowest-vs-highest' as const, 'each-vs-mean' as const, 'each-vs-others' as const),
        limitPercent: fc.constantFrom(5, 10, 15, 25),
      }),
    ),
  });
  const limits = fc.record({
    min: maybe(fc.integer({ min: 80, max: 130 })),
    max: maybe(fc.integer({ min: 135, max: 190 })),
  });
  const book = fc
    .record({ more, limits, cold: maybe(fc.constantFrom('cold' as const, 'warm' as const)) })
    .map(({ more: { leakage, spread }, limits: { min, max }, cold }): Book => ({
      source: 'the book',
      ...(cold ? { engineTemperature: cold } : {}),
      ...(min || max
        ? {
            compression: {
              unit: 'psi' as const,
              ...(min ? { min: min * scale(engine) } : {}),
              ...(max ? { max: max * scale(engine) } : {}),
            },
          }
        : {}),
      ...OTHER_FIGURES,
      ...(leakage ? { leakage } : {}),
      ...(spread && engine.cylinders.length > 1 ? { spread } : {}),
    }));
  return fc.array(book, { maxLength: 2 });
};

/** What others read here, from alike to wildly apart. */
const readHere = fc
  .record({ medianKPa: fc.integer({ min: 100, max: 3000 }), apart: fc.constantFrom(0, 0.05, 0.3, 1) })
  .map(({ medianKPa, apart }) => ({
    name: 'Orrin 20',
    engines: 9,
    fromKPa: medianKPa * (1 - apart),
    medianKPa,
    toKPa: medianKPa * (1 + apart),
  }));

/** Any job; @param engines of which kinds */
export const anyJob = (engines: readonly Engine[] = [...ENGINES, ...OF_EVERY_KIND]): fc.Arbitrary<JobFile> =>
  fc
    .constantFrom(...engines)
    .chain((engine) =>
      fc
        .record({
          books: bookFor(engine),
          first: compressionOn(engine),
          again: fc.oneof(fc.constant(undefined), fc.constant(undefined), compressionOn(engine)),
          air: maybe(leakdownOn(engine)),
          theCase: crankcaseOn(engine),
          others: otherTestsOn(engine),
          altitudeM: fc.constantFrom(0, 0, 1600),
          symptoms: fc.subarray(['blue-smoke', 'runs-lean', 'loses-coolant', 'knocks', 'stood-for-years']),
          purpose: fc.oneof(fc.constant(undefined), fc.constantFrom(...PURPOSES)),
          readHere: fc.oneof(fc.constant(undefined), readHere),
        })
        .map(({ books, first, again, air, theCase, others, altitudeM, symptoms, purpose, readHere }) => ({
          format: 'rugged-gauge-job' as const,
          version: 1 as const,
          engine,
          ...(books.length > 0 ? { books } : {}),
          ...(symptoms.length > 0 ? { symptoms } : {}),
          ...(purpose ? { purpose } : {}),
          ...(readHere ? { readHere } : {}),
          ...(altitudeM > 0 ? { site: { altitudeM } } : {}),
          tests: [
            ...(engine.cranks === false ? [] : [first, ...(again ? [again] : [])]),
            ...(air ? [air] : []),
            ...(theCase ? [theCase] : []),
            ...others,
          ],
        })),
    );
