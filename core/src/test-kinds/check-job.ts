import { siteAtmosphere } from '../air/atmosphere';
import { checkEngine } from '../engine/engine';
import type { JobFile } from '../jobfile/job-file';
import { listOf, readingsOf, type TestKind, type TestOf } from '../jobfile/tests';
import { checkHouseRules, houseRulesFor } from '../limits/house-rules';
import { checkBook } from '../limits/limits';
import { within } from '../quantity/input-error';
import { KINDS } from './registry';

/**
 * Refuses a job whose parts contradict each other or cannot be. The shape is the format's business; this is the sense.
 * @throws InputError with the path from the top of the job
 */
export function checkJob(job: JobFile): void {
  within('engine', () => checkEngine(job.engine));
  job.books?.forEach((book, i) => within(`books[${i}]`, () => checkBook(book)));
  within('houseRules', () => checkHouseRules(houseRulesFor(job.engine, job.houseRules)));
  within('site', () => siteAtmosphere(job.site));
  job.tests?.forEach((test, i) => within(`tests[${i}]`, () => checkTest(test.kind, test, job)));
}

function checkTest<K extends TestKind>(kind: K, test: TestOf<K>, job: JobFile): void {
  const { check, checkTest: checkConditions } = KINDS[kind];
  checkConditions?.(test, job);
  readingsOf<K>(test).forEach((reading, i) => within(`${listOf(kind)}[${i}]`, () => check(reading, test, job)));
}
