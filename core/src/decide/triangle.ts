import { InputError } from '../quantity/input-error';

/** A figure that nobody knows exactly: at least, most likely, at most. */
export interface Triangle {
  low: number;
  likely: number;
  high: number;
}

/**
 * A triangle from what was entered: what is missing stands at the likely figure, nothing at all is nought.
 * @param name of the fields, as `parts`
 * @throws InputError where low lies above likely, or likely above high
 */
export function triangleOf(
  name: string,
  low: number | undefined,
  likely: number | undefined,
  high: number | undefined,
): Triangle {
  const middle = likely ?? (low !== undefined && high !== undefined ? (low + high) / 2 : (low ?? high ?? 0));
  const triangle = { low: low ?? middle, likely: middle, high: high ?? middle };
  if (triangle.low > triangle.likely)
    throw new InputError(`${name}Low`, 'must-not-be-above-field', { field: `${name}Likely` });
  if (triangle.likely > triangle.high)
    throw new InputError(`${name}Likely`, 'must-not-be-above-field', { field: `${name}High` });
  return triangle;
}

/** Source: triangular distribution, (a + b + c) / 3. @example meanOf({ low: 0, likely: 3, high: 6 }) // 3 */
export const meanOf = ({ low, likely, high }: Triangle): number => (low + likely + high) / 3;

/** Source: triangular distribution, (a² + b² + c² - ab - ac - bc) / 18. */
export const varianceOf = ({ low: a, likely: c, high: b }: Triangle): number =>
  (a * a + b * b + c * c - a * b - a * c - b * c) / 18;

/** The figure under which a share of all lies, 0 to 1, for many shares. Source: inverse of the distribution. */
export function quantilesOf({ low, likely, high }: Triangle): (share: number) => number {
  const whole = high - low;
  if (whole <= 0) return () => likely;
  const left = (likely - low) / whole;
  const [below, above] = [whole * (likely - low), whole * (high - likely)];
  return (share) => (share < left ? low + Math.sqrt(share * below) : high - Math.sqrt((1 - share) * above));
}
