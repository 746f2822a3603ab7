import type { LimitSource, ThumbName } from '../limits/source';

const THUMB: Readonly<Record<ThumbName, string>> = {
  diesel: 'diesel, 275 and up',
  'handheld-two-stroke': 'hand-held two-stroke, 90 bare minimum',
  'handheld-two-stroke-strict': 'hand-held two-stroke, hardly runs under 120',
  'two-stroke': 'two-stroke, 100 minimum',
  'side-valve': 'side-valve, 80 to 100',
  release: 'small engine with release, over 60',
  'release-not-judged': 'an engine with release is not judged by compression',
  'small-four-stroke': 'small four-stroke, 90 and up',
  'small-four-stroke-strict': 'small four-stroke, 100 to 130',
  'marine-petrol': 'marine petrol, over 100',
  'marine-petrol-lenient': 'marine petrol, 80 is still allowed',
  motorcycle: 'motorcycle, above 100 it runs',
  'motorcycle-lenient': 'motorcycle, 90 and it still runs',
};

/** A rule of thumb as the trade says it. */
export const thumbName = (name: ThumbName): string => THUMB[name];

/** Whose figure a limit is, by itself: `service sheet`, `two-stroke, 100 minimum`. */
export function schoolOf(source: LimitSource): string {
  if (source.kind === 'book') return source.name ?? 'the book';
  if (source.rule === 'spread') return 'house rule';
  if (source.rule === 'leakage') return `house rule ${source.sound}/${source.watch}/${source.fault} %`;
  if (source.rule === 'read-here') return `${source.engines} others read here, ${source.name}`;
  if (source.rule === 'crankcase-hold') return 'half a psi in three minutes';
  if (source.rule === 'running') return 'three quarters of what the others make';
  if (source.rule === 'battery-rest') return '12.4 V at rest for a 12 V battery';
  if (source.rule === 'battery') return 'four fifths of its name while it cranks';
  return thumbName(source.rule);
}

/** What is no book and says by itself that it is none. */
const NAMED_AS_NO_BOOK: readonly string[] = ['read-here', 'spread', 'leakage', 'running'];

/** The same where it must not be taken for a book. */
export const sourceName = (source: LimitSource): string =>
  source.kind === 'book' || NAMED_AS_NO_BOOK.includes(source.rule)
    ? schoolOf(source)
    : `rule of thumb: ${schoolOf(source)}`;
