import type { BoreHeight } from '../../jobfile/tests';

/** Bore at one height, mm: along the crank and across it, where the thrust wears it. */
export interface BoreAtHeight {
  height: BoreHeight;
  alongMm: number;
  acrossMm: number;
}

/**
 * How much wider a bore is at one height than at another, in the same direction; the worse of both directions.
 * @param sizes two heights or more, mm
 * @returns mm, nothing below two heights
 * @example taperMm([{ height: 'top', alongMm: 62.02, acrossMm: 62.06 }, { height: 'bottom', alongMm: 62, acrossMm:
 *   62.01 }]) // 0.05
 */
export function taperMm(sizes: readonly BoreAtHeight[]): number | undefined {
  if (new Set(sizes.map(({ height }) => height)).size < 2) return undefined;
  const range = (of: (size: BoreAtHeight) => number) => Math.max(...sizes.map(of)) - Math.min(...sizes.map(of));
  return Math.max(
    range(({ alongMm }) => alongMm),
    range(({ acrossMm }) => acrossMm),
  );
}

/**
 * How far a bore is out of round: the most that its two directions differ at one height.
 * @param sizes one height or more, mm
 * @returns mm, nothing without a size
 */
export function ovalityMm(sizes: readonly BoreAtHeight[]): number | undefined {
  if (sizes.length === 0) return undefined;
  return Math.max(...sizes.map(({ alongMm, acrossMm }) => Math.abs(acrossMm - alongMm)));
}

/** The widest place, mm. */
export function widestMm(sizes: readonly BoreAtHeight[]): number | undefined {
  if (sizes.length === 0) return undefined;
  return Math.max(...sizes.flatMap(({ alongMm, acrossMm }) => [alongMm, acrossMm]));
}
