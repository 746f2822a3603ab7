import { siteAtmosphere } from '../air/atmosphere';
import type { JobFile } from '../jobfile/job-file';
import { hasStood } from '../jobfile/stood';
import type { CompressionTest } from '../jobfile/tests';
import type { CompressionLimits } from '../limits/limits';
import { COVERAGE } from '../quantity/doubt';
import { toKPa } from '../quantity/pressure';
import { scaleFit } from '../reading/gauge';
import type { Pattern } from '../spread/pattern';
import { type DryMeasure, measureOf, mixedConditions } from '../test-kinds/compression/measure';
import type { Draft } from './states';
import { testDoubts } from '../test-kinds/compression/test-doubt';
import type { HouseRules } from '../jobfile/house-rules';
import type { Caution } from './caution';
import { crankingNote } from '../test-kinds/inspections';

/** What is to be said of the tests that the verdict rests on, the weightiest first. */
export function cautionsOf(
  job: JobFile,
  row: readonly DryMeasure[],
  drafts: readonly Pick<Draft, 'id' | 'state' | 'reasons' | 'leakage'>[],
  found: readonly Pattern[],
  limits: CompressionLimits,
  rules: HouseRules,
): Caution[] {
  const cautions: Caution[] = [];
  // What air has proven on every cylinder is no longer a question of the cranking test.
  const proven = drafts.every(({ leakage }) => leakage?.state === 'low');
  if (!proven && found.some((pattern) => pattern.name === 'all-low'))
    cautions.push({ caution: 'question-the-test-first' });
  const note = crankingNote(job);
  const doubts = new Map(
    row
      .flatMap(({ test }) => testDoubts(test, job.engine, limits, rules.throttleSchool, note))
      .map((doubt) => [doubt.which, doubt]),
  );
  for (const doubt of doubts.values()) cautions.push({ caution: 'test-doubted', doubt });
  if (job.engine.compressionRelease === 'lever' && row.length > 0) cautions.push({ caution: 'lever-release' });

  for (const { reasons, id } of drafts) {
    for (const reason of reasons) {
      if (reason.rule === 'under-a-tenth' && !reason.repeated)
        cautions.push({ caution: 'repeat-a-dead-reading', cylinder: id });
      if (reason.rule === 'attempts-scatter')
        cautions.push({ caution: 'attempts-scatter', cylinder: id, lowKPa: reason.lowKPa, highKPa: reason.highKPa });
      if (reason.rule === 'attempts-disagree') {
        cautions.push({
          caution: 'attempts-disagree',
          cylinder: id,
          earlierKPa: reason.earlierKPa,
          latestKPa: reason.latestKPa,
        });
      }
    }
  }
  for (const { cylinder, counted, wrong } of row)
    if (wrong)
      cautions.push({
        caution: 'later-test-wrong',
        cylinder,
        stoodKPa: counted.kPa,
        readKPa: wrong.readKPa,
        by: [...wrong.by],
      });
  cautions.push(...(hasStood(job) ? freed(job, row) : moved(job, row)));
  for (const { cylinder, gauge, counted, latest } of row) {
    const side = scaleFit(counted.kPa, gauge);
    if (side !== 'good' && (gauge.fullScaleStated || side === 'above') && counted.kPa > 0) {
      cautions.push({
        caution: 'scale-unsuitable',
        cylinder,
        readKPa: counted.kPa,
        fullScaleKPa: gauge.fullScaleKPa,
        side,
      });
    }
    const fell =
      latest.strokes?.findIndex((stroke, i) => {
        const before = latest.strokes?.[i - 1];
        return before !== undefined && toKPa(before - stroke, latest.unit) > gauge.divisionKPa;
      }) ?? -1;
    if (fell > 0) cautions.push({ caution: 'needle-fell', cylinder, stroke: fell + 1 });
  }
  for (const { cylinder, oiled } of row) if (oiled.length > 0) cautions.push({ caution: 'oil-still-in', cylinder });
  const swapped = swappedReadings(job);
  if (swapped.length > 0) cautions.push({ caution: 'readings-swapped', cylinders: swapped });
  const air = unlikelyAir(job);
  if (air) cautions.push(air);
  const mixed = mixedConditions(row);
  if (mixed.length > 0) cautions.push({ caution: 'mixed-conditions', what: mixed });
  if (row.some(({ test }) => test.engineTemperature === undefined)) cautions.push({ caution: 'temperature-unknown' });
  if (
    limits.temperatureStated &&
    limits.temperature === 'cold' &&
    row.some(({ test }) => test.engineTemperature === 'warm')
  ) {
    cautions.push({ caution: 'warm-engine-cold-book', book: 'cold' });
  }
  const measured = new Set(
    drafts.filter(({ reasons }) => reasons.every(({ rule }) => rule !== 'not-measured')).map(({ id }) => id),
  );
  if (measured.size > 0 && measured.size < job.engine.cylinders.length) {
    cautions.push({ caution: 'not-all-measured', missing: job.engine.cylinders.filter((id) => !measured.has(id)) });
  }
  if (row.length === 1 && job.engine.cylinders.length === 1) cautions.push({ caution: 'spread-single-cylinder' });
  return cautions;
}

/** Figures of two cylinders further apart than this are not the same, as a share. */
const SAME = 0.01;
/** Cylinders this far apart cannot be taken for each other. */
const APART = 0.06;

/** Cylinders whose figures changed places between the last two dry tests. */
function swappedReadings({ tests = [], engine }: JobFile): string[] {
  const [before, after] = tests
    .filter((test): test is CompressionTest => test.kind === 'compression')
    .map(
      ({ readings }) =>
        new Map(
          readings.flatMap((one): [string, number][] => (one.wet ? [] : [[one.cylinder, toKPa(one.peak, one.unit)]])),
        ),
    )
    .filter((row) => row.size > 1)
    .slice(-2);
  if (!before || !after) return [];
  const same = (a: number | undefined, b: number | undefined) =>
    a !== undefined && b !== undefined && Math.abs(a - b) <= SAME * Math.max(a, b);
  const pair = engine.cylinders
    .flatMap((a, i) => engine.cylinders.slice(i + 1).map((b): [string, string] => [a, b]))
    .find(([a, b]) => {
      const [a1, b1, a2, b2] = [before.get(a), before.get(b), after.get(a), after.get(b)];
      if (!same(a1, b2) || !same(b1, a2)) return false;
      return Math.abs((a1 as number) - (b1 as number)) > APART * Math.max(a1 as number, b1 as number);
    });
  return pair ?? [];
}

/** Weather moves the barometer by less than this either way, kPa. */
const WEATHER_KPA = 6;

function unlikelyAir({ site }: JobFile): Caution | undefined {
  if (site?.barometerKPa === undefined || site.altitudeM === undefined) return undefined;
  const expectedKPa = siteAtmosphere({ altitudeM: site.altitudeM });
  return Math.abs(site.barometerKPa - expectedKPa) > WEATHER_KPA
    ? { caution: 'barometer-against-altitude', barometerKPa: site.barometerKPa, altitudeM: site.altitudeM, expectedKPa }
    : undefined;
}

/** Cylinders that two tests of this job read differently, by more than both may be out. */
function moved(job: JobFile, row: readonly DryMeasure[]): Caution[] {
  return row.flatMap(({ cylinder, test, counted, wrong }): Caution[] => {
    const tests = job.tests ?? [];
    const before = tests
      .slice(0, tests.indexOf(test))
      .flatMap((one) => (one.kind === 'compression' ? (measureOf(one, cylinder, job.engine) ?? []) : []))
      .findLast((measure) => !measure.oiled.includes(measure.latest));
    if (!before || wrong) return [];
    const doubt = COVERAGE * Math.hypot(before.counted.doubtKPa, counted.doubtKPa);
    return Math.abs(before.counted.kPa - counted.kPa) > doubt
      ? [{ caution: 'moved-between-tests', cylinder, fromKPa: before.counted.kPa, toKPa: counted.kPa }]
      : [];
  });
}

/** A rise from test to test that the marks of a gauge do not make: the same gauge is out by as much each time. */
const FREED_SHARE = 0.04;

/** Cylinders of an engine that stood, which read better than in an earlier test of this job. */
function freed(job: JobFile, row: readonly DryMeasure[]): Caution[] {
  return row.flatMap(({ cylinder, test, counted }): Caution[] => {
    const earlier = (job.tests ?? [])
      .slice(0, (job.tests ?? []).indexOf(test))
      .flatMap((one) => (one.kind === 'compression' ? (measureOf(one, cylinder, job.engine) ?? []) : []))
      .filter((measure) => measure.oiled.length === 0);
    const lowest = Math.min(...earlier.map((measure) => measure.counted.kPa));
    return lowest > 0 && counted.kPa > lowest * (1 + FREED_SHARE) && Number.isFinite(lowest)
      ? [{ caution: 'rings-freed', cylinder, fromKPa: lowest, toKPa: counted.kPa }]
      : [];
  });
}
