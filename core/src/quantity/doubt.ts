/** Standard uncertainty of a figure known only to lie within ± `halfWidth`. Source: GUM 4.3.7 (rectangular). */
export function rectangular(halfWidth: number): number {
  return halfWidth / Math.sqrt(3);
}

/** Independent contributions combined in quadrature, same unit in and out. Source: GUM 5.1.2. */
export function combined(...standardUncertainties: number[]): number {
  return Math.hypot(...standardUncertainties);
}

/** Coverage factor of every plus/minus shown to a person: about 95 in 100. */
export const COVERAGE = 2;
