import { GRADED_CAUSES, type TestFault, type NotedFact } from './hypotheses';
import type { FactName } from './facts';
import type { HoldReason } from '../test-kinds/crankcase/judged';
import type { CylinderCause } from './cylinder-cause';
import type { HeardAt } from '../jobfile/tests';
import type { VacuumUnit } from '../quantity/units';

/** How sure the words may be: never more than the odds. */
export type Confidence = 'almost-certainly' | 'probably' | 'may-be' | 'unlikely';

/** What a mechanic may take it to be. */
export const CAUSES = [
  'sound',
  ...GRADED_CAUSES,
  'compression-release',
  'crank-seal',
  'test-fault',
] as const satisfies readonly CauseName[];
export type CauseName = CylinderCause | 'crank-seal' | 'test-fault';

/** One thing found, and how many decibans it speaks for (or against) the cause. */
export type Evidence = { weight: number } &
  /** On one cylinder: its bin, and the figure behind it where there is one. Without a bin: of all cylinders alike. */
  (
    | { fact: FactName; bin?: number; figure?: number; loudest?: HeardAt }
    | { fact: NotedFact; noted: string }
    /** The crankcase test as it was judged, and the unit of its gauge. */
    | { fact: 'crankcase-hold'; hold: HoldReason; unit: VacuumUnit }
  );

/** A cause with its odds. Per cylinder, its causes and the shared test faults (cylinder null) add up to 1. */
export interface Cause {
  cause: CauseName;
  /** Which fault of the test. */
  which?: TestFault;
  cylinder: string | null;
  /** The other side of a gasket between two. */
  with?: string;
  /** 0 to 1. */
  probability: number;
  confidence: Confidence;
  /** The weightiest first. */
  evidence: Evidence[];
}

/** Under 60 % it only may be; only over 90 % is it almost certain. */
export function confidenceOf(probability: number): Confidence {
  return probability > 0.9
    ? 'almost-certainly'
    : probability >= 0.6
      ? 'probably'
      : probability >= 0.1
        ? 'may-be'
        : 'unlikely';
}
