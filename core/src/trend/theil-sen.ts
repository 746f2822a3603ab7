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

/**
 * Theil-Sen line: the median of all pairwise slopes, with the confidence band that Kendall's statistic gives it.
 *
 * @param points x and y in any unit; two or more different x
 * @throws InputError below two different x
 * Source: P. K. Sen, "Estimates of the regression coefficient based on Kendall's tau", JASA 63, 1968; variance without
 * ties.
 * @example theilSen([{ x: 0, y: 10 }, { x: 1, y: 9 }, { x: 2, y: 8 }]).slope // -1
 */
export function theilSen(points: readonly { x: number; y: number }[]): TheilSen {
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
  return {
    slope,
    intercept: median(points.map(({ x, y }) => y - slope * x)),
    slopeFrom: rank(Math.floor((slopes.length - reach) / 2) - 1),
    slopeTo: rank(Math.ceil((slopes.length + reach) / 2)),
  };
}
