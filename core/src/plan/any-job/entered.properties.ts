import fc from 'fast-check';
import { type CompressionReading, type Engine, type JobFile, leastChamberOf, type Test, volumesOf } from '../..';
import { FACT_NAMES } from '../../causes/facts';
import { OWN_HYPOTHESES } from '../../causes/hypotheses';
import { sharesOf, weightOf } from '../../causes/tables';
import { judge } from '../judge';
import { ENGINES } from './any-job.fixture';
import { holdsFor } from './corpus.fixture';
import { oddsFor, stateOf, top } from './odds.fixture';

/** What was entered counts, what was not does not; what cannot be true takes nothing else with it. */

const RUNS = 250;

test('a fact that nobody gave is never counted', () => {
  holdsFor(runs(RUNS), ({ job, verdict }) => {
    const tests = job.tests ?? [];
    const heard = new Set(
      tests.flatMap((one) =>
        one.kind === 'leakdown'
          ? one.readings.flatMap((r) => (r.heard ?? []).map(({ at }) => `${r.cylinder}/${at}`))
          : [],
      ),
    );
    const wet = new Set(
      tests.flatMap((one) =>
        one.kind === 'compression' ? one.readings.filter((r) => r.wet).map((r) => r.cylinder) : [],
      ),
    );
    for (const { cylinder, evidence } of verdict.causes)
      for (const { fact, noted } of evidence as { fact: string; noted?: string }[]) {
        expect(noted).not.toBe('unsaid');
        const place = /^heard-(exhaust|intake|crankcase|coolant|neighbour|head-joint|adapter)/.exec(fact)?.[1];
        if (place) expect(heard).toContain(`${cylinder}/${place}`);
        if (fact.startsWith('wet')) expect(wet).toContain(cylinder);
      }
  });
});

test('a second reading that agrees takes nothing from what the first said', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ENGINES), fc.integer({ min: 0, max: 200 }), fc.boolean(), (engine, figure, air) => {
      const [id] = engine.cylinders as [string];
      const reading = air
        ? { cylinder: id, unit: 'psi' as const, supply: 80, percent: figure / 2 }
        : { cylinder: id, unit: 'psi' as const, peak: figure * (engine.fuel === 'diesel' ? 3 : 1) };
      const job = (times: number): JobFile => ({
        format: 'rugged-gauge-job',
        version: 1,
        engine: { ...engine, cranks: true },
        books: [{ compression: { unit: 'psi', min: engine.fuel === 'diesel' ? 300 : 100 } }],
        tests: [
          { kind: air ? 'leakdown' : 'compression', readings: Array.from({ length: times }, () => reading) } as Test,
        ],
      });
      const [once, twice] = [judge(job(1)), judge(job(2))];
      const state = stateOf(once, id);
      if (state === 'sound' || state === 'watch') expect(['sound', 'watch']).toContain(stateOf(twice, id));
      if (state === 'low' || state === 'dead') expect(stateOf(twice, id)).toBe(state);
      const first = top(once, id);
      // What repeats is less the test's, and more whatever else it was.
      if (first && first.cause !== 'test-fault')
        expect(oddsFor(twice, id, first.cause)).toBeGreaterThanOrEqual(first.probability - 0.02);
    }),
    { numRuns: runs(RUNS) },
  );
});

test('undecided oil moves the odds by what both its ends agree on, and no more', () => {
  const at = FACT_NAMES.indexOf('wet');
  const rise = fc.double({ min: -0.1, max: 0.6, noNaN: true });
  fc.assert(
    fc.property(fc.constantFrom(...OWN_HYPOTHESES), rise, rise, ({ row }, one, other) => {
      const [figure, to] = [Math.min(one, other), Math.max(one, other)];
      const found = (from: number, end?: number) => ({ fact: 'wet' as const, at, bin: 0, figure: from, to: end });
      const both = weightOf(sharesOf(row), found(figure, to));
      for (const end of [figure, to]) {
        const alone = weightOf(sharesOf(row), found(end));
        expect(Math.abs(both)).toBeLessThanOrEqual(Math.abs(alone) + 1e-9);
        if (Math.abs(both) > 1e-9) expect(Math.sign(both)).toBe(Math.sign(alone));
      }
    }),
    { numRuns: runs(1000) },
  );
});

test('a dose that may lock the engine is left out and named, known chamber or not', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ENGINES), fc.double({ min: 0.1, max: 60, noNaN: true }), (engine, oilMl) => {
      const [id] = engine.cylinders as [string];
      const dry: CompressionReading = { cylinder: id, unit: 'psi', peak: engine.fuel === 'diesel' ? 300 : 100 };
      const { cautions, cylinders } = judge({
        format: 'rugged-gauge-job',
        version: 1,
        engine: { ...engine, cranks: true },
        tests: [{ kind: 'compression', readings: [dry, { ...dry, wet: true, oilMl }] }],
      });
      const chamber = volumesOf(engine)?.chamberCm3 ?? leastChamberOf(engine).cm3;
      const left = cautions.some(({ caution }) => caution === 'entry-left-out');
      if (oilMl >= chamber / 2) expect(left).toBe(true);
      if (left) expect(cylinders.find((one) => one.id === id)?.wet).toBeNull();
      else expect(oilMl).toBeLessThan(chamber / 2 + 1e-6);
    }),
    { numRuns: runs(RUNS) },
  );
});

/** Entries that cannot be, each of its own kind, to stand among good ones. */
const impossible = (engine: Engine): readonly Test[] => {
  const [id] = engine.cylinders as [string];
  const compression = (reading: Partial<CompressionReading>): Test => ({
    kind: 'compression',
    readings: [{ cylinder: id, unit: 'psi', peak: 100, ...reading }],
  });
  return [
    compression({ cylinder: 'nobody' }),
    compression({ peak: -5 }),
    compression({ peak: 90000 }),
    compression({ strokes: [50, 120] }),
    compression({ swing: 200 }),
    { kind: 'leakdown', readings: [{ cylinder: id, unit: 'psi', supply: 80, percent: 140 }] },
    { kind: 'leakdown', readings: [{ cylinder: id, unit: 'psi', supply: 0, percent: 10 }] },
    { kind: 'leakdown', readings: [{ cylinder: id, unit: 'psi', supply: 80, cylinderPressure: 90 }] },
    {
      kind: 'leakdown',
      readings: [
        { cylinder: id, unit: 'psi', supply: 80, percent: 5, heard: [{ at: 'neighbour', cylinder: id, level: 2 }] },
      ],
    },
  ];
};
test('whatever is wrong with one entry, it is named and all else is judged as if it were not there', () => {
  holdsFor(runs(RUNS), ({ job, verdict: good, i }) => {
    const all = impossible(job.engine);
    const wrong = all[i % all.length] as Test;
    const measured = (job.tests ?? []).some((one) => one.kind !== 'crankcase' && one.readings.length > 0);
    if (!measured) return;
    const verdict = judge({ ...job, tests: [wrong, ...(job.tests ?? [])] });
    expect(verdict.cautions.map(({ caution }) => caution)).toContain('entry-left-out');
    expect(verdict.cylinders).toEqual(good.cylinders);
  });
});
