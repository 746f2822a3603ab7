import { type FiguresOf, leakagePercent, toKPa } from '@rugged/core';

/** The percentage of a leak-down reading: as the dial said, or from its two gauges. */
export const leakPercent = ({ percent, supply, cylinderPressure = 0, unit }: FiguresOf<'leakdown'>): number =>
  percent ?? leakagePercent(toKPa(supply, unit), toKPa(cylinderPressure, unit));
