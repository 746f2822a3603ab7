import type { Bench, BookRecord, Problem } from '@rugged/contract';

/** What was entered and is not at the server yet. Bodies are exactly what will be sent. */
export interface Entry {
  /** Order of entry; given by the browser's database. */
  seq: number;
  personId: string;
  method: 'POST' | 'PATCH';
  path: string;
  body: Record<string, unknown>;
  /** The job it belongs to; missing for what belongs to an engine or to the library. */
  jobId?: string;
  /** What it is in a few words. */
  what: string;
  queuedAt: string;
  /** A new job carries its whole bench, so that it can be worked on before the server knows it. */
  newBench?: Bench;
  /** Books of the library that a change of an engine names, so that they can be shown before the server answers. */
  brings?: BookRecord[];
  /** Set when the server refused it. It stays until a person decides. */
  problem?: Problem;
}

export type NewEntry = Omit<Entry, 'seq' | 'personId' | 'queuedAt'>;
