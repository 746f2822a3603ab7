import type { Engine } from '../../engine/engine';
import type { JobFile } from '../../jobfile/job-file';
import { toKPa } from '../../quantity/pressure';
import { type Counted, countAttempts } from '../../reading/attempts';
import { compressionGauge, type Gauge, trueKPa } from '../../reading/gauge';
import type { CompressionReading, CompressionTest } from '../../jobfile/tests';

/** What was measured dry on one cylinder, from the latest test that has it. */
export interface DryMeasure {
  cylinder: string;
  test: CompressionTest;
  gauge: Gauge;
  counted: Counted;
  /** The latest attempt: its strokes and unit are the ones shown. */
  latest: CompressionReading;
}

/** The latest test that read a cylinder stands for it, with all attempts of that test. */
export function dryMeasures(job: JobFile): Map<string, DryMeasure> {
  const measures = new Map<string, DryMeasure>();
  for (const test of job.tests ?? []) {
    if (test.kind !== 'compression') continue;
    const gauge = suitableGauge(test, job.engine);
    const dry = test.readings.filter((reading) => !reading.wet);
    for (const cylinder of new Set(dry.map((reading) => reading.cylinder))) {
      const attempts = dry.filter((reading) => reading.cylinder === cylinder);
      const latest = attempts[attempts.length - 1] as CompressionReading;
      const counted = countAttempts(
        attempts.map((attempt) => trueKPa(toKPa(attempt.peak, attempt.unit), gauge)),
        gauge,
      );
      measures.set(cylinder, { cylinder, test, gauge, counted, latest });
    }
  }
  return measures;
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
