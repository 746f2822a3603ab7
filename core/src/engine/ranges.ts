/** What can be measured on an engine that comes to a bench, mm, cm³, degrees; beyond it a finger or a unit slipped. */
export const ENGINE_RANGES = {
  displacementCm3: [5, 100_000],
  boreMm: [8, 500],
  strokeMm: [8, 500],
  conrodMm: [10, 1000],
  chamberCm3: [0.2, 5000],
  compressionRatio: [1.01, 30],
  bankAngleDegrees: [1, 180],
} as const satisfies Record<string, readonly [least: number, most: number]>;
export type RangedFigure = keyof typeof ENGINE_RANGES;
