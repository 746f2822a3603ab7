/** What the row of readings looks like before any limit is asked. */
export type Pattern =
  | { name: 'zero'; cylinders: string[] }
  | { name: 'all-low'; cylinders: string[] }
  | { name: 'neighbours-low-and-alike'; cylinders: [string, string] }
  | { name: 'half-of-the-other'; cylinders: [string]; other: string }
  | { name: 'one-low'; cylinders: [string] }
  | { name: 'all-high'; cylinders: string[] }
  | { name: 'one-high'; cylinders: [string] };

export interface PatternInput {
  cylinder: string;
  kPa: number;
  /** Misses its limit or its spread limit. */
  low: boolean;
  /** Above the book's maximum. */
  high: boolean;
}

/** Two low neighbours within this share of each other are alike. */
const ALIKE = 0.1;
/** Nearly nothing: under a tenth of the best, or of the limit. */
const NEARLY_ZERO = 0.1 + 1e-9;

/**
 * The known patterns across cylinders, strongest first. Several may hold.
 *
 * @param row every measured cylinder, @param neighbours pairs that share a wall
 * @param limitKPa the limit here, when there is one, to know nothing from little on a single
 */
export function patterns(
  row: readonly PatternInput[],
  neighbours: readonly (readonly [string, string])[],
  limitKPa: number | undefined,
  veeTwin: boolean,
): Pattern[] {
  const found: Pattern[] = [];
  const best = Math.max(0, ...row.map((c) => c.kPa));
  const floor = NEARLY_ZERO * Math.max(best, limitKPa ?? 0);
  const zero = row.filter((c) => c.kPa <= floor);
  if (zero.length > 0) found.push({ name: 'zero', cylinders: zero.map((c) => c.cylinder) });

  const low = row.filter((c) => c.low);
  const high = row.filter((c) => c.high);
  const by = new Map(low.map((c) => [c.cylinder, c]));
  const pairs = neighbours.filter(([a, b]) => {
    const first = by.get(a);
    const second = by.get(b);
    if (!first || !second || zero.includes(first) || zero.includes(second)) return false;
    return Math.abs(first.kPa - second.kPa) <= ALIKE * Math.max(first.kPa, second.kPa);
  });

  const [lowest] = [...row].sort((a, b) => a.kPa - b.kPa);
  const other = row.find((c) => c !== lowest);
  if (
    veeTwin &&
    row.length === 2 &&
    lowest &&
    other &&
    lowest.low &&
    !other.low &&
    lowest.kPa > floor &&
    lowest.kPa < 0.6 * other.kPa
  ) {
    found.push({ name: 'half-of-the-other', cylinders: [lowest.cylinder], other: other.cylinder });
  }
  if (row.length > 1 && low.length === row.length) {
    found.push({ name: 'all-low', cylinders: low.map((c) => c.cylinder) });
  } else {
    for (const [a, b] of pairs) found.push({ name: 'neighbours-low-and-alike', cylinders: [a, b] });
    const [only] = low;
    if (low.length === 1 && row.length > 1 && only) found.push({ name: 'one-low', cylinders: [only.cylinder] });
  }
  const [onlyHigh] = high;
  if (row.length > 1 && high.length === row.length)
    found.push({ name: 'all-high', cylinders: high.map((c) => c.cylinder) });
  else if (high.length === 1 && onlyHigh) found.push({ name: 'one-high', cylinders: [onlyHigh.cylinder] });
  return found;
}
