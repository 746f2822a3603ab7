import type { Cause } from '../causes/cause';
import type { JudgedInspection } from '../inspection/inspection';
import type { Heard } from '../jobfile/job-file';
import type { LimitSource } from '../limits/limits';
import type { SchoolOf } from '../limits/schools';
import type { NextStep } from '../plan/next-step';
import type { PressureUnit, VacuumUnit } from '../quantity/pressure';
import type { StrokeReading } from '../reading/strokes';
import type { Pattern } from '../spread/pattern';
import type { Spread } from '../spread/spread';
import type { RingResponse, SealingRise } from '../wet/sealing-rise';
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

export interface JudgedLeakage {
  state: State;
  /** Of the supply, mean of the attempts that count. */
  percent: number;
  plusMinusPercent: number;
  supplyKPa: number;
  /** The hole behind the percentage, mm, when the tester's orifice is known: what two testers share. */
  holeMm?: number;
  plusMinusHoleMm?: number;
  attempts: { used: number; of: number };
  limits: { sound: number; watch: number; fault: number; source: LimitSource };
  heard: Heard[];
}

export interface JudgedWet extends SealingRise {
  wetKPa: number;
  dryKPa: number;
  oilMl?: number;
  /** The shop's school, which the response follows, and the schools that would say otherwise. */
  school: SchoolOf<'wetRiseSchool'>;
  others: { school: SchoolOf<'wetRiseSchool'>; response: RingResponse }[];
}

interface JudgedHold {
  state: State;
  mode: 'pressure' | 'vacuum';
  case?: string;
  unit: VacuumUnit;
  holdSeconds: number;
  /** Lost by the hold time, in `unit`; null when it was looked at only once. */
  drop: number | null;
  /** Without what the rig itself loses. */
  netDrop: number | null;
  plusMinus: number | null;
  limit: number;
  source: LimitSource;
  reasons: Told<Reason>[];
}

/** The worst of the crankcase tests, and all of them. */
export interface JudgedCrankcase extends JudgedHold { tests: JudgedHold[] }

export interface JudgedCylinder {
  id: string;
  state: State;
  compression: JudgedCompression | null;
  leakage: JudgedLeakage | null;
  wet: JudgedWet | null;
  strokes: StrokeReading | null;
  reasons: Told<Reason>[];
}

/** A cylinder before its reasons are put into words. */
export type DraftCylinder = Omit<JudgedCylinder, 'reasons'>;

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
  crankcase: JudgedCrankcase | null;
  /** The other gauges against the book; they move no cylinder's state. */
  inspections: Told<JudgedInspection>[];
  engine: { state: State; headline: string };
  /** The cylinder that is least likely to be sound first, its likeliest cause first. */
  causes: Cause[];
  cautions: Told<Caution>[];
  next: NextStep[];
}
