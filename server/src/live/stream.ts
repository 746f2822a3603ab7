import { formatEnd, formatHello, formatSamples, type LiveKind } from '@rugged/contract/live';
import type { LiveTake } from '@rugged/core/virtual-engine';

/** One event of a stream: its id says where to go on after it. */
export interface LiveEvent {
  id: string;
  data: string;
}

/** Where a stream stands: when its first sample was due (epoch ms), and the next sample. */
export interface Place {
  startedAt: number;
  next: number;
}

/** So many samples at once after the signal was away; a line stays readable. */
const MOST_ROWS = 400;

export const placeOf = ({ startedAt, next }: Place): string => `${startedAt}-${next}`;

/** @returns nothing where the text is no place of a stream */
export function parsePlace(text: string | undefined): Place | undefined {
  const found = /^(\d{10,16})-(\d{1,9})$/.exec(text ?? '');
  return found ? { startedAt: Number(found[1]), next: Number(found[2]) } : undefined;
}

export function hello(kind: LiveKind, take: LiveTake, place: Place): LiveEvent {
  return {
    id: placeOf(place),
    data: formatHello({ kind, sampleHz: take.sampleHz, unit: 'kPa', channels: take.channels.map(({ name }) => name) }),
  };
}

/**
 * What is due by now, from a place on. Nothing is kept between two calls, so any server can go on where another
 * stopped.
 * @returns the events, the place after them, and whether the take is over
 */
export function due(take: LiveTake, place: Place, now: number): { events: LiveEvent[]; place: Place; over: boolean } {
  const total = take.channels[0]?.samples.length ?? 0;
  const until = Math.min(total, Math.max(place.next, Math.floor(((now - place.startedAt) / 1000) * take.sampleHz)));
  const events: LiveEvent[] = [];
  for (let from = place.next; from < until; from += MOST_ROWS) {
    const to = Math.min(until, from + MOST_ROWS);
    const rows = Array.from({ length: to - from }, (_, i) =>
      take.channels.map(({ samples }) => samples[from + i] as number),
    );
    events.push({ id: placeOf({ ...place, next: to }), data: formatSamples(from, rows) });
  }
  const after = { ...place, next: until };
  if (until >= total) events.push({ id: placeOf(after), data: formatEnd(total) });
  return { events, place: after, over: until >= total };
}
