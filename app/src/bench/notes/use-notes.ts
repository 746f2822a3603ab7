import type { Bench, NewPhoto, Note, PlugLook } from '@rugged/contract';
import { type Inside, INSIDE_NAME } from '@rugged/core';
import { outbox } from '@/data/client';
import { newId } from '@/data/new-id';
import type { NewEntry } from '@/data/outbox/entry';
import { add, addedEntry } from '@/data/recording';
import { useOutbox } from '@/data/use-outbox';

/** Notes that count: not superseded, not withdrawn, the latest first. */
export function countingNotes(notes: readonly Note[]): Note[] {
  const superseded = new Set(notes.flatMap(({ supersedes }) => supersedes ?? []));
  return notes
    .filter(({ id, withdrawn }) => !superseded.has(id) && !withdrawn)
    .sort((a, b) => Date.parse(b.madeAt) - Date.parse(a.madeAt));
}

/** `Photograph of cyl 2, bore`. */
export const photoName = ({ cylinder, part, about }: Note): string =>
  `Photograph${cylinder === undefined ? '' : ` of cyl ${cylinder}`}, ${part ? INSIDE_NAME[part] : about}`;

export interface WrittenNote {
  cylinder?: string;
  about: Note['about'];
  part?: Inside;
  text?: string;
  plug?: PlugLook;
  photo?: Pick<NewPhoto, 'mime' | 'data'>;
}

/** Keeps a note, its photograph before it: on this device at once, at the server when there is signal. */
export function keepNote(bench: Bench, { photo, ...written }: WrittenNote): Promise<void> {
  const { job, engine } = bench;
  const madeAt = new Date().toISOString();
  const picture: NewPhoto | undefined = photo && { id: newId(), jobId: job.id, ...photo, madeAt };
  const of = written.cylinder === undefined ? '' : ` on cyl ${written.cylinder}`;
  const entries: NewEntry[] = [
    ...(picture
      ? [
          {
            method: 'POST' as const,
            path: '/photos',
            body: { ...picture },
            jobId: job.id,
            what: `Photograph${of}, ${engine.name}`,
          },
        ]
      : []),
    addedEntry(bench, 'notes', { ...written, ...(picture ? { photoId: picture.id } : {}) }, `Note${of}`, madeAt),
  ];
  return outbox.keep(entries);
}

export const takeBackNote = (bench: Bench, { id, about, cylinder }: Note): Promise<void> =>
  add(
    bench,
    'notes',
    { about, ...(cylinder === undefined ? {} : { cylinder }), supersedes: id, withdrawn: true },
    'Note taken back',
  );

/**
 * Where a photograph is shown from: what still waits on this device, else the server (or what was kept of it), as small
 * as a list needs it.
 */
export function usePhotoSource(photoId: string): string {
  const { entries } = useOutbox();
  const waiting = entries.find(({ path, body }) => path === '/photos' && body['id'] === photoId)?.body;
  return waiting
    ? `data:${String(waiting['mime'])};base64,${String(waiting['data'])}`
    : `/api/photos/${photoId}?size=small`;
}
