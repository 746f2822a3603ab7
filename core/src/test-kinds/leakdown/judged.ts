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
  /** Through the usual orifice, for which the limits are. */
  usualPercent?: number;
  attempts: { used: number; of: number };
  limits: { sound: number; watch: number; fault: number; source: LimitSource };
  heard: Heard[];
}

export interface LeakNumbers {
  percent: number;
  doubt: number;
  sound: number;
  watch: number;
  fault: number;
  source: LimitSource;
  holeMm?: number;
  holeDoubtMm?: number;
  /** What the hole would show through the usual orifice, for which the bands are: where the tester's is known. */
  usualPercent?: number;
}

/** What air says of a cylinder. */
export type LeakReason =
  | (WithOthers & LeakNumbers & { rule: 'leak-sound' | 'leak-watch' | 'leak-missed' })
  | (WithOthers & LeakNumbers & { rule: 'leak-too-close'; settle: Settle })
  | { rule: 'crank-turned' }
  | { rule: 'wrong-stroke-suspected'; percent: number; exhaustLoud: boolean }
  /** Read before, and suspected: the piston off its top, or the crank turned under the air. */
  | { rule: 'suspected-left-out'; percents: number[]; turned: boolean }
  /** It lost less each time it was turned over and fed again, percent. */
  | { rule: 'rings-freeing'; from: number; to: number }
  | { rule: 'leak-attempts-disagree'; earlier: number; latest: number }
  | { rule: 'leak-attempts-scatter'; low: number; high: number; of: number }
  /** Air where only a gasket or a crack lets it out, clear or faint. */
  | { rule: 'gasket-blows' | 'gasket-may-blow'; at: HeardAt; percent: number }
  /** `well`: it holds its air, and a breath past the rings is usual. */
  | { rule: 'heard'; at: HeardAt; level: number; cylinder?: string; closedRaises?: boolean; well?: true }
  | { rule: 'intake-or-breather' };
