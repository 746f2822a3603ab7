import { formatEnd, formatSamples, type LiveLine, parseLine } from '@rugged/contract/live';
import type { LiveEvent } from './stream';

/** What a sensor sent, line by line, as the database has it. */
export interface StoredLine {
  from: number;
  line: string;
}

/** Where a pad stands in the stream of a joined sensor: the sample at which it began, and the next one. */
export interface JoinedPlace {
  base: number;
  next: number;
}

export const joinedPlaceOf = ({ base, next }: JoinedPlace): string => `j${base}-${next}`;

export function parseJoinedPlace(text: string | undefined): JoinedPlace | undefined {
  const found = /^j(\d{1,15})-(\d{1,15})$/.exec(text ?? '');
  return found ? { base: Number(found[1]), next: Number(found[2]) } : undefined;
}

/** What one request of a sensor brings: a hello, rows that are new, an end. */
export interface Brought {
  hello?: string;
  kind?: Extract<LiveLine, { line: 'hello' }>['kind'];
  lines: { from: number; samples: number; line: string }[];
  taken: number;
  ended: boolean;
}

/**
 * Reads what a sensor sent after it had sent `taken` samples. What came before is passed over, so that it may send a
 * request again; a number that is missing is refused.
 * @throws RangeError that says what is wrong with a line
 */
export function brought(text: string, taken: number): Brought {
  const all: Brought = { lines: [], taken, ended: false };
  for (const line of text.split('\n').map((one) => one.trim())) {
    if (line === '') continue;
    const read = parseLine(line);
    if (read.line === 'hello') Object.assign(all, { hello: line, kind: read.kind });
    if (read.line === 'end') all.ended = true;
    if (read.line !== 'samples') continue;
    if (read.from > all.taken) throw new RangeError(`Samples are missing: the next one is number ${all.taken}`);
    const fresh = read.rows.slice(all.taken - read.from);
    if (fresh.length === 0) continue;
    all.lines.push({ from: all.taken, samples: fresh.length, line: formatSamples(all.taken, fresh) });
    all.taken += fresh.length;
  }
  return all;
}

/** Stored lines as events for a pad, counted from the sample at which it began. */
export function relayed(lines: readonly StoredLine[], place: JoinedPlace): { events: LiveEvent[]; place: JoinedPlace } {
  let at = place;
  const events = lines.flatMap(({ line }): LiveEvent[] => {
    const read = parseLine(line);
    if (read.line !== 'samples') return [];
    const fresh = read.rows.slice(Math.max(0, at.next - read.from));
    if (fresh.length === 0) return [];
    const from = at.next;
    at = { ...at, next: read.from + read.rows.length };
    return [{ id: joinedPlaceOf(at), data: formatSamples(from - at.base, fresh) }];
  });
  return { events, place: at };
}

export const joinedEnd = (place: JoinedPlace): LiveEvent => ({
  id: joinedPlaceOf(place),
  data: formatEnd(place.next - place.base),
});
