import type { State } from '../../jobfile/state';
import type { LimitSource } from '../../limits/source';
import type { Settle } from '../../reading/settle';
import type { VacuumUnit } from '../../quantity/units';

export interface JudgedHold {
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
  reasons: HoldReason[];
}

/** The worst of the crankcase tests, and all of them. */
export interface JudgedCrankcase extends JudgedHold {
  tests: JudgedHold[];
}

/** Drops in kPa over the hold time. */
interface HoldNumbers {
  mode: 'pressure' | 'vacuum';
  case?: string;
  netDropKPa: number;
  doubtKPa: number;
  limitKPa: number;
  holdSeconds: number;
  source: LimitSource;
}

/** What a closed case says. */
export type HoldReason =
  | (HoldNumbers & { rule: 'hold-met' | 'hold-missed' })
  | (HoldNumbers & { rule: 'hold-too-close'; settle: Settle })
  | { rule: 'hold-watched-once' }
  | { rule: 'hold-fed-too-little'; mode: 'pressure' | 'vacuum'; case?: string; startKPa: number; shouldKPa: number }
  /** The rig by itself would lose more than the engine with it lost: one of the two is wrong. */
  | {
      rule: 'rig-leaks-more';
      mode: 'pressure' | 'vacuum';
      case?: string;
      rigKPa: number;
      dropKPa: number;
      holdSeconds: number;
    };
