import { layoutOf } from '../../engine/engine';
import type { JobFile } from '../../jobfile/job-file';
import { type SchoolOf, SCHOOLS } from '../../jobfile/schools';
import { within } from '../../quantity/input-error';
import { toKPa } from '../../quantity/pressure';
import { compressionGauge, trueKPa } from '../../reading/gauge';
import { displacementOn, doseFor } from '../../oil/dose-for';
import { type RingResponse, sealingRise } from '../../oil/sealing-rise';
import { type DryMeasure, measureOf } from './measure';
import type { CompressionReading, CompressionTest } from '../../jobfile/tests';
import type { JudgedWet, WetCaution } from './judged';

/** A needle that lifts less than this has not moved. */
const NOTHING_KPA = 1;

/** The latest wet reading of a cylinder and its place in the job. */
function wetReadingOf(
  job: JobFile,
  cylinder: string,
): { reading: CompressionReading; test: CompressionTest; field: string } | undefined {
  const tests = job.tests ?? [];
  const isOne = (one: CompressionReading) => one.wet === true && one.cylinder === cylinder;
  const at = tests.findLastIndex((test) => test.kind === 'compression' && test.readings.some(isOne));
  const test = tests[at] as CompressionTest | undefined;
  const place = test?.readings.findLastIndex(isOne) ?? -1;
  const reading = test?.readings[place];
  return test && reading && { reading, test, field: `tests[${at}].readings[${place}]` };
}

/** The last dry measure before a wet reading: what came after it may have oil in it. */
function dryBefore(job: JobFile, cylinder: string, wetTest: CompressionTest, wet: CompressionReading) {
  const tests = (job.tests ?? []).filter((test): test is CompressionTest => test.kind === 'compression');
  const upTo = tests.slice(0, tests.indexOf(wetTest)).reverse();
  return (
    measureOf(wetTest, cylinder, job.engine, wet) ??
    upTo.map((test) => measureOf(test, cylinder, job.engine)).find((found) => found && found.oiled.length === 0) ??
    upTo.map((test) => measureOf(test, cylinder, job.engine)).find((found) => found !== undefined)
  );
}

/**
 * The wet reading of a cylinder against its dry one, the oil's own volume taken off.
 * @returns nothing without a wet reading, or on a cylinder that makes nothing dry
 * @throws InputError when the dose would lock the engine
 */
export function judgeWet(
  job: JobFile,
  dry: DryMeasure,
  row: readonly DryMeasure[],
  school: SchoolOf<'wetRiseSchool'>,
  atmosphereKPa: number,
): JudgedWet | undefined {
  const latest = wetReadingOf(job, dry.cylinder);
  if (!latest) return undefined;
  const { reading, test, field } = latest;
  const before = dryBefore(job, dry.cylinder, test, reading);
  if (!before || before.counted.kPa < NOTHING_KPA) return undefined;
  const dryKPa = before.counted.kPa;
  const { oilMl } = reading;
  const displacement =
    oilMl === undefined ? undefined : within(field, () => displacementOn(job.engine, dryKPa, oilMl, atmosphereKPa));
  const wetKPa = trueKPa(toKPa(reading.peak, reading.unit), compressionGauge(test.tester, job.engine.fuel));
  const found = sealingRise(dryKPa, wetKPa, displacement?.share);
  const others = row.filter(({ cylinder }) => cylinder !== dry.cylinder).map(({ counted }) => counted.kPa);
  const by: Readonly<Record<SchoolOf<'wetRiseSchool'>, RingResponse>> = {
    sealing: found.response,
    ...plainResponses(found.rise, wetKPa, others),
  };
  const otherwise = SCHOOLS.wetRiseSchool
    .filter((other) => by[other] !== by[school] && (other !== 'others-level' || others.length > 0))
    .map((other) => ({ school: other, response: by[other] }));
  return {
    wetKPa,
    dryKPa,
    ...(oilMl === undefined ? {} : { oilMl }),
    ...found,
    ...(displacement?.known === false ? { byUsualChamber: true as const } : {}),
    response: by[school],
    school,
    others: otherwise,
  };
}

/** Schools that take the needle as it stands: any clear rise, back to the others, or ten percent. */
function plainResponses(rise: number, wetKPa: number, othersKPa: readonly number[]) {
  const level = othersKPa.length === 0 ? undefined : othersKPa.reduce((a, b) => a + b, 0) / othersKPa.length;
  const reached = level !== undefined && wetKPa >= BACK_TO_LEVEL * level;
  return {
    'any-clear-rise': rise > CLEAR_RISE ? 'shown' : 'absent',
    'others-level': level === undefined ? 'undecided' : reached ? 'shown' : 'absent',
    'ten-percent': rise >= TEN_PERCENT ? 'shown' : 'absent',
  } as const;
}

/** A needle seen to move at all; as good as the others; ten percent and no more sums. */
const CLEAR_RISE = 0.05;
const BACK_TO_LEVEL = 0.9;
const TEN_PERCENT = 0.1 - 1e-9;

/** Traps of a wet test that this job may have fallen into. */
export function wetCautions(
  job: JobFile,
  wet: ReadonlyMap<string, JudgedWet>,
  row: readonly DryMeasure[],
  atmosphereKPa: number,
): WetCaution[] {
  const onNothing = row
    .filter(({ cylinder, counted }) => counted.kPa < NOTHING_KPA && wetReadingOf(job, cylinder))
    .map(({ cylinder }): WetCaution => ({ caution: 'wet-on-nothing', cylinder }));
  if (wet.size === 0) return onNothing;
  const cautions: WetCaution[] = onNothing;
  if (layoutOf(job.engine) === 'flat') cautions.push({ caution: 'wet-wets-one-side' });
  const all = [...wet.values()];
  const shown = all.filter(({ response }) => response === 'shown');
  const cold = row.some(({ cylinder, test }) => wet.has(cylinder) && test.engineTemperature === 'cold');
  if (cold && shown.length > 0) cautions.push({ caution: 'wet-exaggerated-cold' });
  const rises = all.map(({ rise }) => rise);
  // Rings wear one by one; a dry bore is dry everywhere.
  if (
    wet.size > 1 &&
    wet.size === row.length &&
    shown.length === wet.size &&
    Math.max(...rises) - Math.min(...rises) < ALIKE_RISE
  )
    cautions.push({ caution: 'wet-rises-alike' });
  for (const [cylinder, { from, response, oilMl, dryKPa }] of wet) {
    if (readAtAnother(job, cylinder)) cautions.push({ caution: 'wet-other-temperature', cylinder });
    if (from === undefined) cautions.push({ caution: 'wet-volume-unknown', cylinder });
    if (oilMl === undefined) continue;
    const { fromMl, toMl } = doseFor(job.engine, dryKPa, atmosphereKPa);
    if (fromMl === undefined || toMl === undefined) continue;
    // Doses are told to a tenth: what was told is not too much.
    const most = Math.ceil(10 * toMl - 1e-6) / 10;
    if (oilMl > most) cautions.push({ caution: 'wet-too-much-oil', cylinder, oilMl, doseMl: most });
    const doseMl = fromMl;
    if (response !== 'shown' && oilMl < LITTLE * doseMl)
      cautions.push({ caution: 'wet-too-little-oil', cylinder, oilMl, doseMl });
  }
  return cautions;
}

/** Dry it was warm and with oil cold, or the other way round. */
function readAtAnother(job: JobFile, cylinder: string): boolean {
  const latest = wetReadingOf(job, cylinder);
  const dry = latest && dryBefore(job, cylinder, latest.test, latest.reading)?.test.engineTemperature;
  const wet = latest?.test.engineTemperature;
  return dry !== undefined && wet !== undefined && dry !== wet;
}

/** Rises that differ by less than this are alike. */
const ALIKE_RISE = 0.08;
/** Less than this share of the dose never reaches round the piston. */
const LITTLE = 0.4;
