import type { JobFile } from '../jobfile/job-file';
import type { Test, TestKind, TestOf } from '../jobfile/tests';
import type { CrankingNote, InspectContext } from './definition';
import type { JudgedInspection } from './inspection';
import { KINDS } from './registry';

/** The latest test of each kind, in the order in which the kinds were first tested. */
function latestOfEach({ tests = [] }: Pick<JobFile, 'tests'>): Map<TestKind, Test> {
  return new Map(tests.map((test) => [test.kind, test]));
}

/**
 * Every figure of the gauges beside the pressure tests, against the first book that has one for it. What was measured
 * again, or set and measured, stands as it was found last.
 */
export function judgeInspections(job: JobFile, atmosphereKPa: number): JudgedInspection[] {
  const tests = latestOfEach(job);
  const context: InspectContext = {
    engine: job.engine,
    books: job.books ?? [],
    atmosphereKPa,
    tests: job.tests ?? [],
    latest: <K extends TestKind>(kind: K) => tests.get(kind) as TestOf<K> | undefined,
  };
  const latest = new Map<string, JudgedInspection>();
  for (const test of job.tests ?? []) {
    const found = inspect(test.kind, test, context);
    // Of the whole engine the last test of its kind says everything.
    if (found.some(({ cylinder }) => cylinder === null))
      for (const [key, one] of latest) if (one.test === test.kind && one.cylinder === null) latest.delete(key);
    for (const one of found) latest.set(sameAs(one), one);
  }
  return [...latest.values()];
}

/** What is told apart of what is measured: the cylinder, the valve, the ring, the speed, the part. */
function sameAs({ test, cylinder, of, ...more }: JudgedInspection): string {
  const at = [
    'valve' in more ? more.valve : '',
    'number' in more ? more.number : '',
    'ring' in more ? more.ring : '',
    'at' in more ? more.at : '',
    'part' in more ? more.part : '',
  ];
  return [test, cylinder, of, ...at].join(' ');
}

const inspect = <K extends TestKind>(kind: K, test: TestOf<K>, context: InspectContext): JudgedInspection[] =>
  KINDS[kind].inspect?.(test, context) ?? [];

/** What the tests note of how the engine was cranked. The latest word counts. */
export function crankingNote(job: Pick<JobFile, 'tests'>): CrankingNote | undefined {
  return [...latestOfEach(job).values()].flatMap((test) => noteOf(test.kind, test) ?? []).at(-1);
}

const noteOf = <K extends TestKind>(kind: K, test: TestOf<K>): CrankingNote | undefined =>
  KINDS[kind].crankingNote?.(test);
