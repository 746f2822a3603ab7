import type { ReadingRecord } from '../records/test';
import { ADDED_NAMES, type AddedName } from './added';
import type { Bench } from './bench';

/** An hour after it was closed a job is still opened again: somebody pressed the wrong button. */
export const OPENED_AGAIN_MS = 3600_000;

/** Something that was added to a job after it was closed, beside what it takes the place of. */
export interface Amendment {
  what: AddedName | 'tests' | 'readings';
  id: string;
  reason: string;
  by?: string;
  at: string;
  /** A reading, and the one whose place it takes. */
  reading?: ReadingRecord;
  original?: ReadingRecord;
}

/** What was added since the job was closed, in the order it was made. */
export function amendmentsOf(bench: Bench): Amendment[] {
  const readings = new Map(bench.readings.map((reading) => [reading.id, reading]));
  const told = (
    what: Amendment['what'],
    at: string,
    { id, by, amends }: { id: string; by?: string; amends?: string },
  ) => (amends === undefined ? [] : [{ what, id, at, reason: amends, ...(by === undefined ? {} : { by }) }]);
  return [
    ...bench.tests.flatMap((test) => told('tests', test.startedAt, test)),
    ...bench.readings.flatMap((reading) =>
      told('readings', reading.takenAt, reading).map((one): Amendment => {
        const original = reading.supersedes === undefined ? undefined : readings.get(reading.supersedes);
        return { ...one, reading, ...(original ? { original } : {}) };
      }),
    ),
    ...ADDED_NAMES.flatMap((name) => bench[name].flatMap((row) => told(name, row.madeAt, row))),
  ].sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1));
}

/** The bench as it was closed, without what was added since; nothing where nothing was. */
export function asClosed(bench: Bench): Bench | undefined {
  if (bench.job.status !== 'closed' || amendmentsOf(bench).length === 0) return undefined;
  const before = <T extends { amends?: string }>(rows: readonly T[]): T[] =>
    rows.filter(({ amends }) => amends === undefined);
  return {
    ...bench,
    tests: before(bench.tests),
    readings: before(bench.readings),
    ...Object.fromEntries(ADDED_NAMES.map((name) => [name, before(bench[name] as { amends?: string }[])])),
  };
}
