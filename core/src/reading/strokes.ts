/** What the climb of the needle says. `too-few`: there are not enough strokes to say. */
export type StrokePattern = 'quick' | 'climbing' | 'flat-low' | 'too-few';

export interface StrokeReading {
  pattern: StrokePattern;
  /** First stroke as a share of the peak, 0 to 1. */
  firstShare?: number;
  /** The stroke at which 95 % of the peak is reached, counted from 1. */
  strokeAt95?: number;
}

/** From this share of the peak on the first stroke a cylinder counts as quick. */
const QUICK_FIRST_SHARE = 0.5;
/** A quick cylinder is full by this stroke. */
const QUICK_FULL_BY = 4;
/** A low cylinder that gains less than this factor over its first stroke never builds. */
const FLAT_GAIN = 1.35;

/**
 * Stroke pattern of one cylinder. All figures in one unit, gauge.
 *
 * @param strokes one per compression stroke (or pull), may be just the first; empty says nothing
 * @param peak the highest figure, 0 or more, not below any stroke
 * @param low whether the peak misses its limit: only a low reading can be flat-low
 * @example strokePattern([85, 120, 134, 138], 138, false) // quick, first share 0.62, 95 % at stroke 3
 */
export function strokePattern(strokes: readonly number[] | undefined, peak: number, low: boolean): StrokeReading {
  const first = strokes?.[0];
  if (first === undefined || peak <= 0) return { pattern: 'too-few' };
  const firstShare = first / peak;
  const at95 = strokes?.findIndex((stroke) => stroke >= 0.95 * peak) ?? -1;
  const strokeAt95 = at95 >= 0 ? at95 + 1 : undefined;
  const whole = { firstShare, ...(strokeAt95 === undefined ? {} : { strokeAt95 }) };
  if (low && peak < FLAT_GAIN * first) return { pattern: 'flat-low', ...whole };
  if (firstShare >= QUICK_FIRST_SHARE && (strokeAt95 === undefined || strokeAt95 <= QUICK_FULL_BY))
    return { pattern: 'quick', ...whole };
  return { pattern: 'climbing', ...whole };
}
