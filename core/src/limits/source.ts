/** The trade's rules of thumb, by name. */
export const THUMB_NAMES = [
  'diesel',
  'handheld-two-stroke',
  'handheld-two-stroke-strict',
  'two-stroke',
  'side-valve',
  'release',
  'release-not-judged',
  'small-four-stroke',
  'small-four-stroke-strict',
  'marine-petrol',
  'marine-petrol-lenient',
  'motorcycle',
  'motorcycle-lenient',
] as const;
export type ThumbName = (typeof THUMB_NAMES)[number];

/** Where a limit comes from. A rule of thumb is never called a book. */
export type LimitSource = BookSource | HouseSource;
/** A book without a name of its own is just the book. */
export interface BookSource {
  kind: 'book';
  name?: string;
}
export type HouseSource = { kind: 'house' } & (
  | { rule: ThumbName | 'spread' | 'crankcase-hold' | 'battery' | 'battery-rest' | 'running' }
  | { rule: 'leakage'; sound: number; watch: number; fault: number }
  | { rule: 'read-here'; name: string; engines: number }
);

/** A book as the source of a limit. */
export const bookSource = ({ source }: { source?: string }): BookSource =>
  source === undefined ? { kind: 'book' } : { kind: 'book', name: source };
