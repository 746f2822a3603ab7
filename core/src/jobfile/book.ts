import type { PressureUnit, VacuumUnit } from '../quantity/units';

export type Temperature = 'cold' | 'warm';
export type SpreadMethod = 'lowest-vs-highest' | 'each-vs-others' | 'each-vs-mean' | 'difference';
export const SPREAD_METHODS: readonly SpreadMethod[] = [
  'lowest-vs-highest',
  'each-vs-others',
  'each-vs-mean',
  'difference',
];

/** A band of a book: from this figure up, as far as the next band. */
export interface Band {
  name: string;
  from: number;
}

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
export interface RangeMm {
  minMm?: number;
  maxMm?: number;
}

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
  oilPressure?: { unit: PressureUnit; crankingMin?: number; idleMin?: number };
  /** Least volts of the battery while it cranks. */
  battery?: { crankingMinVolts: number };
}
