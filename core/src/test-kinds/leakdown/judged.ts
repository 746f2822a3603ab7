import type { State } from '../../jobfile/state';
import type { Heard, HeardAt } from '../../jobfile/tests';
import type { WithOthers } from '../../limits/schools';
import type { LimitSource } from '../../limits/source';
import type { Settle } from '../../reading/settle';

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

interface LeakNumbers {
  percent: number;
  doubt: number;
  sound: number;
  watch: number;
  fault: number;
  source: LimitSource;
  holeMm?: number;
  holeDoubtMm?: number;
}

/** What air says of a cylinder. */
export type LeakReason =
  | (WithOthers & LeakNumbers & { rule: 'leak-sound' | 'leak-watch' | 'leak-missed' })
  | (WithOthers & LeakNumbers & { rule: 'leak-too-close'; settle: Settle })
  | { rule: 'crank-turned' }
  | { rule: 'wrong-stroke-suspected'; percent: number; exhaustLoud: boolean }
  | { rule: 'heard'; at: HeardAt; level: number; cylinder?: string }
  | { rule: 'intake-or-breather' };
