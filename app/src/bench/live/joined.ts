import type { LiveKind } from '@rugged/contract/live';
import { useSyncExternalStore } from 'react';
import { forgetDraft, readDraft, writeDraft } from '@/data/draft';
import type { Plugged } from './plugged';

/** A sensor of one's own that a pad reads: by its pairing code over the network, or on a cable. */
export type Joined = { way: 'paired'; id: string; code: string } | { way: 'plugged'; board: Plugged };

const boards = new Map<LiveKind, Joined>();
const listeners = new Set<() => void>();
const follow = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const draftOf = (kind: LiveKind) => `sensor.${kind}`;

/** A paired sensor outlives a reload; a board is plugged in again. */
const joinedTo = (kind: LiveKind): Joined | undefined => boards.get(kind) ?? readDraft<Joined>(draftOf(kind));

export function join(kind: LiveKind, joined: Joined): void {
  leave(kind);
  if (joined.way === 'paired') writeDraft(draftOf(kind), joined);
  else boards.set(kind, joined);
  for (const listener of listeners) listener();
}

export function leave(kind: LiveKind): void {
  boards.delete(kind);
  forgetDraft(draftOf(kind));
  for (const listener of listeners) listener();
}

export const useJoined = (kind: LiveKind): Joined | undefined =>
  useSyncExternalStore(
    follow,
    () => joinedTo(kind),
    () => undefined,
  );
