import type { Cause } from '../causes/cause';
import type { Parts } from '../engine/parts';
import type { State } from '../jobfile/state';
import type { Pattern } from '../spread/pattern';
import type { JudgedSpread } from '../test-kinds/compression/judged';
import type { JudgedCrankcase } from '../test-kinds/crankcase/judged';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import type { JudgedInspection } from '../test-kinds/inspection';
import type { Caution } from './caution';
import type { Reason } from './reason';
import type { PressureUnit } from '../quantity/units';

export interface JudgedCylinder extends DraftCylinder {
  reasons: Reason[];
}

/** The engine before a repair, to stand beside what the verdict says of it now. */
export interface BeforeRepair {
  repair?: string;
  state: State;
  cylinders: { id: string; state: State; readKPa?: number; leakPercent?: number }[];
  /** Missing where no case was tested. */
  crankcase?: State;
}

/** What the readings of a job prove, in codes and figures: the words are made of it in report. */
export interface Verdict {
  cylinders: JudgedCylinder[];
  spread: JudgedSpread | null;
  patterns: Pattern[];
  crankcase: JudgedCrankcase | null;
  /** The other gauges against the book; they move no cylinder's state. */
  inspections: JudgedInspection[];
  engine: { state: State };
  /** Which parts the engine has: what is said of it speaks of no others. */
  parts: Parts;
  /** The cylinder that is least likely to be sound first, its likeliest cause first. */
  causes: Cause[];
  cautions: Caution[];
  /** What was read before the last repair; missing where nothing was repaired. */
  before?: BeforeRepair;
  /** The unit the job is told in when nobody asks for another: that of its latest dry reading, else of its limits. */
  unit: PressureUnit;
}
