import type { BookRecord, JobChange, NewReading, NewTest } from '@rugged/contract';
import { ADDED_NAMES, type AddedName, type Bench } from '@rugged/contract/bench';
import type { Entry } from './entry';
import { isOfSheet, onSheet, type WithSheet } from './on-sheet';

/** What lay over a bench when it was last asked for, and what came of it. */
const laidOver = new WeakMap<Bench, { own: readonly Entry[]; shown: Bench }>();

/**
 * A bench as the person left it: what the server sent, with what still waits on this device laid over it. As long as
 * its own entries are the same the result is the same object, whatever else comes and goes.
 */
export function withPending(bench: Bench, entries: readonly Entry[]): Bench {
  const own = entries.filter(
    ({ newBench, jobId, path, body }) => !newBench && (jobId === bench.job.id || isOfSheet(bench, path, body)),
  );
  const known = laidOver.get(bench);
  if (known && known.own.length === own.length && known.own.every((entry, at) => entry === own[at])) return known.shown;
  const shown = own.reduce(
    (state, entry) => (concerns(entry, state) ? applied(state, entry.path, afterwards(entry), entry.brings) : state),
    bench,
  );
  laidOver.set(bench, { own, shown });
  return shown;
}

/** Whether an entry belongs on a bench: it is of its job, or of the sheet that an open job is judged by. */
export const concerns = ({ jobId, path, body }: Pick<Entry, 'jobId' | 'path' | 'body'>, bench: Bench): boolean =>
  jobId === bench.job.id || (bench.job.status === 'open' && isOfSheet(bench, path, body));

/** The sheet of an engine with what still waits on this device laid over it. */
export const sheetWithPending = <T extends WithSheet>(sheet: T, entries: readonly Entry[]): T =>
  entries
    .filter((entry) => !entry.newBench)
    .reduce(
      (state, entry) =>
        isOfSheet(state, entry.path, entry.body) ? onSheet(state, entry.path, afterwards(entry), entry.brings) : state,
      sheet,
    );

/** What the record will be once the entry is through: the next change must start from the version it will then have. */
function afterwards({ method, body }: Entry): Record<string, unknown> {
  return method === 'PATCH' ? { ...body, version: Number(body['version']) + 1 } : body;
}

/** A job that is still only on this device. */
export const newBenchOf = ({ newBench }: Pick<Entry, 'newBench'>): Bench | undefined => newBench;

/** Jobs that the server does not know yet. */
export function pendingBenches(entries: readonly Entry[]): Bench[] {
  return entries.flatMap((entry) => newBenchOf(entry) ?? []).map((bench) => withPending(bench, entries));
}

/** One entry, or the server's answer to it, laid over a bench. A row already there is replaced. */
export function applied(
  bench: Bench,
  path: string,
  row: Record<string, unknown>,
  brings?: readonly BookRecord[],
): Bench {
  if (isOfSheet(bench, path, row)) return onSheet(bench, path, row, brings);
  const name = ADDED_NAMES.find((one) => path === `/${one}`);
  if (name) return { ...bench, [name]: replaced(bench[name] as Row[], row as unknown as Row) };
  switch (path) {
    case '/tests':
      return { ...bench, tests: replaced(bench.tests, row as unknown as NewTest) };
    case '/readings':
      return { ...bench, readings: replaced(bench.readings, row as unknown as NewReading) };
    case '/jobs':
      return { ...bench, job: { ...bench.job, ...row } };
    case `/jobs/${bench.job.id}`: {
      // An answer is the whole job: what was taken away is not in it.
      if ('openedAt' in row) return { ...bench, job: row as unknown as Bench['job'] };
      const { version, readHere, ...change } = row as unknown as JobChange;
      const { readHere: before, ...job } = { ...bench.job, ...change, version: Math.max(version, bench.job.version) };
      const judgedBy = readHere === undefined ? before : readHere;
      return { ...bench, job: judgedBy ? { ...job, readHere: judgedBy } : job };
    }
    default:
      return bench;
  }
}

type Row = Bench[AddedName][number];

function replaced<T extends { id: string }>(rows: readonly T[], row: T): T[] {
  return rows.some(({ id }) => id === row.id)
    ? rows.map((old) => (old.id === row.id ? { ...old, ...row } : old))
    : [...rows, row];
}
