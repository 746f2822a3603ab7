import fc from 'fast-check';
import { type JobFile, recommendedDose, type Test, volumesOf } from '../..';
import { report } from '../../report/report';
import { anyJob, ENGINES } from './any-job.fixture';
import { holdsFor, type Judged, turning } from './corpus.fixture';
import { judge } from '../judge';
import { MISSING_PARTS, missingWords } from './missing-parts.fixture';
import { oddsOf, soundOf, top } from './odds.fixture';

/** What must be true of a verdict whatever was entered. */

const HALF = 0.5;
/** What is not worth naming may move to sound. */
const LEAST = 1e-3;
/** So many jobs each; npm run test:long tries ten times as many. */
const RUNS = 300;
/** What must never be: 10,000 jobs in a long run. */
const MANY_RUNS = 1000;
const holds = (name: string, times: number, of: (judged: Judged) => void) =>
  test(name, () => holdsFor(runs(times), of));

describe('state and odds never contradict each other', () => {
  holds('the odds of a cylinder add up to one', RUNS, ({ verdict }) => {
    for (const { id } of verdict.cylinders)
      expect(oddsOf(verdict, id).reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 6);
  });
  const never = 'what is low or dead is not likeliest sound; what is sound has no fault above a half';
  holds(never, MANY_RUNS, ({ verdict }) => {
    for (const { id, state } of verdict.cylinders) {
      const first = top(verdict, id);
      if (state === 'low' || state === 'dead') expect(first?.cause).not.toBe('sound');
      if (state === 'sound' && first && first.cause !== 'sound' && first.cause !== 'test-fault')
        expect(first.probability).toBeLessThanOrEqual(HALF);
    }
  });
  holds('a next step that says what it is says it of more than a half', RUNS, ({ verdict }) => {
    for (const { reason } of verdict.next)
      if (reason.because === 'sure-enough' || reason.because === 'test-likelier')
        expect(reason.likeliest.probability).toBeGreaterThan(HALF);
  });
  holds(
    'stop because all is good needs every cylinder measured and none in doubt',
    RUNS,
    ({ verdict: { next, cylinders } }) => {
      if (next.some(({ reason }) => ['good-and-even', 'spark-is-there', 'seals-for'].includes(reason.because)))
        for (const { state } of cylinders) expect(state).toBe('sound');
    },
  );
});

describe('evidence is monotone', () => {
  /** Loud at the exhaust, or nearly all lost, and the reading itself is suspected: then it is no evidence at all. */
  const suspected = (verdict: Judged['verdict'], id: string) =>
    verdict.cylinders
      .find((one) => one.id === id)
      ?.reasons.flatMap((reason) =>
        reason.rule === 'suspected-left-out'
          ? reason.percents
          : reason.rule === 'wrong-stroke-suspected'
            ? reason.percent
            : [],
      ).length;
  const noSounder = (worse: Judged['verdict'], before: Judged['verdict'], id: string) => {
    if (suspected(worse, id) === suspected(before, id))
      expect(soundOf(worse, id)).toBeLessThanOrEqual(soundOf(before, id) + LEAST);
  };
  const changed = (job: JobFile, at: number, change: (test: Test) => Test): JobFile => ({
    ...job,
    tests: (job.tests ?? []).map((one, i) => (i === at ? change(one) : one)),
  });
  test('more leakage never raises the odds of sound', () => {
    holdsFor(runs(RUNS), ({ job, verdict, i }) => {
      const more = turning(i, 1, 60);
      const at = (job.tests ?? []).findIndex(({ kind }) => kind === 'leakdown');
      const air = job.tests?.[at];
      const [first] = air?.kind === 'leakdown' ? air.readings : [];
      if (!first) return;
      const worse = changed(job, at, (one) =>
        one.kind === 'leakdown'
          ? {
              ...one,
              readings: one.readings.map((reading) =>
                reading.cylinder === first.cylinder
                  ? { ...reading, percent: Math.min(100, (reading.percent ?? 0) + more) }
                  : reading,
              ),
            }
          : one,
      );
      noSounder(judge(worse), verdict, first.cylinder);
    });
  });
  test('attempts that agree go on agreeing when all of them leak more', () => {
    const of = (...percents: number[]): JobFile => ({
      format: 'rugged-gauge-job',
      version: 1,
      engine: ENGINES[4] as (typeof ENGINES)[number],
      tests: [
        {
          kind: 'leakdown',
          tester: { unit: 'psi', fullScale: 100, division: 2 },
          readings: percents.map((percent) => ({ cylinder: '1', unit: 'psi', supply: 80, percent })),
        },
      ],
    });
    const odds = [0, 1, 2, 3, 4, 5, 7, 9, 12].map((more) => soundOf(judge(of(17 + more, 23 + more, 10 + more)), '1'));
    odds.slice(1).forEach((one, i) => expect(one).toBeLessThanOrEqual((odds[i] as number) + LEAST));
  });
  test('a louder leak never does either', () => {
    holdsFor(runs(RUNS), ({ job, verdict }) => {
      const at = (job.tests ?? []).findIndex(({ kind }) => kind === 'leakdown');
      const air = job.tests?.[at];
      if (air?.kind !== 'leakdown') return;
      const first = air.readings.find(({ heard }) => heard?.some(({ level }) => level < 3));
      if (!first) return;
      const place = first.heard?.findIndex(({ level }) => level < 3) ?? -1;
      const louder = changed(job, at, (one) =>
        one.kind === 'leakdown'
          ? {
              ...one,
              readings: one.readings.map((reading) =>
                reading === first
                  ? {
                      ...reading,
                      heard: (reading.heard ?? []).map((h, i) => (i === place ? { ...h, level: h.level + 1 } : h)),
                    }
                  : reading,
              ),
            }
          : one,
      );
      noSounder(judge(louder), verdict, first.cylinder);
    });
  });
  test('a lower reading of a single never raises the odds of sound, but where it stood high', () => {
    const engine = ENGINES[0] as (typeof ENGINES)[number];
    const of = (peak: number): JobFile => ({
      format: 'rugged-gauge-job',
      version: 1,
      engine,
      books: [{ compression: { unit: 'psi', min: 110 } }],
      tests: [{ kind: 'compression', engineTemperature: 'warm', readings: [{ cylinder: '1', unit: 'psi', peak }] }],
    });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 130 }), fc.integer({ min: 1, max: 40 }), (peak, less) => {
        const lower = Math.max(0, peak - less);
        expect(soundOf(judge(of(lower)), '1')).toBeLessThanOrEqual(soundOf(judge(of(peak)), '1') + LEAST);
      }),
      { numRuns: runs(RUNS) },
    );
  });
});

describe('one bad entry never takes the verdict of the rest away', () => {
  test('it is left out and named, and everything else is judged as if it had never been there', () => {
    holdsFor(runs(60), ({ job, verdict: good, i }) => {
      const figure = turning(i, 1, 99);
      const first = job.tests?.[0];
      if (first?.kind !== 'compression' || first.readings.length === 0) return;
      const bad = { ...first, readings: [...first.readings, { cylinder: '1', unit: 'psi' as const, peak: -figure }] };
      const verdict = judge({ ...job, tests: [bad, ...(job.tests ?? []).slice(1)] });
      expect(verdict.cautions.map(({ caution }) => caution)).toContain('entry-left-out');
      expect(verdict.cylinders).toEqual(good.cylinders);
    });
  });
});

describe('the plan ends', () => {
  holds(
    'no step twice in a list, and a last word: stop, or something to measure',
    RUNS,
    ({ verdict: { next, cylinders } }) => {
      const keys = next.map(({ test: what, cylinder, of }) => `${what}/${cylinder}/${of}`);
      expect(new Set(keys).size).toBe(keys.length);
      const unmeasured = cylinders.some(({ compression, leakage }) => !compression && !leakage);
      if (!unmeasured) expect(next.some(({ test: what }) => what === 'stop')).toBe(true);
      expect(next.length).toBeGreaterThan(0);
    },
  );
  holds('nothing is cranked that cannot be, and nothing is fed without air', RUNS, ({ job }) => {
    const { next } = judge({
      ...job,
      engine: { ...job.engine, cranks: false },
      equipment: ['leakdown-tester', 'compressor'],
    });
    for (const step of next)
      expect(
        step.test === 'compression' || step.test === 'wet' || (step.test === 'retest' && step.of !== 'leakdown'),
      ).toBe(false);
    for (const step of judge({ ...job, equipment: ['compression-tester'] }).next) {
      expect(step.test).not.toBe('leakdown');
      expect(step.of).not.toBe('leakdown');
    }
  });
});

describe('only parts that are there', () => {
  test.each(Object.keys(MISSING_PARTS))('%s', (what) => {
    const [lacks] = MISSING_PARTS[what] as (typeof MISSING_PARTS)[string];
    fc.assert(
      fc.property(anyJob(ENGINES.filter(lacks)), (job) => {
        const told = report(judge(job));
        const sentences = [
          told.engine.headline,
          ...told.cylinders.flatMap(({ reasons }) => reasons.map(({ text }) => text)),
          ...told.cautions.map(({ text }) => text),
          ...told.causes.filter(({ probability }) => probability > 0.02).map(({ text }) => text),
          ...told.next.flatMap(({ reason, outcomes }) => [
            reason.text,
            ...outcomes.map((one) => `${one.outcome}: ${one.then}`),
          ]),
        ];
        expect(sentences.filter((sentence) => missingWords(job.engine, sentence).length > 0)).toEqual([]);
        for (const list of told.cylinders.map(({ reasons }) => reasons.map(({ text }) => text)))
          expect(new Set(list).size).toBe(list.length);
      }),
      { numRuns: runs(60) },
    );
  });
});

test('a dose that is recommended never locks, and is never more than 15 ml', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 25, max: 140 }),
      fc.integer({ min: 20, max: 140 }),
      fc.double({ min: 5, max: 23, noNaN: true }),
      fc.integer({ min: 50, max: 3000 }),
      (boreMm, strokeMm, compressionRatio, dryKPa) => {
        const volumes = volumesOf({ cylinders: ['1'], boreMm, strokeMm, compressionRatio });
        if (!volumes) return;
        const { ml } = recommendedDose(dryKPa, volumes, 101.325);
        expect(ml).toBeLessThanOrEqual(15);
        expect(ml).toBeLessThan(volumes.chamberCm3 / 2);
      },
    ),
  );
});
