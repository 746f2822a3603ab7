import type { Correction } from '../jobfile/tester';
import { InputError } from '../quantity/input-error';

/** One pressure shown by the tester and by a better gauge on the same hose, in the tester's unit. */
export interface ComparedPoint {
  shown: number;
  master: number;
}

/** A comparison is a comparison from two pressures on; a straight line needs three to leave anything to judge it by. */
const LEAST_POINTS = 2;
/** More than this share out, and the tester is mended or thrown away, not corrected. */
const WORST_GAIN = 0.25;

/**
 * The straight line that brings a tester to a master gauge.
 *
 * @param points in one unit, at least two, at different pressures; @param masterDoubt standard, of the master gauge,
 *   same unit
 * @returns doubt: the master's and the scatter round the line, combined (two points have no scatter of their own)
 * @throws InputError at `comparison` when the points are too few or alike, or the tester is more than a quarter out
 * Source: ordinary least squares; the residual variance has n - 2 degrees of freedom.
 * @example correctionOf([{ shown: 100, master: 98 }, { shown: 200, master: 196 }]) // gain 0.98, offset 0
 */
export function correctionOf(points: readonly ComparedPoint[], masterDoubt = 0): Correction {
  const n = points.length;
  if (n < LEAST_POINTS) throw new InputError('comparison', 'needs-pressures', { least: LEAST_POINTS });
  const meanShown = points.reduce((sum, { shown }) => sum + shown, 0) / n;
  const meanMaster = points.reduce((sum, { master }) => sum + master, 0) / n;
  const spread = points.reduce((sum, { shown }) => sum + (shown - meanShown) ** 2, 0);
  if (!(spread > 0)) throw new InputError('comparison', 'needs-different-pressures');
  const gain = points.reduce((sum, { shown, master }) => sum + (shown - meanShown) * (master - meanMaster), 0) / spread;
  if (!(Math.abs(gain - 1) <= WORST_GAIN)) throw new InputError('comparison', 'tester-too-far-out');
  const offset = meanMaster - gain * meanShown;
  const residual =
    n > 2 ? points.reduce((sum, { shown, master }) => sum + (master - gain * shown - offset) ** 2, 0) / (n - 2) : 0;
  return { gain, offset, doubt: Math.hypot(masterDoubt, Math.sqrt(residual)) };
}
