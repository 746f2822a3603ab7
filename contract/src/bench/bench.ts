import { SECOND_LOOK } from '../people/rights';
import {
  type JobFile,
  JOB_FILE_FORMAT,
  JOB_FILE_VERSION,
  listOf,
  OPEN_KINDS,
  type PressureUnit,
  type TestKind,
  type Test,
  type TestOf,
} from '@rugged/core';
import type { BookRecord } from '../records/book';
import type { EngineRecord } from '../records/engine';
import type { Decision } from '../records/decision';
import type { JobRecord } from '../records/job';
import type { Machine } from '../records/machine';
import type { Outcome } from '../records/outcome';
import type { Owner } from '../records/owner';
import type { Repair } from '../records/repair';
import type { ReadingRecord, ReadingRecordOf, TestRecord, TestRecordOf } from '../records/test';
import type { AddedOnBench } from './added';

/** One job with all that stands on its bench. */
export interface Bench extends AddedOnBench {
  job: JobRecord;
  owner: Owner;
  machine: Machine;
  engine: EngineRecord;
  books: BookRecord[];
  tests: TestRecord[];
  readings: ReadingRecord[];
  /** What this engine read on the job before this one, the counting dry readings. */
  lastTime?: {
    jobId: string;
    number: number;
    openedAt: string;
    readings: { cylinder: string; unit: PressureUnit; peak: number }[];
  };
}

/** Who read, in the order in which they first did. @param here whoever reads on this device, before the server knows */
export function readersOf({ tests, readings }: Pick<Bench, 'tests' | 'readings'>, here: string): string[] {
  const read = readings.length > 0 ? readings : tests;
  return [...new Set(read.map(({ by }) => by ?? here))];
}

/** Those readings that count: not superseded, not withdrawn, in the order they were taken. */
export function countingReadings(readings: readonly ReadingRecord[]): ReadingRecord[] {
  const superseded = new Set(readings.flatMap((reading) => reading.supersedes ?? []));
  return readings
    .filter((reading) => !superseded.has(reading.id) && !reading.withdrawn)
    .sort((a, b) => inOrder(a, a.takenAt, b, b.takenAt));
}

/** The same of the engine as it is now: what was read before the last repair is of another. */
export function readingsSinceRepair({ readings, tests, repairs }: Pick<Bench, 'readings' | 'tests' | 'repairs'>) {
  const repair = latestOf(repairs);
  if (!repair) return countingReadings(readings);
  const old = new Set(tests.flatMap(({ id, startedAt }) => (isLater(startedAt, repair.madeAt) ? [] : [id])));
  return countingReadings(readings.filter(({ testId }) => !old.has(testId)));
}

/** Those of one kind of test, as they stand. */
export const readingsOfKind = <K extends TestKind>(readings: readonly ReadingRecord[], kind: K): ReadingRecordOf<K>[] =>
  readings.filter((reading): reading is ReadingRecord & ReadingRecordOf<K> => reading.kind === kind);

/** The tests of one kind, the latest first. */
export const testsOfKind = <K extends TestKind>(tests: readonly TestRecord[], kind: K): TestRecordOf<K>[] =>
  tests
    .filter((test): test is TestRecord & TestRecordOf<K> => test.kind === kind)
    .sort((a, b) => inOrder(b, b.startedAt, a, a.startedAt));

/** By time, whatever way the instant is written, then by id, so that the order is the same everywhere. */
const inOrder = (a: { id: string }, aTime: string, b: { id: string }, bTime: string) =>
  Date.parse(aTime) - Date.parse(bTime) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** The one that was added last: of decisions, pages and answers it counts. */
export const latestOf = <R extends { id: string; madeAt: string }>(added: readonly R[]): R | undefined =>
  [...added].sort((a, b) => inOrder(a, a.madeAt, b, b.madeAt)).at(-1);

/** The bench as a job file: what is judged on the phone, on the server and on the command line. */
export function toJobFile(bench: Bench): JobFile {
  const { job } = bench;
  const counting = countingReadings(bench.readings);
  const sorted = [...bench.tests].sort((a, b) => inOrder(a, a.startedAt, b, b.startedAt));
  const repairs = [...bench.repairs].sort((a, b) => inOrder(a, a.madeAt, b, b.madeAt));
  const decision = decisionOf(bench);
  const found = openedSinceRepair(bench);
  const untested = repairs.findLast(({ madeAt }) => !sorted.some((test) => isLater(test.startedAt, madeAt)));
  const {
    id: _id,
    machineId: _machineId,
    name: _name,
    version: _version,
    simulated: _simulated,
    model: _model,
    bookIds: _books,
    dueEveryUse: _use,
    dueEveryMonths: _months,
    ...engine
  } = bench.engine;
  const signed = [
    ...new Set(bench.signatures.flatMap(({ procedure }) => (procedure === SECOND_LOOK ? [] : procedure))),
  ].sort();
  return {
    format: JOB_FILE_FORMAT,
    version: JOB_FILE_VERSION,
    engine: { ...engine, ...hoursOf(job, engine) },
    books: bench.books.map(({ id, version, model, page, retired, ...book }) => book),
    houseRules: job.houseRules,
    site: job.site,
    ...(job.symptoms ? { symptoms: job.symptoms } : {}),
    ...(job.readHere ? { readHere: job.readHere } : {}),
    ...(job.purpose ? { purpose: job.purpose } : {}),
    ...(job.otherSaid ? { otherSaid: job.otherSaid } : {}),
    ...(signed.length > 0 ? { signed } : {}),
    ...(untested ? { untestedRepair: untested.what } : {}),
    ...(found.length > 0 ? { found: found.map(({ cylinder, found: cause }) => ({ cylinder, cause })) } : {}),
    ...(decision ? { decision: decision.input } : {}),
    tests: sorted.map((test, i) => afterRepair(toTest(test, counting), repairBefore(repairs, sorted, i))),
  };
}

/** What was found last in each cylinder that was opened, in the order of their names. */
export function openedOf({ outcomes }: Pick<Bench, 'outcomes'>): Outcome[] {
  const latest = new Map<string, Outcome>();
  for (const one of [...outcomes].sort((a, b) => inOrder(a, a.madeAt, b, b.madeAt))) latest.set(one.cylinder, one);
  return [...latest.values()].sort((a, b) => (a.cylinder < b.cylinder ? -1 : 1));
}

/** The same, without what was found before something was repaired: that is mended, or to be found anew. */
export function openedSinceRepair(bench: Pick<Bench, 'outcomes' | 'repairs'>): Outcome[] {
  const repaired = latestOf(bench.repairs);
  return openedOf(bench).filter(({ madeAt }) => !repaired || isLater(madeAt, repaired.madeAt));
}

/** It was opened, looked at or measured inside after it was decided. */
export function openedSinceDecided({
  decisions,
  outcomes,
  readings,
}: Pick<Bench, 'decisions' | 'outcomes' | 'readings'>): boolean {
  const decision = latestOf(decisions);
  if (decision === undefined) return false;
  return (
    outcomes.some(({ madeAt }) => isLater(madeAt, decision.madeAt)) ||
    readings.some(({ kind, takenAt }) => OPEN_KINDS.has(kind) && isLater(takenAt, decision.madeAt))
  );
}

/**
 * What was decided last. What was chosen before it was opened is no choice any more, and what was repaired since is
 * nothing to decide.
 */
export function decisionOf(
  bench: Pick<Bench, 'decisions' | 'outcomes' | 'readings' | 'repairs'>,
): Decision | undefined {
  const decision = latestOf(bench.decisions);
  const repair = latestOf(bench.repairs);
  if (decision && repair && isLater(repair.madeAt, decision.madeAt)) return undefined;
  if (!decision || !openedSinceDecided(bench)) return decision;
  const { chosen: _, stopAt: __, ...open } = decision;
  return open;
}

/** Use up to this job, in the engine's unit: the meter, and what was run before it was fitted. */
export const usageOf = ({ meter, usedBefore = 0 }: Pick<JobRecord, 'meter' | 'usedBefore'>): number | undefined =>
  meter === undefined ? undefined : meter + usedBefore;

/** Hours are hours: what a meter counts in kilometres is none. */
function hoursOf(job: JobRecord, { meterUnit = 'h' }: Pick<EngineRecord, 'meterUnit'>): { hours?: number } {
  const use = usageOf(job);
  return use === undefined || meterUnit !== 'h' ? {} : { hours: use };
}

const isLater = (a: string, b: string) => Date.parse(a) > Date.parse(b);

/** The repair that this test is the first to be measured after. */
function repairBefore(repairs: readonly Repair[], tests: readonly TestRecord[], i: number): Repair | undefined {
  const [test, before] = [tests[i], tests[i - 1]];
  return repairs.findLast(
    ({ madeAt }) => test && isLater(test.startedAt, madeAt) && !(before && isLater(before.startedAt, madeAt)),
  );
}

/** The first test after a repair begins a new line, whoever forgot to say so. */
const afterRepair = (test: Test, repair: Repair | undefined): Test =>
  repair === undefined || test.after !== undefined ? test : { ...test, after: 'repair', repair: repair.what };

/** A test of a job file from its record and its counting readings, in order. */
export function toTest<K extends TestKind>(
  { id, kind, conditions }: TestRecordOf<K>,
  counting: readonly ReadingRecord[],
): TestOf<K> {
  const figures = counting.flatMap((reading) => (reading.testId === id ? [reading.figures] : []));
  return { kind, ...conditions, [listOf(kind)]: figures } as unknown as TestOf<K>;
}
