import fc from 'fast-check';
import { type CompressionReading, type Engine, type JobFile, type Test } from '../..';
import { judge } from '../judge';
import { ENGINES } from './any-job.fixture';
import { oddsFor, stateOf, top } from './odds.fixture';

/** One cylinder's evidence speaks of that cylinder. */

const MULTI = ENGINES.filter(({ cylinders, fuel }) => cylinders.length > 1 && fuel === 'petrol');
const MIN = 100;
const RUNS = 300;

const job = (engine: Engine, figures: readonly number[], more: Partial<JobFile> = {}): JobFile => ({
  format: 'rugged-gauge-job',
  version: 1,
  engine,
  books: [{ engineTemperature: 'warm', compression: { unit: 'psi', min: MIN } }],
  tests: [
    {
      kind: 'compression',
      engineTemperature: 'warm',
      throttle: 'open',
      tester: { unit: 'psi', fullScale: 300, division: 2, valveAtEngineEnd: true },
      readings: engine.cylinders.map((cylinder, i): CompressionReading => ({
        cylinder,
        unit: 'psi',
        peak: Math.round(figures[i % figures.length] as number),
      })),
    },
  ],
  ...more,
});
const figures = (low: number, high: number) =>
  fc.array(fc.integer({ min: low, max: high }), { minLength: 6, maxLength: 6 });

test('a good cylinder beside bad ones is good', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...MULTI),
      fc.integer({ min: 115, max: 130 }),
      figures(15, 75),
      (engine, good, others) => {
        const verdict = judge(job(engine, [good, ...others.slice(1)]));
        const [id] = engine.cylinders as [string];
        expect(['sound', 'watch']).toContain(stateOf(verdict, id));
        expect(top(verdict, id)?.cause).toBe('sound');
      },
    ),
    { numRuns: runs(RUNS) },
  );
});

test('one that stands high makes no other low', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...MULTI.filter(({ cylinders }) => cylinders.length > 2)),
      figures(112, 120),
      fc.double({ min: 1.2, max: 1.7, noNaN: true }),
      (engine, even, times) => {
        const verdict = judge(job(engine, [(even[0] as number) * times, ...even.slice(1)]));
        for (const id of engine.cylinders.slice(1)) expect(['low', 'dead']).not.toContain(stateOf(verdict, id));
      },
    ),
    { numRuns: runs(RUNS) },
  );
});

test('all low is said only where all are low', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...MULTI),
      fc.integer({ min: 110, max: 140 }),
      figures(30, 90),
      (engine, good, others) => {
        const verdict = judge(job(engine, [good, ...others.slice(1)]));
        expect(verdict.patterns.map(({ name }) => name)).not.toContain('all-low');
        expect(verdict.cautions.map(({ caution }) => caution)).not.toContain('question-the-test-first');
      },
    ),
    { numRuns: runs(RUNS) },
  );
});

describe('oil is read across cylinders', () => {
  const oiled = (engine: Engine, dry: readonly number[], rises: readonly number[], cold: boolean): JobFile => {
    const base = job(engine, dry);
    const [test] = base.tests as [Test & { kind: 'compression' }];
    return {
      ...base,
      tests: [
        {
          ...test,
          engineTemperature: cold ? 'cold' : 'warm',
          readings: test.readings.flatMap((one, i) => [
            one,
            { ...one, wet: true, oilMl: 2, peak: Math.round(one.peak * (1 + (rises[i % rises.length] as number))) },
          ]),
        },
      ],
    };
  };
  const FOUR = ENGINES.filter(({ cylinders, cycle }) => cylinders.length >= 4 && cycle === 'four-stroke');
  const petrol = FOUR.filter(({ fuel }) => fuel === 'petrol');
  const rings = (verdict: ReturnType<typeof judge>, id: string) => oddsFor(verdict, id, 'rings-or-bore');

  test('all up alike on a cold engine that meets its limits speaks of dry bores, not of rings', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...petrol),
        figures(118, 126),
        fc.double({ min: 0.12, max: 0.4, noNaN: true }),
        (engine, dry, rise) => {
          const verdict = judge(oiled(engine, dry, [rise], true));
          for (const id of engine.cylinders) expect(rings(verdict, id)).toBeLessThan(0.5);
        },
      ),
      { numRuns: runs(RUNS) },
    );
  });
  test('one that is low and rises alone has its rings, and the others have not', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...petrol),
        figures(118, 126),
        fc.integer({ min: 72, max: 86 }),
        fc.double({ min: 0.3, max: 0.45, noNaN: true }),
        fc.boolean(),
        (engine, dry, low, rise, cold) => {
          const verdict = judge(oiled(engine, [low, ...dry.slice(1)], [rise, 0.02, 0.01, 0.02, 0.03, 0.02], cold));
          const [first, ...rest] = engine.cylinders as [string, ...string[]];
          expect(top(verdict, first)?.cause).toBe('rings-or-bore');
          for (const id of rest) expect(rings(verdict, id)).toBeLessThan(0.2);
        },
      ),
      { numRuns: runs(RUNS) },
    );
  });
});
