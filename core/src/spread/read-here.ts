/** What a shop's own readings of a model or a kind say, kPa gauge. */
export interface ReadHere {
  engines: number;
  fromKPa: number;
  medianKPa: number;
  toKPa: number;
}

/** Fewer engines than this are no distribution. */
export const FEWEST_ENGINES = 5;

/**
 * The middle of what engines of one model read here: from the tenth to the ninetieth in a hundred, each engine counted
 * by its own median so that one with many cylinders does not count more.
 *
 * @param byEngine counting dry readings, kPa, a list an engine
 * @returns nothing for fewer than five engines
 */
export function readHere(byEngine: readonly (readonly number[])[]): ReadHere | undefined {
  const medians = byEngine.filter((one) => one.length > 0).map((one) => quantile(one, 0.5));
  if (medians.length < FEWEST_ENGINES) return undefined;
  return {
    engines: medians.length,
    fromKPa: quantile(medians, 0.1),
    medianKPa: quantile(medians, 0.5),
    toKPa: quantile(medians, 0.9),
  };
}

/** Linear between the sorted figures (type 7 of Hyndman and Fan). */
function quantile(figures: readonly number[], share: number): number {
  const sorted = [...figures].sort((a, b) => a - b);
  const place = share * (sorted.length - 1);
  const low = Math.floor(place);
  const [a, b] = [sorted[low] ?? 0, sorted[Math.min(sorted.length - 1, low + 1)] ?? 0];
  return a + (place - low) * (b - a);
}
