import type { Bench } from './bench';
import { ADDED_NAMES, type AddedName } from './added';

/** A time that does not fit: kept as it was said, and told beside it. */
export interface OddTime {
  what: AddedName | 'tests' | 'readings';
  id: string;
  by?: string;
  /** What the device said. */
  at: string;
  /** What the server's clock said. */
  receivedAt?: string;
  odd: 'before-its-job' | 'before-its-test' | 'clock-ahead' | 'came-late';
  /** By how much, ms. */
  ms: number;
}

/** Two clocks of one shop differ by less. */
const SHADE_MS = 2 * 60_000;
const DAY_MS = 24 * 3600_000;

/**
 * Every time on a bench that does not fit: a reading before its test, anything before its job, a device whose clock
 * runs ahead of the server's, and what came in more than a day after it was made. A moved or corrected reading keeps
 * the time it was read at.
 */
export function oddTimes(bench: Bench): OddTime[] {
  const { job, tests, readings } = bench;
  const began = new Map(tests.map(({ id, startedAt }) => [id, startedAt]));
  const rows = [
    ...tests.map((row) => ({ ...row, what: 'tests' as const, at: row.startedAt, of: undefined })),
    ...readings.map((row) => ({ ...row, what: 'readings' as const, at: row.takenAt, of: began.get(row.testId) })),
    ...ADDED_NAMES.flatMap((what) => bench[what].map((row) => ({ ...row, what, at: row.madeAt, of: undefined }))),
  ];
  return rows
    .flatMap(({ what, id, by, at, receivedAt, of }): OddTime[] => {
      const told = { what, id, at, ...(by === undefined ? {} : { by }), ...(receivedAt ? { receivedAt } : {}) };
      const gap = (a: string, b: string) => Date.parse(a) - Date.parse(b);
      const found: [OddTime['odd'], number][] = [
        ['before-its-job', gap(job.openedAt, at)],
        ['before-its-test', of === undefined ? 0 : gap(of, at)],
        ['clock-ahead', receivedAt === undefined ? 0 : gap(at, receivedAt)],
      ];
      const worst = found.find(([, ms]) => ms > SHADE_MS);
      if (worst) return [{ ...told, odd: worst[0], ms: worst[1] }];
      const late = receivedAt === undefined ? 0 : gap(receivedAt, at);
      return late > DAY_MS ? [{ ...told, odd: 'came-late', ms: late }] : [];
    })
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1));
}
