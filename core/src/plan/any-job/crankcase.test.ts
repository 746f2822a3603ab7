import fc from 'fast-check';
import { type CrankcaseTest, type JobFile } from '../..';
import { report } from '../../report/report';
import { judge } from '../judge';
import { ENGINES } from './any-job.fixture';

/** A crankcase proves nothing by a rig that leaks, by too little air, or by one look; what failed speaks first. */

const TWO_STROKES = ENGINES.filter(({ cycle }) => cycle === 'two-stroke');
const RUNS = 300;

const test5 = (more: Partial<CrankcaseTest>): CrankcaseTest => ({
  kind: 'crankcase',
  mode: 'pressure',
  unit: 'psi',
  samples: [],
  ...more,
});
const job = (engine: (typeof ENGINES)[number], one: CrankcaseTest): JobFile => ({
  format: 'rugged-gauge-job',
  version: 1,
  engine,
  tests: [one],
});
const stateOf = (file: JobFile) => judge(file).crankcase?.state;
const engines = fc.constantFrom(...TWO_STROKES);

test('looked at once it proves nothing', () => {
  fc.assert(
    fc.property(engines, fc.double({ min: 0.5, max: 8, noNaN: true }), (engine, value) => {
      expect(stateOf(job(engine, test5({ samples: [{ seconds: 0, value }] })))).toBe('unproven');
    }),
    { numRuns: runs(RUNS) },
  );
});
test('fed with less than four fifths of what it should be it proves nothing, whatever it lost', () => {
  fc.assert(
    fc.property(
      engines,
      fc.double({ min: 0.5, max: 3.95, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (engine, start, kept) => {
        const samples = [
          { seconds: 0, value: start },
          { seconds: 180, value: start * kept },
        ];
        expect(stateOf(job(engine, test5({ samples })))).toBe('unproven');
      },
    ),
    { numRuns: runs(RUNS) },
  );
});
test('a rig that would lose more than was lost never makes a case hold or leak', () => {
  fc.assert(
    fc.property(
      engines,
      fc.double({ min: 0.6, max: 3, noNaN: true }),
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
      (engine, rig, share) => {
        const samples = [
          { seconds: 0, value: 6 },
          { seconds: 180, value: 6 - rig * share },
        ];
        const verdict = judge(job(engine, test5({ rigDropPerMinute: rig / 3, samples })));
        expect(verdict.crankcase?.state).toBe('unproven');
        expect(verdict.causes.filter(({ cause }) => cause === 'crank-seal')).toEqual([]);
      },
    ),
    { numRuns: runs(RUNS) },
  );
});
test('losing more never makes the seals likelier to be good', () => {
  fc.assert(
    fc.property(
      engines,
      fc.double({ min: 0, max: 4, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (engine, lost, more) => {
        const seal = (drop: number) =>
          judge(
            job(
              engine,
              test5({
                samples: [
                  { seconds: 0, value: 5 },
                  { seconds: 180, value: 5 - Math.min(5, drop) },
                ],
              }),
            ),
          ).causes.find(({ cause }) => cause === 'crank-seal')?.probability ?? 0;
        expect(seal(lost + more)).toBeGreaterThanOrEqual(seal(lost) - 1e-9);
      },
    ),
    { numRuns: runs(RUNS) },
  );
});
test('one ceiling everywhere: what stands above it is left out and named', () => {
  fc.assert(
    fc.property(engines, fc.double({ min: 8.1, max: 14, noNaN: true }), (engine, value) => {
      const samples = [
        { seconds: 0, value: 5 },
        { seconds: 60, value },
        { seconds: 180, value: 4.9 },
      ];
      const verdict = judge(job(engine, test5({ samples })));
      expect(verdict.cautions.map(({ caution }) => caution)).toContain('entry-left-out');
    }),
    { numRuns: runs(RUNS) },
  );
});
test('a case that does not hold owns the headline and the next step where no cylinder is low', () => {
  fc.assert(
    fc.property(engines, fc.double({ min: 1.5, max: 5, noNaN: true }), fc.boolean(), (engine, lost, cranked) => {
      const samples = [
        { seconds: 0, value: 5 },
        { seconds: 180, value: 5 - lost },
      ];
      const one = job(engine, test5({ samples }));
      const good = engine.cylinders.map((cylinder) => ({ cylinder, unit: 'psi' as const, peak: 140 }));
      const told = report(
        judge({
          ...one,
          tests: [
            ...(cranked ? [{ kind: 'compression' as const, engineTemperature: 'warm' as const, readings: good }] : []),
            ...(one.tests ?? []),
          ],
        }),
      );
      expect(told.engine.headline).toMatch(/crankcase/);
      expect(told.next[0]?.test).toBe('crankcase');
    }),
    { numRuns: runs(RUNS) },
  );
});
