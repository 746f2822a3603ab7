import { siteAtmosphere } from '../air/atmosphere';
import { checkEngine } from '../engine/engine';
import { isInspection } from '../inspection/judge-inspections';
import type { InspectionTest, JobFile, LeakdownReading } from '../jobfile/job-file';
import { checkBook } from '../limits/limits';
import { checkHouseRules, houseRulesFor } from '../limits/house-rules';
import { InputError, within } from '../quantity/input-error';
import { checkCrankcasePressure } from './judge-crankcase';
import { checkCompressionReading } from '../reading/check-reading';

/**
 * Refuses a job whose parts contradict each other or cannot be. The shape is the format's business; this is the sense.
 * @throws InputError with the path from the top of the job
 */
export function checkJob(job: JobFile): void {
  within('engine', () => checkEngine(job.engine));
  job.books?.forEach((book, i) => within(`books[${i}]`, () => checkBook(book)));
  within('houseRules', () => checkHouseRules(houseRulesFor(job.engine, job.houseRules)));
  within('site', () => siteAtmosphere(job.site));
  checkCrankcasePressure(job);
  job.tests?.forEach((test, i) => within(`tests[${i}]`, () => {
    if (test.kind === 'crankcase') {
      if (test.case !== undefined) checkCylinder(job, test.case, 'case');
      return;
    }
    if (test.kind === 'compression') {
      test.readings.forEach((reading, j) => within(`readings[${j}]`, () => checkCompressionReading(reading, job.engine, test.tester)));
    } else if (isInspection(test)) {
      test.readings.forEach((reading, j) => within(`readings[${j}]`, () => checkInspection(job, reading)));
    } else {
      test.readings.forEach((reading, j) => within(`readings[${j}]`, () => checkLeakdownReading(job, reading)));
    }
  }));
}

function checkCylinder(job: JobFile, cylinder: string, field: string): void {
  if (!job.engine.cylinders.includes(cylinder)) throw new InputError(field, `there is no cylinder ${cylinder} on this engine`);
}

function checkInspection(job: JobFile, reading: InspectionTest['readings'][number]): void {
  if ('cylinder' in reading) checkCylinder(job, reading.cylinder, 'cylinder');
  if ('held' in reading && reading.held !== undefined && reading.held > reading.pressure) throw new InputError('held', `is above the pressure of ${reading.pressure} it was held from`);
}

function checkLeakdownReading(job: JobFile, reading: LeakdownReading): void {
  checkCylinder(job, reading.cylinder, 'cylinder');
  if (!(reading.supply > 0)) throw new InputError('supply', 'must be above 0');
  if (reading.cylinderPressure !== undefined && reading.cylinderPressure > reading.supply) {
    throw new InputError('cylinderPressure', `is above the supply of ${reading.supply}`);
  }
  reading.heard?.forEach((heard, i) => {
    if (heard.cylinder !== undefined) within(`heard[${i}]`, () => checkCylinder(job, heard.cylinder as string, 'cylinder'));
  });
}
