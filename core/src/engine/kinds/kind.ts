import type {
  CompressionRelease,
  Cooling,
  Cycle,
  Family,
  Fuel,
  FuelSystem,
  Layout,
  Starting,
  ValveGear,
} from '../build';

/** What is usual, from the lowest to the highest that comes to a bench. */
export interface Range {
  low: number;
  usual: number;
  high: number;
}

/**
 * An engine as its kind usually is: a start that the mechanic mends, never what is known of the one on the bench.
 * Volumes and ratios are what the trade takes as usual; bore, stroke and rod follow from them by geometry.
 */
export interface Kind {
  cycle: Cycle;
  fuel: Fuel;
  family: Family;
  layout: Layout;
  cylinders: number;
  cooling: Cooling;
  valveGear: ValveGear;
  starting: Starting;
  fuelSystem: FuelSystem;
  /** Missing where some have one and some have none: it is asked. */
  compressionRelease?: CompressionRelease;
  headless?: boolean;
  bankAngleDegrees?: number;
  /** One cylinder, cm3. */
  sweptCm3: Range;
  boreToStroke: Range;
  /** Over the full stroke, also of a two-stroke. */
  compressionRatio: Range;
}

export const range = (low: number, usual: number, high: number): Range => ({ low, usual, high });
