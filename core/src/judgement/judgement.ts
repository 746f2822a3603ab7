import type { LimitSource } from '../limits/limits';
import type { NextStep } from '../plan/next-step';
import type { PressureUnit } from '../quantity/pressure';
import type { StrokeReading } from '../reading/strokes';
import type { Pattern } from '../spread/pattern';
import type { Spread } from '../spread/spread';
import type { Caution, Reason } from './reason';
import type { State } from './state';

/** A reason with its sentence in the job's own unit. */
export type Told<T> = T & { text: string };

export interface JudgedCompression {
  state: State;
  /** As it was read (mean of the attempts that count), in the unit of the latest attempt. */
  reading: number;
  unit: PressureUnit;
  readKPa: number;
  /** Brought to the temperature the limit supposes. */
  estimateKPa: number;
  /** About 95 in 100, kPa. */
  plusMinusKPa: number;
  attempts: { used: number; of: number };
  limit: {
    source: LimitSource;
    unit: PressureUnit;
    minKPa?: number;
    minHereKPa?: number;
    maxHereKPa?: number;
  };
  probabilityBelowMin?: number;
  /** First stroke of the latest attempt, in `unit`. */
  firstStroke?: number;
}

export interface JudgedCylinder {
  id: string;
  state: State;
  compression: JudgedCompression | null;
  leakage: null;
  wet: null;
  strokes: StrokeReading | null;
  reasons: Told<Reason>[];
}

export interface JudgedSpread extends Pick<Spread, 'method' | 'perCylinder'> {
  /** The worst cylinder, percent; for the plain difference in `unit`. */
  worstPercent: number;
  unit: 'percent' | PressureUnit;
  state: State;
  watch: number;
  limit: number;
  source: LimitSource;
}

export interface Judgement {
  cylinders: JudgedCylinder[];
  spread: JudgedSpread | null;
  patterns: Pattern[];
  crankcase: null;
  engine: { state: State; headline: string };
  causes: never[];
  cautions: Told<Caution>[];
  next: NextStep[];
}
