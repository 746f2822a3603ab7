import type { Bench } from '@rugged/contract';
import type { AddedName, NewAdded } from '@rugged/contract/bench';
import { outbox } from '@/data/client';
import { newId } from '@/data/new-id';
import type { NewEntry } from '@/data/outbox/entry';

/** What somebody adds to a job, as it waits to be sent. @param what it is, in a few words */
export function addedEntry<N extends AddedName>(
  bench: Bench,
  name: N,
  record: Omit<NewAdded<N>, 'id' | 'jobId' | 'madeAt'>,
  what: string,
  madeAt = new Date().toISOString(),
): NewEntry {
  const { job, engine } = bench;
  return {
    method: 'POST',
    path: `/${name}`,
    body: { id: newId(), jobId: job.id, ...record, madeAt },
    jobId: job.id,
    what: `${what}, ${engine.name}`,
  };
}

/** Adds it: on this device at once, at the server when there is signal. */
export const add = <N extends AddedName>(
  bench: Bench,
  name: N,
  record: Omit<NewAdded<N>, 'id' | 'jobId' | 'madeAt'>,
  what: string,
): Promise<void> => outbox.keep([addedEntry(bench, name, record, what)]);
