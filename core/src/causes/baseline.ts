import type { CompressionLimits } from '../limits/limits';
import type { ThumbName } from '../limits/source';
import type { ReadHereLimit } from '../jobfile/read-here';
import { RATIO_STEP } from './reading-ratio';

/**
 * What a sound cylinder of this engine would read here, which nobody knows: a book's limit says about how much, and the
 * cylinders together say the rest. Natural logarithms of kPa.
 */
export interface Baseline {
  /** The lowest point of the grid; points lie RATIO_STEP apart. */
  from: number;
  /** How likely each point is before anything was read; they add up to 1. */
  prior: Float64Array;
  middle: number;
  deviation: number;
}

/** A sound one reads 1.05 to 1.9 times a minimum that stands alone. Source: the trade's own samples. */
const OVER_LONE_MINIMUM = { middle: Math.log(1.38), deviation: 0.18 } as const;
/** Of a range the minimum lies about so far under what a sound one reads, the maximum so far over it. Source: counted. */
const OVER_MINIMUM = { middle: 0.17, deviation: 0.115 } as const;
const UNDER_MAXIMUM = { middle: -0.165, deviation: 0.115 } as const;
/** Rules of thumb lie further under, each as the trade says it. Source: counted on two shops. */
const OVER_THUMB = { middle: 0.33, deviation: 0.22 } as const;
const BY_THUMB: Readonly<Partial<Record<ThumbName, { middle: number; deviation: number }>>> = {
  motorcycle: { middle: 0.5, deviation: 0.15 },
  'marine-petrol': { middle: 0.4, deviation: 0.15 },
  'two-stroke': { middle: 0.23, deviation: 0.16 },
  'small-four-stroke': { middle: 0.4, deviation: 0.12 },
  diesel: { middle: 0.42, deviation: 0.25 },
  'handheld-two-stroke': { middle: 0.33, deviation: 0.22 },
  release: { middle: 0.1, deviation: 0.4 },
};
/** Where no limit is known the readings alone must say it: about the highest of them. */
const UNKNOWN = { over: 0.05, deviation: 0.45 } as const;
/** A fault of the whole test may bring every reading down by so much more. */
const ROOM_BELOW = 1.9;
const WIDE = 3.3;

/** Engines of one model are never more alike than this: gauges, warmth and cranking differ. */
const LEAST_APART = 0.06;
/** Between the tenth and the ninetieth in a hundred of a normal curve lie so many deviations. */
const TENTH_TO_NINETIETH = 2.563;

/** What its like reads here says directly about how much a sound one would. */
const asReadHere = ({ fromKPa, medianKPa, toKPa }: ReadHereLimit) => ({
  middle: Math.log(Math.max(1, medianKPa)),
  deviation: Math.max(LEAST_APART, Math.log(Math.max(1, toKPa) / Math.max(1, fromKPa)) / TENTH_TO_NINETIETH),
});

/** @param readKPa of every cylinder that was read, above 0 */
export function baselineOf(limits: CompressionLimits, readKPa: readonly number[]): Baseline {
  const { middle, deviation } = expected(limits, readKPa);
  const from = middle - WIDE * deviation - ROOM_BELOW;
  const points = Math.ceil((2 * WIDE * deviation + ROOM_BELOW) / RATIO_STEP) + 1;
  return { from, middle, deviation, prior: normalOnGrid(from, points, middle, deviation) };
}

/** A normal distribution on the grid; what lies wholly beside the grid stands at its nearest end. */
export function normalOnGrid(from: number, points: number, middle: number, deviation: number): Float64Array {
  const grid = new Float64Array(points);
  const end = from + (points - 1) * RATIO_STEP;
  const within = Math.min(end, Math.max(from, Number.isFinite(middle) ? middle : from));
  let sum = 0;
  for (let i = 0; i < points; i += 1) {
    grid[i] = Math.exp(-0.5 * ((from + i * RATIO_STEP - within) / deviation) ** 2);
    sum += grid[i] as number;
  }
  for (let i = 0; i < points; i += 1) grid[i] = (grid[i] as number) / sum;
  return grid;
}

function expected(
  { minHereKPa: min, maxHereKPa: max, source, readHere }: CompressionLimits,
  readKPa: readonly number[],
): { middle: number; deviation: number } {
  if (readHere) return asReadHere(readHere);
  const printed = max === undefined ? OVER_LONE_MINIMUM : OVER_MINIMUM;
  const over = source.kind === 'book' ? printed : (BY_THUMB[source.rule as ThumbName] ?? OVER_THUMB);
  const below =
    min !== undefined && min > 0 ? { middle: Math.log(min) + over.middle, deviation: over.deviation } : undefined;
  const above =
    max !== undefined && max > 0
      ? { middle: Math.log(max) + UNDER_MAXIMUM.middle, deviation: UNDER_MAXIMUM.deviation }
      : undefined;
  if (below && above) return { middle: (below.middle + above.middle) / 2, deviation: 0.8 * below.deviation };
  if (below ?? above) return (below ?? above) as { middle: number; deviation: number };
  return { middle: Math.log(Math.max(1, ...readKPa)) + UNKNOWN.over, deviation: UNKNOWN.deviation };
}
