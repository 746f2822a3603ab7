import { type HouseRules, type JobFile, JOB_FILE_FORMAT, JOB_FILE_VERSION, type Test } from '@rugged/core';
import type { BookRecord } from '../records/book';
import type { EngineRecord } from '../records/engine';
import type { JobRecord } from '../records/job';
import type { Machine } from '../records/machine';
import type { Note } from '../records/note';
import type { Outcome } from '../records/outcome';
import type { Overrule } from '../records/overrule';
import type { Owner } from '../records/owner';
import type { CompressionReadingRecord, ReadingRecord, TestRecord } from '../records/test';
import type { Signature, TickRecord } from '../records/tick';

/** One job with all that stands on its bench. */
export interface Bench {
  job: JobRecord;
  owner: Owner;
  machine: Machine;
  engine: EngineRecord;
  books: BookRecord[];
  houseRules: Partial<HouseRules>;
  tests: TestRecord[];
  readings: ReadingRecord[];
  overrules: Overrule[];
  ticks: TickRecord[];
  signatures: Signature[];
  notes: Note[];
  outcomes: Outcome[];
  /** What this engine read on the job before this one, the counting dry readings. */
  lastTime?: { jobId: string; number: number; openedAt: string; readings: Pick<CompressionReadingRecord, 'cylinder' | 'unit' | 'peak'>[] };
}

/** Those readings that count: not superseded, not withdrawn, in the order they were taken. */
export function countingReadings(readings: readonly ReadingRecord[]): ReadingRecord[] {
  const superseded = new Set(readings.flatMap((reading) => reading.supersedes ?? []));
  return readings
    .filter((reading) => !superseded.has(reading.id) && !reading.withdrawn)
    .sort((a, b) => inOrder(a, a.takenAt, b, b.takenAt));
}

/** Those of compression tests. */
export function compressionOf(readings: readonly ReadingRecord[]): CompressionReadingRecord[] {
  return readings.filter(isCompression);
}

const isCompression = (reading: ReadingRecord): reading is CompressionReadingRecord => (reading.kind ?? 'compression') === 'compression';

/** By time, whatever way the instant is written, then by id, so that the order is the same everywhere. */
const inOrder = (a: { id: string }, aTime: string, b: { id: string }, bTime: string) =>
  Date.parse(aTime) - Date.parse(bTime) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** The bench as a job file: what is judged on the phone, on the server and on the command line. */
export function toJobFile(bench: Bench): JobFile {
  const { job } = bench;
  const counting = countingReadings(bench.readings);
  const { id: _id, machineId: _machineId, name: _name, version: _version, simulated: _simulated, ...engine } = bench.engine;
  return {
    format: JOB_FILE_FORMAT,
    version: JOB_FILE_VERSION,
    engine: { ...engine, ...(job.hours === undefined ? {} : { hours: job.hours }) },
    books: [...bench.books].sort((a, b) => a.rank - b.rank).map(({ id, engineId, rank, version, ...book }) => book),
    houseRules: bench.houseRules,
    site: job.site,
    ...(job.symptoms ? { symptoms: job.symptoms } : {}),
    tests: [...bench.tests].sort((a, b) => inOrder(a, a.startedAt, b, b.startedAt))
      .map((test) => toTest(test, counting)),
  };
}

/** A test of a job file from its record and its counting readings, in order. */
export function toTest(record: TestRecord, counting: readonly ReadingRecord[]): Test {
  const own = counting.filter(({ testId }) => testId === record.id);
  if (record.kind === 'compression') {
    const { id, jobId, startedAt, by, ...conditions } = record;
    return { ...conditions, readings: own.filter(isCompression).map(({ id: _id, testId, takenAt, supersedes, withdrawn, kind, ...reading }) => reading) };
  }
  const figures = own.flatMap((reading) => ('figures' in reading ? [reading.figures] : []));
  return { kind: record.kind, ...record.conditions, [record.kind === 'crankcase' ? 'samples' : 'readings']: figures } as Test;
}
