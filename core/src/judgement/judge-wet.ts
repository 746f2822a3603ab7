import { volumesOf } from '../engine/volume';
import { layoutOf } from '../engine/engine';
import type { CompressionTest, JobFile } from '../jobfile/job-file';
import { within } from '../quantity/input-error';
import { toKPa } from '../quantity/pressure';
import { displacementRise } from '../wet/oil';
import { sealingRise } from '../wet/sealing-rise';
import type { JudgedWet } from './judgement';
import type { DryMeasure } from './measure';
import type { Caution } from './reason';

/**
 * The wet reading of a cylinder against its dry one, the oil's own volume taken off.
 * @returns nothing without a wet reading, or on a cylinder that makes nothing dry
 * @throws InputError when the dose would lock the engine
 */
export function judgeWet(job: JobFile, dry: DryMeasure, atmosphereKPa: number): JudgedWet | undefined {
  const tests = job.tests ?? [];
  const at = tests.findLastIndex((test) => test.kind === 'compression' && test.readings.some((one) => one.wet && one.cylinder === dry.cylinder));
  const test = tests[at] as CompressionTest | undefined;
  const place = test?.readings.findLastIndex((one) => one.wet === true && one.cylinder === dry.cylinder) ?? -1;
  const reading = test?.readings[place];
  if (!reading || dry.counted.kPa <= 0) return undefined;
  const volumes = volumesOf(job.engine);
  const { oilMl } = reading;
  const displacement = volumes && oilMl !== undefined
    ? within(`tests[${at}].readings[${place}]`, () => displacementRise(dry.counted.kPa, volumes, oilMl, atmosphereKPa))
    : undefined;
  const wetKPa = toKPa(reading.peak, reading.unit);
  return { wetKPa, dryKPa: dry.counted.kPa, ...(oilMl === undefined ? {} : { oilMl }), ...sealingRise(dry.counted.kPa, wetKPa, displacement) };
}

/** Traps of a wet test that this job may have fallen into. */
export function wetCautions(job: JobFile, wet: ReadonlyMap<string, JudgedWet>, row: readonly DryMeasure[]): Caution[] {
  if (wet.size === 0) return [];
  const cautions: Caution[] = [];
  if (layoutOf(job.engine) === 'flat') cautions.push({ caution: 'wet-wets-one-side' });
  const cold = row.some(({ cylinder, test }) => wet.has(cylinder) && test.engineTemperature === 'cold');
  if (cold && [...wet.values()].some(({ response }) => response === 'shown')) cautions.push({ caution: 'wet-exaggerated-cold' });
  for (const [cylinder, { from }] of wet) if (from === undefined) cautions.push({ caution: 'wet-volume-unknown', cylinder });
  return cautions;
}
