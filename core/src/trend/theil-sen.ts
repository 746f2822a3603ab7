import { InputError } from '../quantity/input-error';
import { median } from '../quantity/median';

/** A straight line through points that a stray one cannot bend. */
export interface TheilSen {
  /** Per unit of x. */
  slope: number;
  intercept: number;
  /** About 95 in 100: the slope lies in here. */
  slopeFrom: number;
  slopeTo: number;
}

/** Two-sided 95 %. */
const DEVIATIONS = 1.959964;
/** From so many points on ranks alone can be 95 % sure. */
const ENOUGH_FOR_RANKS = 5;
/** What is known of the gauge counts like so many more points. */
const KNOWN_LIKE = 4;
/** Student's t, two-sided 95 %, by degrees of freedom from 1 on. */
const STUDENT = [12.706, 4.303, 3.182, 2.776, 2.571, 2.447] as const;

/**
 * Theil-Sen line: the median of all pairwise slopes, with the confidence band that Kendall's statistic gives it.
 *
 * Below five points no rank is sure enough: there the scatter about the line, with what is known of the gauge, and
 * Student's quantile give the band. What the gauge alone can do is in it in any case.
 *
 * @param points x and y in any unit; two or more different x
 * @param doubt of one y, a standard deviation, where it is known
 * @throws InputError below two different x
 * Source: P. K. Sen, "Estimates of the regression coefficient based on Kendall's tau", JASA 63, 1968; variance without
 * ties.
 * @example theilSen([{ x: 0, y: 10 }, { x: 1, y: 9 }, { x: 2, y: 8 }]).slope // -1
 */
export function theilSen(points: readonly { x: number; y: number }[], doubt?: number): TheilSen {
  const slopes: number[] = [];
  points.forEach((a, i) =>
    points.slice(i + 1).forEach((b) => {
      if (a.x !== b.x) slopes.push((b.y - a.y) / (b.x - a.x));
    }),
  );
  if (slopes.length === 0) throw new InputError('points', 'needs-different-hours');
  slopes.sort((a, b) => a - b);
  const slope = median(slopes);
  const n = points.length;
  const reach = DEVIATIONS * Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18);
  const rank = (at: number) => slopes[Math.min(slopes.length - 1, Math.max(0, at))] as number;
  const intercept = median(points.map(({ x, y }) => y - slope * x));
  const few = n < ENOUGH_FOR_RANKS;
  const least = few ? byScatter(points, slope, doubt) : (DEVIATIONS * (doubt ?? 0)) / spreadOf(points);
  return {
    slope,
    intercept,
    slopeFrom: Math.min(slope - least, few ? slope : rank(Math.floor((slopes.length - reach) / 2) - 1)),
    slopeTo: Math.max(slope + least, few ? slope : rank(Math.ceil((slopes.length + reach) / 2))),
  };
}

/** Root of the sum of squares of x about its mean. */
function spreadOf(points: readonly { x: number }[]): number {
  const mean = points.reduce((sum, { x }) => sum + x, 0) / points.length;
  return Math.sqrt(points.reduce((sum, { x }) => sum + (x - mean) ** 2, 0));
}

/** Half the band of the slope of three or four points. */
function byScatter(points: readonly { x: number; y: number }[], slope: number, doubt: number | undefined): number {
  const off = points.map(({ x, y }) => y - slope * x);
  const mean = off.reduce((a, b) => a + b, 0) / off.length;
  const squares = off.reduce((sum, one) => sum + (one - mean) ** 2, 0);
  const free = points.length - 2;
  const known = doubt === undefined ? 0 : KNOWN_LIKE;
  const variance = (squares + known * (doubt ?? 0) ** 2) / Math.max(1, free + known);
  return ((STUDENT[Math.max(1, free + known) - 1] ?? DEVIATIONS) * Math.sqrt(variance)) / spreadOf(points);
}
