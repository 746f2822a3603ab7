import { type Bench, nothingAdded } from '@rugged/contract/bench';
import type { Entry } from './entry';

/**
 * What an earlier version of the app left on this device, in today's shape: nothing that was entered without signal is
 * lost
 * by an update. Compression used to be written flat, and house rules stood beside the job.
 */
type Flat = Record<string, unknown>;

const META_OF_TEST = new Set(['id', 'jobId', 'kind', 'startedAt', 'by']);
const META_OF_READING = new Set(['id', 'testId', 'kind', 'takenAt', 'supersedes', 'withdrawn']);

/** Fields that are no meta go together under one name. */
function gathered(row: Flat, meta: ReadonlySet<string>, under: 'conditions' | 'figures'): Flat {
  if (under in row) return row;
  const split = (kept: boolean) =>
    Object.fromEntries(Object.entries(row).filter(([field]) => meta.has(field) === kept));
  return { kind: 'compression', ...split(true), [under]: split(false) };
}
const test = (row: Flat) => gathered(row, META_OF_TEST, 'conditions');
const reading = (row: Flat) => gathered(row, META_OF_READING, 'figures');

/** A bench that was kept on this device. */
export function upgradedBench(kept: object): Bench {
  const {
    houseRules = {},
    job,
    tests,
    readings,
    ...rest
  } = kept as Flat & { job: Flat; tests?: Flat[]; readings?: Flat[] };
  return {
    ...nothingAdded(),
    ...rest,
    job: { houseRules, ...job },
    tests: (tests ?? []).map(test),
    readings: (readings ?? []).map(reading),
  } as unknown as Bench;
}

/** An entry that still waits to be sent. */
export function upgradedEntry(entry: Entry): Entry {
  const body =
    entry.path === '/tests' ? test(entry.body) : entry.path === '/readings' ? reading(entry.body) : entry.body;
  return { ...entry, body, ...(entry.newBench ? { newBench: upgradedBench(entry.newBench) } : {}) };
}
