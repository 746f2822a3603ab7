import type { SpreadMethod } from '../../jobfile/book';
import type { SchoolOf } from '../../jobfile/schools';
import type { State } from '../../jobfile/state';
import type { WithOthers } from '../../limits/schools';
import type { LimitSource } from '../../limits/source';
import type { RingResponse, SealingRise } from '../../oil/sealing-rise';
import type { Settle } from '../../reading/settle';
import type { StrokePattern } from '../../reading/strokes';
import type { Spread } from '../../spread/spread';
import type { PressureUnit } from '../../quantity/units';

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
  /** The part of it that no other cylinder on the same gauge shares, standard, kPa. */
  ownDoubtKPa: number;
  attempts: { used: number; of: number };
  /** Set where attempts do not agree. */
  quarrel?: 'disagree' | 'scatter';
  limit: { source: LimitSource; unit: PressureUnit; minKPa?: number; minHereKPa?: number; maxHereKPa?: number };
  probabilityBelowMin?: number;
  /** First stroke of the latest attempt, in `unit`. */
  firstStroke?: number;
}

export interface JudgedWet extends SealingRise {
  wetKPa: number;
  dryKPa: number;
  oilMl?: number;
  /** What the oil fills is reckoned with the usual chamber of the kind, as a range. */
  byUsualChamber?: true;
  /** The shop's school, which the response follows, and the schools that would say otherwise. */
  school: SchoolOf<'wetRiseSchool'>;
  others: { school: SchoolOf<'wetRiseSchool'>; response: RingResponse }[];
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

/**
 * What cranking says of a cylinder. Numbers in kPa gauge unless the name says otherwise, so that a reader may show them
 * in
 * any unit.
 */
export type CompressionReason =
  | (WithOthers & {
      rule: 'meets-minimum' | 'misses-minimum';
      estimateKPa: number;
      doubtKPa: number;
      limitHereKPa: number;
      probabilityBelow: number;
      source: LimitSource;
    })
  | (WithOthers & {
      rule: 'too-close-to-minimum';
      estimateKPa: number;
      doubtKPa: number;
      limitHereKPa: number;
      probabilityBelow: number;
      source: LimitSource;
      settle: Settle;
    })
  | { rule: 'in-lowest-band'; estimateKPa: number; bandTopKPa: number; band?: string; source: LimitSource }
  | { rule: 'above-maximum'; estimateKPa: number; maxHereKPa: number; source: LimitSource }
  | (WithOthers & { rule: 'no-minimum'; source: LimitSource })
  | { rule: 'under-a-tenth'; readKPa: number; of: 'limit' | 'best-cylinder'; ofKPa: number; repeated: boolean }
  | (WithOthers & {
      rule: 'spread-met' | 'spread-watch' | 'spread-missed';
      method: SpreadMethod;
      amount: number;
      doubt: number;
      watch: number;
      limit: number;
      source: LimitSource;
    })
  | (WithOthers & {
      rule: 'spread-too-close';
      method: SpreadMethod;
      amount: number;
      doubt: number;
      watch: number;
      limit: number;
      source: LimitSource;
      settle: Settle;
    })
  | { rule: 'stands-above-the-others'; method: SpreadMethod; amount: number; limit: number }
  | { rule: 'cold-corrected'; readKPa: number; estimateKPa: number }
  | { rule: 'limit-moved'; seaLevelKPa: number; hereKPa: number; atmosphereKPa: number }
  | { rule: 'attempts-averaged'; used: number; of: number }
  | { rule: 'attempts-disagree'; earlierKPa: number; latestKPa: number }
  | { rule: 'attempts-scatter'; lowKPa: number; highKPa: number; of: number }
  | {
      rule: 'wet-response';
      rise: number;
      displacement?: number;
      from?: number;
      to: number;
      response: RingResponse;
      school: SchoolOf<'wetRiseSchool'>;
      others?: { school: SchoolOf<'wetRiseSchool'>; response: RingResponse }[];
      /** The cylinder is good: there was nothing to seal. */
      well?: true;
    }
  /** `well`: the cylinder is good, and a slow climb is no fault by itself. */
  | { rule: 'stroke-pattern'; pattern: StrokePattern; firstShare: number; strokeAt95?: number; well?: true };

/** Traps of a wet test. */
export type WetCaution =
  | { caution: 'wet-wets-one-side' }
  | { caution: 'wet-exaggerated-cold' }
  | { caution: 'wet-other-temperature'; cylinder: string }
  | { caution: 'wet-volume-unknown'; cylinder: string }
  | { caution: 'wet-rises-alike' }
  | { caution: 'wet-too-little-oil'; cylinder: string; oilMl: number; doseMl: number }
  | { caution: 'wet-too-much-oil'; cylinder: string; oilMl: number; doseMl: number }
  | { caution: 'wet-on-nothing'; cylinder: string };
