import { InputError } from './input-error';

/**
 * P(X < x) for a standard normal X.
 *
 * @param x in standard deviations, any number
 * @throws InputError when `x` is no number: a figure upstream was out of all proportion
 * @returns 0 to 1, absolute error under 1e-15 near the centre
 * Source: G. Marsaglia, "Evaluating the Normal Distribution", J. Stat. Software 11(4), 2004: Taylor series about 0.
 * @example normalBelow(1.6448536) // 0.95
 */
export function normalBelow(x: number): number {
  if (Number.isNaN(x)) throw new InputError('(figures)', 'out-of-proportion');
  if (x > 8) return 1;
  if (x < -8) return 0;
  let sum = x;
  let term = x;
  for (let i = 3; ; i += 2) {
    term = (term * x * x) / i;
    const next = sum + term;
    if (next === sum) break;
    sum = next;
  }
  return Math.min(1, Math.max(0, 0.5 + (sum * Math.exp(-0.5 * x * x)) / Math.sqrt(2 * Math.PI)));
}

const ON_THE_LINE = 1e-12;

/**
 * P(true < limit) when an estimate carries a standard uncertainty.
 * All three in one unit. Without doubt it is a bare comparison: 0 or 1, and one half on the line.
 */
export function probabilityBelow(limit: number, estimate: number, standardUncertainty: number): number {
  // On the line in one unit is on it in every other, whatever the last bits say.
  if (Math.abs(limit - estimate) <= ON_THE_LINE * Math.abs(limit)) return 0.5;
  if (standardUncertainty === 0) return estimate < limit ? 1 : 0;
  return normalBelow((limit - estimate) / standardUncertainty);
}
