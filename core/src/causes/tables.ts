import { binsOf, FACT_NAMES, type FactName, type Facts } from './facts';
import fitted from './evidence.json';

/** How often each bin of each fact was met under each row, in thousandths, counted on virtual engines. */
interface Fitted {
  fitted: { date: string; seed: number; perRow: number };
  rows: Readonly<Record<string, Readonly<Partial<Record<FactName, readonly number[]>>>>>;
}
const { rows } = fitted as Fitted;
export const FITTED: Fitted['fitted'] = fitted.fitted;

/** Facts that say much the same when they stand together count for less. */
const TEMPER: Readonly<Partial<Record<FactName, number>>> = { strokes: 0.6, 'first-stroke': 0.6, 'neighbour-alike': 0.8 };

/** Natural logarithm of the share of engines under this row that show this bin; 0 where the row was never asked. */
export function logShare(row: string, fact: FactName, bin: number): number {
  const shares = rows[row]?.[fact];
  if (!shares) return 0;
  return Math.log((shares[bin] ?? 0) + SMOOTHING) - Math.log(1000 + SMOOTHING * binsOf(fact));
}
/** No bin is impossible: the simulator knows less than the world, in thousandths. */
const SMOOTHING = 4;

/**
 * How well a row explains what was found on a cylinder, natural logarithm.
 * @param cylinders how many were measured: they share gauge and book, so their levels say it together once
 */
export function logLikelihood(row: string, facts: Facts, cylinders: number, skip?: FactName): number {
  let sum = 0;
  for (const fact of FACT_NAMES) {
    const bin = facts[fact];
    if (bin !== undefined && fact !== skip) sum += weightOf(fact, cylinders) * logShare(row, fact, bin);
  }
  return sum;
}

/** What a fact counts against the others. */
export const weightOf = (fact: FactName, cylinders: number): number => (TEMPER[fact] ?? 1) * (fact === 'level' || fact === 'over-maximum' ? 1 / Math.sqrt(cylinders) : 1);
