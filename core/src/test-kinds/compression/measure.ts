import type { Engine } from '../../engine/engine';
import type { JobFile } from '../../jobfile/job-file';
import { COVERAGE } from '../../quantity/doubt';
import { toKPa } from '../../quantity/pressure';
import { attemptOf, type Counted, countAttempts } from '../../reading/attempts';
import { compressionGauge, type Gauge, trueKPa } from '../../reading/gauge';
import type { CompressionReading, CompressionTest } from '../../jobfile/tests';
import { leastShare } from './test-doubt';

/** What was measured dry on one cylinder, from the latest test that has it. */
export interface DryMeasure {
  cylinder: string;
  test: CompressionTest;
  gauge: Gauge;
  counted: Counted;
  /** The latest attempt that counts: its strokes and unit are the ones shown. */
  latest: CompressionReading;
  /** Read dry after oil had gone in: oil may still be in it. It counts only where there is nothing else. */
  oiled: readonly CompressionReading[];
  /** A later test that was set up worse and read lower: it takes nothing from what this one showed. */
  wrong?: { readKPa: number; by: readonly SetUpWorse[] };
}

/** How a test can be set up worse than another: each of these only ever lowers a reading. */
const SET_UP_WORSE = ['throttle-closed', 'tester-without-valve'] as const;
export type SetUpWorse = (typeof SET_UP_WORSE)[number];

/** Why a later measure reads lower than an earlier one of the same cylinder, as far as its worse test can take it. */
function wronglyLower(before: DryMeasure, after: DryMeasure, { engine, houseRules }: JobFile): SetUpWorse[] {
  const doubt = COVERAGE * Math.hypot(before.counted.doubtKPa, after.counted.doubtKPa);
  if (before.counted.quarrel || before.counted.kPa - after.counted.kPa <= doubt) return [];
  const blames = engine.fuel !== 'diesel' && houseRules?.throttleSchool !== 'no-difference';
  const worse: Readonly<Record<SetUpWorse, boolean>> = {
    'throttle-closed': blames && before.test.throttle === 'open' && after.test.throttle === 'closed',
    'tester-without-valve':
      before.test.tester?.valveAtEngineEnd === true && after.test.tester?.valveAtEngineEnd === false,
  };
  return SET_UP_WORSE.filter(
    (by) => worse[by] && after.counted.kPa + doubt >= leastShare(by, after.test, engine) * before.counted.kPa,
  );
}

/** The latest test that read a cylinder dry stands for it, with all attempts of that test. */
export function dryMeasures(job: JobFile): Map<string, DryMeasure> {
  const measures = new Map<string, DryMeasure>();
  for (const test of job.tests ?? []) {
    if (test.kind !== 'compression') continue;
    for (const cylinder of new Set(test.readings.map((reading) => reading.cylinder))) {
      const measure = measureOf(test, cylinder, job.engine);
      if (!measure) continue;
      const before = measures.get(cylinder);
      // Oil that is still in it proves nothing new of a cylinder that was read dry before.
      if (before && measure.oiled.includes(measure.latest)) continue;
      const by = before ? wronglyLower(before, measure, job) : [];
      measures.set(
        cylinder,
        before && by.length > 0 ? { ...before, wrong: { readKPa: measure.counted.kPa, by } } : measure,
      );
    }
  }
  return measures;
}

/** One cylinder by the dry readings of one test. @param until only what was read before this one */
export function measureOf(
  test: CompressionTest,
  cylinder: string,
  engine: Engine,
  until?: CompressionReading,
): DryMeasure | undefined {
  const end = until ? test.readings.indexOf(until) : test.readings.length;
  const mine = test.readings.slice(0, end).filter((reading) => reading.cylinder === cylinder);
  const wetAt = mine.findIndex(({ wet }) => wet);
  const before = (wetAt < 0 ? mine : mine.slice(0, wetAt)).filter(({ wet }) => !wet);
  const oiled = wetAt < 0 ? [] : mine.slice(wetAt).filter(({ wet }) => !wet);
  const attempts = before.length > 0 ? before : oiled;
  const latest = attempts[attempts.length - 1];
  if (!latest) return undefined;
  const gauge = suitableGauge(test, engine);
  const counted = countAttempts(
    attempts.map(({ peak, swing, unit }) => attemptOf(peak, swing, unit, (kPa) => trueKPa(kPa, gauge))),
    gauge,
  );
  return { cylinder, test, gauge, counted, latest, oiled };
}

/** A supposed full scale gives way to readings that pass it: then the cart's bigger gauge was used. */
function suitableGauge(test: CompressionTest, engine: Engine): Gauge {
  const gauge = compressionGauge(test.tester, engine.fuel);
  const highest = Math.max(0, ...test.readings.map((reading) => toKPa(reading.peak, reading.unit)));
  if (gauge.fullScaleStated || highest <= gauge.fullScaleKPa) return gauge;
  return compressionGauge(test.tester, 'diesel');
}

/** In what the tests may differ whose readings are compared. */
export type Condition = 'temperature' | 'throttle' | 'tester' | 'plugs' | 'cranking';

/** In which conditions the tests differ whose readings are set against each other. */
export function mixedConditions(measures: readonly DryMeasure[]): Condition[] {
  const tests = [...new Set(measures.map((measure) => measure.test))];
  const differs = (of: (test: CompressionTest) => unknown) =>
    new Set(tests.map((test) => JSON.stringify(of(test)) ?? '')).size > 1;
  const conditions: [Condition, (test: CompressionTest) => unknown][] = [
    ['temperature', (test) => test.engineTemperature],
    ['throttle', (test) => test.throttle],
    ['plugs', (test) => test.plugs],
    [
      'tester',
      ({ tester }) =>
        tester && [
          tester.name,
          tester.unit,
          tester.fullScale,
          tester.division,
          tester.valveAtEngineEnd,
          tester.correction,
        ],
    ],
  ];
  const found = conditions.filter(([, of]) => differs(of)).map(([name]) => name);
  const speeds = tests.flatMap((test) => test.crankingRpm ?? []);
  if (speeds.length > 1 && Math.max(...speeds) > 1.2 * Math.min(...speeds)) found.push('cranking');
  return found;
}
