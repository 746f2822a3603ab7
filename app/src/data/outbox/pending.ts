import type { Bench, JobChange, NewReading, NewTest, Note, Outcome, Overrule, Signature, TickRecord } from '@rugged/contract';
import type { Entry } from './entry';

/** A bench as the person left it: what the server sent, with what still waits on this device laid over it. */
export function withPending(bench: Bench, entries: readonly Entry[]): Bench {
  return entries.filter((entry) => entry.jobId === bench.job.id && !entry.newBench).reduce((state, entry) => applied(state, entry.path, afterwards(entry)), bench);
}

/** What the record will be once the entry is through: the next change must start from the version it will then have. */
function afterwards({ method, body }: Entry): Record<string, unknown> {
  return method === 'PATCH' ? { ...body, version: Number(body['version']) + 1 } : body;
}

/** What older versions of the app did not keep with a new job. */
const NOTHING_ADDED: Pick<Bench, 'ticks' | 'signatures' | 'notes' | 'outcomes'> = { ticks: [], signatures: [], notes: [], outcomes: [] };

/** A job that is still only on this device, whole, whatever version of the app opened it. */
export const newBenchOf = ({ newBench }: Pick<Entry, 'newBench'>): Bench | undefined => newBench && { ...NOTHING_ADDED, ...newBench };

/** Jobs that the server does not know yet. */
export function pendingBenches(entries: readonly Entry[]): Bench[] {
  return entries.flatMap((entry) => newBenchOf(entry) ?? []).map((bench) => withPending(bench, entries));
}

/** One entry, or the server's answer to it, laid over a bench. A row already there is replaced. */
export function applied(bench: Bench, path: string, row: Record<string, unknown>): Bench {
  switch (path) {
    case '/tests': return { ...bench, tests: replaced(bench.tests, row as unknown as NewTest) };
    case '/readings': return { ...bench, readings: replaced(bench.readings, row as unknown as NewReading) };
    case '/overrules': return { ...bench, overrules: replaced(bench.overrules, row as unknown as Overrule) };
    case '/ticks': return { ...bench, ticks: replaced(bench.ticks, row as unknown as TickRecord) };
    case '/signatures': return { ...bench, signatures: replaced(bench.signatures, row as unknown as Signature) };
    case '/notes': return { ...bench, notes: replaced(bench.notes, row as unknown as Note) };
    case '/outcomes': return { ...bench, outcomes: replaced(bench.outcomes, row as unknown as Outcome) };
    case '/jobs': return { ...bench, job: { ...bench.job, ...row } };
    case `/jobs/${bench.job.id}`: {
      const { version, ...change } = row as unknown as JobChange;
      return { ...bench, job: { ...bench.job, ...change, version: Math.max(version, bench.job.version) } };
    }
    default: return bench;
  }
}

function replaced<T extends { id: string }>(rows: readonly T[], row: T): T[] {
  return rows.some(({ id }) => id === row.id) ? rows.map((old) => (old.id === row.id ? { ...old, ...row } : old)) : [...rows, row];
}
