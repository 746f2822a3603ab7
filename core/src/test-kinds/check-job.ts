import { siteAtmosphere } from '../air/atmosphere';
import { checkEngine } from '../engine/check-engine';
import type { JobFile } from '../jobfile/job-file';
import {
  type FiguresOf,
  type LeakdownReading,
  listOf,
  readingsOf,
  type Test,
  type TestKind,
  type TestOf,
} from '../jobfile/tests';
import { checkHouseRules, houseRulesFor } from '../limits/house-rules';
import { checkBook } from '../limits/check-book';
import { defined } from '../quantity/defined';
import { InputError, within } from '../quantity/input-error';
import { checkHasPart, checkHeardAt, heardOn } from './check-parts';
import { checkReading } from './check-reading';
import { KINDS } from './registry';

/**
 * A job without the entries that cannot be true, and what was wrong with each: rules of the shop that cross, and a
 * site that is nowhere, give way to the usual ones. Where nothing is left of what was read, or where the engine itself
 * cannot be, there is nothing to judge.
 * @throws InputError with the path from the top of the job
 */
export function believable(job: JobFile): { job: JobFile; leftOut: InputError[] } {
  within('engine', () => checkEngine(job.engine));
  const leftOut: InputError[] = [];
  const stands = (check: () => void): boolean => {
    try {
      check();
      return true;
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      leftOut.push(error as InputError);
      return false;
    }
  };
  const { houseRules, site, books: given, ...rest } = job;
  const rulesStand = stands(() => within('houseRules', () => checkHouseRules(houseRulesFor(job.engine, houseRules))));
  const siteStands = stands(() => within('site', () => siteAtmosphere(site)));
  const books = given?.filter((book, i) => stands(() => within(`books[${i}]`, () => checkBook(book))));
  const checked: JobFile = defined({
    ...rest,
    books,
    houseRules: rulesStand ? houseRules : undefined,
    site: siteStands ? site : undefined,
  });
  let kept = 0;
  const tests = job.tests?.map((test, i) => {
    const good = readable(test.kind, test, checked, `tests[${i}]`, stands);
    kept += readingsOf(good).length;
    return good;
  });
  // What the engine has not says nothing against the rest, even where there is none.
  const first = leftOut.find(({ code }) => code !== 'not-on-this-engine');
  if (first && kept === 0) throw first;
  return leftOut.length === 0 ? { job, leftOut } : { job: { ...checked, ...(tests ? { tests } : {}) }, leftOut };
}

/** A test with only the readings that can be true. What is wrong with all of them at once leaves none. */
function readable<K extends TestKind>(
  kind: K,
  test: TestOf<K>,
  job: JobFile,
  path: string,
  stands: (check: () => void) => boolean,
): Test {
  const { checkTest: checkConditions } = KINDS[kind];
  const whole = stands(() =>
    within(path, () => {
      checkHasPart(kind, job.engine);
      checkConditions?.(test, job);
    }),
  );
  const list = listOf(kind);
  const good = readingsOf<K>(test).flatMap((given, i) => {
    if (!whole) return [];
    const at = `${path}.${list}[${i}]`;
    const reading = onThisEngine(kind, given, job, (place, check) =>
      stands(() => within(`${at}.heard[${place}]`, check)),
    );
    return stands(() => within(at, () => checkReading(kind, reading, test, job))) ? [reading] : [];
  });
  return { ...test, [list]: good };
}

/** A reading without what it says of parts that the engine has not. */
function onThisEngine<K extends TestKind>(
  kind: K,
  reading: FiguresOf<K>,
  { engine }: JobFile,
  stands: (place: number, check: () => void) => boolean,
): FiguresOf<K> {
  if (kind !== 'leakdown') return reading;
  return heardOn(reading as LeakdownReading, engine, stands) as FiguresOf<K>;
}

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
  const { checkTest: checkConditions } = KINDS[kind];
  checkHasPart(kind, job.engine);
  checkConditions?.(test, job);
  readingsOf<K>(test).forEach((reading, i) =>
    within(`${listOf(kind)}[${i}]`, () => {
      if (kind === 'leakdown')
        (reading as LeakdownReading).heard?.forEach((one, place) =>
          within(`heard[${place}]`, () => checkHeardAt(one, job.engine)),
        );
      checkReading(kind, reading, test, job);
    }),
  );
}
