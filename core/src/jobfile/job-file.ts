import type { Site } from '../air/atmosphere';
import type { Engine } from '../engine/engine';
import type { Matter, SchoolOf } from '../limits/schools';
import type { PressureUnit, VacuumUnit } from '../quantity/pressure';
import type { Correction } from '../tester/comparison';
import type { Virtual } from '../virtual-engine/virtual';

export const JOB_FILE_FORMAT = 'rugged-gauge-job';
export const JOB_FILE_VERSION = 1;

export type Temperature = 'cold' | 'warm';
export type SpreadMethod = 'lowest-vs-highest' | 'each-vs-others' | 'each-vs-mean' | 'difference';
export const SPREAD_METHODS: readonly SpreadMethod[] = ['lowest-vs-highest', 'each-vs-others', 'each-vs-mean', 'difference'];

/** One open file carries a whole job: what is known of the engine and what was read on it. */
export interface JobFile {
  format: typeof JOB_FILE_FORMAT;
  version: typeof JOB_FILE_VERSION;
  engine: Engine;
  books?: Book[];
  houseRules?: Partial<HouseRules>;
  site?: Site;
  tests?: Test[];
  /** What the owner says is wrong; known words move the odds of the causes. */
  symptoms?: string[];
  /** What the shop has; absent means everything. */
  equipment?: string[];
  virtual?: Virtual;
}

/** A band of a book: from this figure up, as far as the next band. */
export interface Band { name: string; from: number }

export interface BookCompression {
  unit: PressureUnit;
  min?: number;
  max?: number;
  bands?: Band[];
  /** Whether the figure is with an automatic release acting. True when not said. */
  releaseActing?: boolean;
}

export interface BookSpread {
  method: SpreadMethod;
  limitPercent?: number;
  limit?: number;
  unit?: PressureUnit;
}

export interface BookCrankcase {
  unit: PressureUnit;
  pressure: number;
  maximum?: number;
  holdSeconds: number;
  maxDrop: number;
}

/** From and to, either may be left open; mm. */
export interface RangeMm { minMm?: number; maxMm?: number }

export interface Book {
  source?: string;
  engineTemperature?: Temperature;
  conditions?: string;
  compression?: BookCompression;
  spread?: BookSpread;
  leakage?: { maxPercent: number };
  crankcase?: BookCrankcase;
  runningCompression?: { unit: PressureUnit; idleMin?: number; snapMin?: number };
  manifoldVacuum?: { unit: VacuumUnit; min: number; max?: number };
  fuelPressure?: { unit: PressureUnit; min: number; max?: number; holdSeconds?: number; maxDrop?: number };
  valveClearance?: { engineTemperature?: Temperature; intake?: RangeMm; exhaust?: RangeMm };
  bore?: { maxMm?: number; maxTaperMm?: number; maxOvalityMm?: number };
  ringGap?: RangeMm;
  pistonClearance?: RangeMm;
  pinClearance?: RangeMm;
}

/** A shop's school, settled once and changeable on a job. */
export interface HouseRules extends Schools {
  spreadMethod: SpreadMethod;
  spreadWatchPercent: number;
  spreadLimitPercent: number;
  /** For the plain difference, in kPa. */
  spreadWatchKPa: number;
  spreadLimitKPa: number;
  leakSoundPercent: number;
  leakWatchPercent: number;
  leakFaultPercent: number;
  /** What the shop feeds a leak-down tester with, kPa: it fills the pad in; percent is computed from what was used. */
  leakSupplyKPa: number;
}

type Schools = { [M in Matter]: SchoolOf<M> };

/** A gauge with its hose. Figures in `unit`; class in percent of full scale. */
export interface Tester {
  name?: string;
  unit?: PressureUnit;
  fullScale?: number;
  division?: number;
  accuracyPercentOfFullScale?: number;
  valveAtEngineEnd?: boolean;
  hoseVolumeCm3?: number;
  /** From a comparison with a better gauge: what was read is kept, and judged as gain x read + offset. */
  correction?: Correction;
  /** The readings are of a virtual engine, for training: said wherever they are shown. */
  simulated?: boolean;
}

export interface CompressionReading {
  cylinder: string;
  unit: PressureUnit;
  peak: number;
  strokes?: number[];
  per?: 'stroke' | 'pull';
  wet?: boolean;
  oilMl?: number;
}

export interface CompressionTest {
  kind: 'compression';
  engineTemperature?: Temperature;
  throttle?: 'open' | 'closed';
  plugs?: 'all-out' | 'one-out';
  crankingRpm?: number;
  tester?: Tester;
  readings: CompressionReading[];
}

export type HeardAt = 'exhaust' | 'intake' | 'crankcase' | 'coolant' | 'neighbour' | 'head-joint' | 'adapter';
export interface Heard { at: HeardAt; level: number; cylinder?: string }

export interface LeakdownReading {
  cylinder: string;
  unit: PressureUnit;
  supply: number;
  cylinderPressure?: number;
  percent?: number;
  tdcConfirmed?: boolean;
  breatherOff?: boolean;
  /** The piston went down under the air. */
  crankTurned?: boolean;
  /** The cylinder gauge as it settled, in `unit`. */
  settling?: { seconds: number; cylinderPressure: number }[];
  heard?: Heard[];
}

export interface LeakdownTest {
  kind: 'leakdown';
  engineTemperature?: Temperature;
  tester?: Tester & { orificeMm?: number };
  readings: LeakdownReading[];
}

export interface CrankcaseTest {
  kind: 'crankcase';
  mode: 'pressure' | 'vacuum';
  unit: VacuumUnit;
  case?: string;
  rigDropPerMinute?: number;
  tester?: Tester;
  engineTemperature?: Temperature;
  samples: { seconds: number; value: number; celsius?: number }[];
}

/** Pressure of a cylinder while the engine runs: at idle, and as the throttle is snapped open and shut. */
export interface RunningCompressionTest {
  kind: 'running-compression';
  tester?: Tester;
  readings: { cylinder: string; unit: PressureUnit; idle?: number; snap?: number }[];
}

export const NEEDLES = ['steady', 'regular-flick', 'irregular-flick', 'slow-sway'] as const;
export type Needle = (typeof NEEDLES)[number];

/** Depth below the air outside, warm, at idle. */
export interface ManifoldVacuumTest {
  kind: 'manifold-vacuum';
  tester?: Tester;
  readings: { unit: VacuumUnit; depth: number; needle?: Needle; rpm?: number }[];
}

/** `held` is what was left after `heldSeconds` with the pump off. */
export interface FuelPressureTest {
  kind: 'fuel-pressure';
  tester?: Tester;
  readings: { unit: PressureUnit; pressure: number; held?: number; heldSeconds?: number }[];
}

export interface ValveClearanceTest {
  kind: 'valve-clearance';
  engineTemperature?: Temperature;
  /** Step of the feeler gauges. */
  stepMm?: number;
  readings: { cylinder: string; valve: 'intake' | 'exhaust'; number?: number; mm: number }[];
}

export type BoreHeight = 'top' | 'middle' | 'bottom';

/** Bore along the crank and across it at one height. */
export interface BoreTest {
  kind: 'bore';
  stepMm?: number;
  readings: { cylinder: string; height: BoreHeight; alongMm: number; acrossMm: number }[];
}

export interface RingGapTest {
  kind: 'ring-gap';
  stepMm?: number;
  readings: { cylinder: string; ring: 'top' | 'second' | 'oil'; mm: number }[];
}

/** Piston at its skirt, its pin, and the eye of the rod that the pin runs in. */
export interface PistonTest {
  kind: 'piston';
  stepMm?: number;
  readings: { cylinder: string; skirtMm?: number; pinMm?: number; smallEndMm?: number }[];
}

/** The other gauges on the cart: measured against the book, beside the pressure tests. */
export type InspectionTest = RunningCompressionTest | ManifoldVacuumTest | FuelPressureTest | ValveClearanceTest | BoreTest | RingGapTest | PistonTest;
export type Test = CompressionTest | LeakdownTest | CrankcaseTest | InspectionTest;
