import type { FaultCause } from '../engine/faults';
import type { Family } from '../engine/engine';
import type { SpreadMethod } from './book';
import type { Schools } from './schools';

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
  /** What was found in cylinders that this shop opened, by family of engine, before the job. */
  opened?: Opened;
}

export type Opened = Partial<Record<Family, Partial<Record<FaultCause, number>>>>;
