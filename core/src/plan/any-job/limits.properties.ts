import fc from 'fast-check';
import { type JobFile, type Test } from '../..';
import { report } from '../../report/report';
import { siteAtmosphere } from '../../air/atmosphere';
import { judge } from '../judge';
import { ENGINES } from './any-job.fixture';
import { holdsFor } from './corpus.fixture';
import { stateOf } from './odds.fixture';

/** Limits: whose they are, and figures that never round into a contradiction. */

const RUNS = 300;

test('a leakage limit that the book states replaces the shop’s, in the words too', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ENGINES),
      fc.integer({ min: 5, max: 45 }),
      fc.integer({ min: 1, max: 70 }),
      fc.boolean(),
      (engine, maxPercent, percent, second) => {
        const [id] = engine.cylinders as [string];
        const book = { source: 'the book', leakage: { maxPercent } };
        const verdict = judge({
          format: 'rugged-gauge-job',
          version: 1,
          engine,
          books: second ? [{ source: 'another', compression: { unit: 'psi', min: 90 } }, book] : [book],
          tests: [
            {
              kind: 'leakdown',
              tester: { unit: 'psi', fullScale: 100, division: 1 },
              readings: [{ cylinder: id, unit: 'psi', supply: 80, percent, tdcConfirmed: true }],
            },
          ],
        });
        if (percent < maxPercent - 8) expect(['low', 'dead', 'unproven']).not.toContain(stateOf(verdict, id));
        const told = report(verdict).cylinders.find((one) => one.id === id);
        for (const { rule, text } of told?.reasons ?? [])
          if (rule === 'leak-sound' || rule === 'leak-missed' || rule === 'leak-too-close')
            expect(text).toContain('the book');
        const sound = verdict.cylinders.find((one) => one.id === id)?.leakage?.limits;
        expect(sound?.sound).toBe(maxPercent);
        expect(sound?.fault).toBeGreaterThanOrEqual(maxPercent);
      },
    ),
    { numRuns: runs(RUNS) },
  );
});

/** How a sentence compares two figures: the first must stand so to the second, as they are printed. */
const COMPARED: readonly [RegExp, (a: number, b: number) => boolean][] = [
  [/^([\d.]+) \S+ ±.*? misses the minimum of ([\d.]+)/, (a, b) => a < b],
  [/^([\d.]+) \S+ ±.*? meets the minimum of ([\d.]+)/, (a, b) => a >= b],
  [/^([\d.]+) \S+ is above the maximum of ([\d.]+)/, (a, b) => a > b],
  [/^([\d.]+) %.*?: more than ([\d.]+) %/, (a, b) => a > b],
  [/^([\d.]+) %.*?: past (?:the watch line of )?([\d.]+) %/, (a, b) => a > b],
  [/^([\d.]+) %.*?: within ([\d.]+) %/, (a, b) => a <= b],
  [/^([\d.]+) %.*?: sound, up to ([\d.]+) %/, (a, b) => a <= b],
  [/^([\d.]+) \S+ ±.*? lost in \d+ s: more than ([\d.]+)/, (a, b) => a > b],
  [/^([\d.]+) \S+ ±.*? lost in \d+ s: within ([\d.]+)/, (a, b) => a <= b],
  [/likelier \(([\d.]+) %\) than a fault of the engine \(([\d.]+) %\)/, (a, b) => a > b],
  [/^([\d.]+) \S+ is under a tenth of (?:its limit|the best cylinder) \(([\d.]+)/, (a, b) => 10 * a <= b],
];

const UNITS = ['psi', 'bar', 'kPa'] as const;

test('figures never round into a contradiction', () => {
  let met = 0;
  holdsFor(runs(2 * RUNS), ({ verdict, i }) => {
    const told = report(verdict, UNITS[i % UNITS.length]);
    const sentences = [
      ...told.cylinders.flatMap(({ reasons }) => reasons.map(({ text }) => text)),
      ...(told.crankcase?.reasons.map(({ text }) => text) ?? []),
      ...told.next.map(({ reason }) => reason.text),
    ];
    for (const sentence of sentences)
      for (const [form, holds] of COMPARED) {
        const found = form.exec(sentence);
        if (!found) continue;
        met += 1;
        expect([sentence, holds(Number(found[1]), Number(found[2]))]).toEqual([sentence, true]);
      }
  });
  expect(met).toBeGreaterThan(runs(RUNS));
});

test('a barometer and an altitude that cannot both be true are named, and those that can are not', () => {
  const [engine] = ENGINES as [(typeof ENGINES)[number]];
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 3500 }), fc.double({ min: -30, max: 15, noNaN: true }), (altitudeM, off) => {
      const barometerKPa = siteAtmosphere({ altitudeM }) + off;
      if (barometerKPa < 60 || barometerKPa > 108) return;
      const { cautions } = judge({ format: 'rugged-gauge-job', version: 1, engine, site: { altitudeM, barometerKPa } });
      const named = cautions.some(({ caution }) => caution === 'barometer-against-altitude');
      if (Math.abs(off) > 8) expect(named).toBe(true);
      if (Math.abs(off) < 4) expect(named).toBe(false);
    }),
    { numRuns: runs(RUNS) },
  );
});

test('the same figures on other cylinders in a second test are named', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...ENGINES.filter(({ cylinders, fuel }) => cylinders.length > 1 && fuel === 'petrol')),
      fc.integer({ min: 70, max: 100 }),
      fc.integer({ min: 120, max: 150 }),
      (engine, low, high) => {
        const [a, b] = engine.cylinders as [string, string];
        const once = (first: number, second: number): Test => ({
          kind: 'compression',
          readings: [
            { cylinder: a, unit: 'psi', peak: first },
            { cylinder: b, unit: 'psi', peak: second },
          ],
        });
        const job = (...tests: Test[]): JobFile => ({ format: 'rugged-gauge-job', version: 1, engine, tests });
        const named = (file: JobFile) => judge(file).cautions.some(({ caution }) => caution === 'readings-swapped');
        expect(named(job(once(low, high), once(high, low)))).toBe(true);
        expect(named(job(once(low, high), once(low, high)))).toBe(false);
      },
    ),
    { numRuns: runs(100) },
  );
});
