import type { Site } from '../air/atmosphere';
import type { Engine } from '../engine/engine';
import type { PressureUnit, VacuumUnit } from '../quantity/pressure';

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

export interface Book {
  source?: string;
  engineTemperature?: Temperature;
  conditions?: string;
  compression?: BookCompression;
  spread?: BookSpread;
  leakage?: { maxPercent: number };
  crankcase?: BookCrankcase;
}

/** A shop's school, settled once and changeable on a job. */
export interface HouseRules {
  spreadMethod: SpreadMethod;
  spreadWatchPercent: number;
  spreadLimitPercent: number;
  /** For the plain difference, in kPa. */
  spreadWatchKPa: number;
  spreadLimitKPa: number;
  leakSoundPercent: number;
  leakWatchPercent: number;
  leakFaultPercent: number;
}

/** A gauge with its hose. Figures in `unit`; class in percent of full scale. */
export interface Tester {
  name?: string;
  unit?: PressureUnit;
  fullScale?: number;
  division?: number;
  accuracyPercentOfFullScale?: number;
  valveAtEngineEnd?: boolean;
  hoseVolumeCm3?: number;
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

export type Test = CompressionTest | LeakdownTest | CrankcaseTest;
