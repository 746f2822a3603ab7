import type {
  CompressionRelease,
  Cooling,
  Cycle,
  Family,
  Fuel,
  FuelSystem,
  Layout,
  MeterUnit,
  Starting,
  ValveGear,
} from './build';
import type { KindName } from './kinds';

export * from './build';

/** Thread and reach of a spark plug or its hole, mm. */
export interface Plug {
  threadMm: number;
  pitchMm: number;
  reachMm: number;
}

/** An engine as the job file describes it. Lengths in mm, intervals in degrees of crank. */
export interface Engine {
  cycle: Cycle;
  fuel: Fuel;
  family: Family;
  layout?: Layout;
  /** Names as stamped or as the manual counts them, from number one on: at the flywheel unless `firstAt` says else. */
  cylinders: string[];
  /** Which cylinders stand in which bank of a vee or flat engine, each from the front. */
  banks?: string[][];
  /** Pairs that share a wall or a gasket. */
  neighbours?: [string, string][];
  firingOrder?: string[];
  /** Degrees from each firing to the next, in firing order. They fill one cycle. */
  firingIntervals?: number[];
  /** Turning direction, looking at the flywheel or at the end the starter pulls. */
  rotation?: 'clockwise' | 'anticlockwise';
  /** Which way the distributor's finger turns, looking down on its cap. */
  distributor?: 'clockwise' | 'anticlockwise';
  plug?: Plug;
  /** What it is like: figures that are missing are taken from it, as a range. */
  kind?: KindName;
  /** All cylinders together, cm³. */
  displacementCm3?: number;
  boreMm?: number;
  strokeMm?: number;
  conrodMm?: number;
  /** Of one cylinder at its top, measured, cm³. */
  chamberCm3?: number;
  compressionRatio?: number;
  ratioBasis?: 'geometric' | 'port-closing';
  compressionRelease?: CompressionRelease;
  cooling?: Cooling;
  /** Head and barrel in one piece: there is no head gasket. */
  headless?: boolean;
  valveGear?: ValveGear;
  starting?: Starting;
  fuelSystem?: FuelSystem;
  /** Between the banks of a vee. */
  bankAngleDegrees?: number;
  /** Which bank stands nearer the flywheel, looking at the flywheel from behind it. */
  bankAhead?: 'left' | 'right';
  /** At which end number one stands. */
  firstAt?: 'flywheel' | 'free-end';
  meterUnit?: MeterUnit;
  hours?: number;
  /** Whether it runs, and whether it can be cranked at all. */
  runs?: boolean;
  cranks?: boolean;
}

/** Degrees of crank in which every cylinder fires once. */
export function cycleDegrees(cycle: Cycle): 360 | 720 {
  return cycle === 'two-stroke' ? 360 : 720;
}

/** The layout when the job does not say: one pot is a single, several stand in line. */
export function layoutOf(engine: Pick<Engine, 'layout' | 'cylinders'>): Layout {
  return engine.layout ?? (engine.cylinders.length === 1 ? 'single' : 'inline');
}
