import fc from 'fast-check';
import { type Book, CAN_BE, type Engine, hasInside, type Test } from '../..';
import { INSIDE, NEEDLES, VALVE_TRAIN_SEEN } from '../../jobfile/tests';

/** The tests beside pressure and air that an engine can be put through, each now and then, and figures for them. */

const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined, freq: 1 });
const anyCylinder = (engine: Engine) => fc.constantFrom(...engine.cylinders);

const runningOn = (engine: Engine): fc.Arbitrary<Test> =>
  fc
    .tuple(...engine.cylinders.map(() => fc.integer({ min: 20, max: 90 })))
    .map((idle) => ({
      kind: 'running-compression' as const,
      readings: engine.cylinders.map((cylinder, i) => ({ cylinder, unit: 'psi' as const, idle: idle[i] as number })),
    }));

const vacuum: fc.Arbitrary<Test> = fc
  .record({ depth: fc.integer({ min: 8, max: 22 }), needle: maybe(fc.constantFrom(...NEEDLES)) })
  .map(({ depth, needle }) => ({
    kind: 'manifold-vacuum' as const,
    readings: [{ unit: 'inHg' as const, depth, ...(needle ? { needle } : {}) }],
  }));

const underTheCover = (engine: Engine): fc.Arbitrary<Test> =>
  fc
    .record({ cylinder: anyCylinder(engine), seen: fc.constantFrom(...VALVE_TRAIN_SEEN) })
    .map((reading) => ({ kind: 'valve-train' as const, readings: [reading] }));

const clearances = (engine: Engine): fc.Arbitrary<Test> =>
  fc
    .array(
      fc.record({
        cylinder: anyCylinder(engine),
        valve: fc.constantFrom('intake' as const, 'exhaust' as const),
        mm: fc.constantFrom(0, 0.05, 0.1, 0.12, 0.15, 0.2, 0.4),
      }),
      { minLength: 1, maxLength: 4 },
    )
    .map((readings) => ({ kind: 'valve-clearance' as const, readings }));

const battery: fc.Arbitrary<Test> = fc
  .record({ before: fc.constantFrom(11, 12.2, 12.7), during: fc.constantFrom(6.5, 9, 9.6, 10.5) })
  .map((reading) => ({ kind: 'battery-cranking' as const, readings: [reading] }));

const oil: fc.Arbitrary<Test> = fc
  .constantFrom(0, 4, 12, 40)
  .map((pressure) => ({
    kind: 'oil-pressure' as const,
    readings: [{ at: 'idle' as const, pressure, unit: 'psi' as const }],
  }));

const sizes = (engine: Engine): fc.Arbitrary<Test> =>
  fc.oneof(
    fc
      .record({ cylinder: anyCylinder(engine), mm: fc.constantFrom(0.1, 0.3, 0.5, 0.9, 1.4) })
      .map(({ cylinder, mm }): Test => ({ kind: 'ring-gap', readings: [{ cylinder, ring: 'top', mm }] })),
    fc
      .record({ cylinder: anyCylinder(engine), over: fc.constantFrom(0, 0.05, 0.1, 0.2) })
      .map(({ cylinder, over }): Test => ({
        kind: 'bore',
        readings: [{ cylinder, height: 'top', alongMm: 60 + over, acrossMm: 60 + over }],
      })),
  );

const looks = (engine: Engine): fc.Arbitrary<Test> =>
  fc
    .record({
      cylinder: anyCylinder(engine),
      part: fc.constantFrom(...INSIDE.filter((part) => hasInside(engine, part))),
      which: fc.nat({ max: 5 }),
    })
    .map(({ cylinder, part, which }) => ({
      kind: 'opened' as const,
      readings: [{ cylinder, part, seen: CAN_BE[part][which] ?? 'good' }],
    }));

/** Now and then one or two of them; seldom one for which it lies open. */
export const otherTestsOn = (engine: Engine): fc.Arbitrary<Test[]> => {
  const fourStroke = engine.cycle === 'four-stroke';
  const throttled = fourStroke && engine.fuel === 'petrol';
  return fc
    .record({
      running: maybe(runningOn(engine)),
      needle: throttled ? maybe(vacuum) : fc.constant(undefined),
      cover: fourStroke ? maybe(underTheCover(engine)) : fc.constant(undefined),
      feeler: fourStroke ? maybe(clearances(engine)) : fc.constant(undefined),
      volts: engine.starting === 'electric' ? maybe(battery) : fc.constant(undefined),
      pressure: fourStroke ? maybe(oil) : fc.constant(undefined),
      open: fc.option(fc.oneof(sizes(engine), looks(engine)), { nil: undefined, freq: 8 }),
      which: fc.nat({ max: 7 }),
    })
    .map(({ which, open, ...others }) => {
      const all = Object.values(others).flatMap((one) => one ?? []);
      // Most jobs have none of them, as most do on the bench.
      const some = which < 4 ? [] : all.slice(0, which - 3);
      return which === 7 && open ? [...some, open] : some;
    });
};

/** What a book says of them. */
export const OTHER_FIGURES: Partial<Book> = {
  valveClearance: { intake: { minMm: 0.1, maxMm: 0.15 }, exhaust: { minMm: 0.15, maxMm: 0.2 } },
  ringGap: { minMm: 0.2, maxMm: 0.5 },
  bore: { maxMm: 60.08 },
  oilPressure: { unit: 'psi', idleMin: 10 },
  manifoldVacuum: { unit: 'inHg', min: 15 },
};
