import type { JobFile } from '../jobfile/job-file';
import type { Test, TestKind, TestOf } from '../jobfile/tests';
import type { CrankingNote, InspectContext } from './definition';
import type { JudgedInspection } from './inspection';
import { KINDS } from './registry';

/** The latest test of each kind, in the order in which the kinds were first tested. */
function latestOfEach({ tests = [] }: Pick<JobFile, 'tests'>): Map<TestKind, Test> {
  return new Map(tests.map((test) => [test.kind, test]));
}

/** Every figure of the gauges beside the pressure tests, against the first book that has one for it. */
export function judgeInspections(
  job: JobFile,
  cranksWell: ReadonlySet<string>,
  atmosphereKPa: number,
): JudgedInspection[] {
  const tests = latestOfEach(job);
  const context: InspectContext = {
    engine: job.engine,
    books: job.books ?? [],
    cranksWell,
    atmosphereKPa,
    latest: <K extends TestKind>(kind: K) => tests.get(kind) as TestOf<K> | undefined,
  };
  return [...tests.values()].flatMap((test) => inspect(test.kind, test, context));
}

const inspect = <K extends TestKind>(kind: K, test: TestOf<K>, context: InspectContext): JudgedInspection[] =>
  KINDS[kind].inspect?.(test, context) ?? [];

/** What the tests note of how the engine was cranked. The latest word counts. */
export function crankingNote(job: Pick<JobFile, 'tests'>): CrankingNote | undefined {
  return [...latestOfEach(job).values()].flatMap((test) => noteOf(test.kind, test) ?? []).at(-1);
}

const noteOf = <K extends TestKind>(kind: K, test: TestOf<K>): CrankingNote | undefined =>
  KINDS[kind].crankingNote?.(test);
