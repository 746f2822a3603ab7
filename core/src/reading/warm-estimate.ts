import { rectangular } from '../quantity/doubt';
import type { Temperature } from '../jobfile/book';

export interface WarmEstimate {
  kPa: number;
  /** What the correction itself adds to the doubt, kPa, standard. */
  doubtKPa: number;
  corrected: boolean;
}

/** A cold engine reads 5 to 10 % low; half the doubt of the correction either way. */
const COLD_SHARE = 0.95;
const COLD_HALF_WIDTH = 0.05;

/**
 * A reading brought to the temperature its limit supposes: a cold engine against a figure for a warm one.
 * No correction where the book itself says cold, or where the temperature was not noted.
 *
 * @param kPa gauge reading, @param engine as tested, @param limit as the book supposes (warm when it does not say)
 * @example warmEstimate(857, 'cold', 'warm').kPa // 902.1
 */
export function warmEstimate(kPa: number, engine: Temperature | undefined, limit: Temperature = 'warm'): WarmEstimate {
  if (engine !== 'cold' || limit === 'cold') return { kPa, doubtKPa: 0, corrected: false };
  const estimate = kPa / COLD_SHARE;
  return { kPa: estimate, doubtKPa: rectangular(COLD_HALF_WIDTH * estimate), corrected: true };
}
