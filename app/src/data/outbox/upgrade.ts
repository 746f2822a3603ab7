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

/** A book used to stand at a place of one engine. */
const libraryBook = ({ engineId, rank, ...book }: Flat): Flat => book;
/** What the meter showed used to be called hours, kilometres too. */
const metered = ({ hours, ...job }: Flat): Flat => (hours === undefined ? job : { meter: hours, ...job });

/** A bench that was kept on this device. */
export function upgradedBench(kept: object): Bench {
  const {
    houseRules = {},
    job,
    tests,
    readings,
    ...rest
  } = kept as Flat & { job: Flat; tests?: Flat[]; readings?: Flat[] };
  const books = (rest as { books?: Flat[] }).books ?? [];
  return {
    ...nothingAdded(),
    ...rest,
    books: [...books].sort((a, b) => Number(a['rank'] ?? 0) - Number(b['rank'] ?? 0)).map(libraryBook),
    job: { houseRules, ...metered(job) },
    tests: (tests ?? []).map(test),
    readings: (readings ?? []).map(reading),
  } as unknown as Bench;
}

/** An entry that still waits to be sent. */
export function upgradedEntry(entry: Entry): Entry {
  const body = upgradedBody(entry.path, entry.body);
  return { ...entry, body, ...(entry.newBench ? { newBench: upgradedBench(entry.newBench) } : {}) };
}

function upgradedBody(path: string, body: Flat): Flat {
  if (path === '/tests') return test(body);
  if (path === '/readings') return reading(body);
  if (path === '/books' && 'rank' in body) return (({ rank, ...book }) => book)(body);
  return path === '/jobs' || path.startsWith('/jobs/') ? metered(body) : body;
}
