import type { HeardAt, SpreadMethod, Temperature } from '../jobfile/job-file';
import type { LimitSource } from '../limits/limits';
import type { SchoolName, SchoolOf } from '../limits/schools';
import type { RingResponse } from '../wet/sealing-rise';
import type { StrokePattern } from '../reading/strokes';
import type { TestFault } from '../causes/hypotheses';
import type { State } from './state';
import type { TestDoubt } from './test-doubt';

/** What would settle a call that is too close. */
export type Settle =
  | { by: 'repeat'; times: number }
  | { by: 'longer-watch'; seconds: number }
  | { by: 'warm-engine' }
  | { by: 'finer-gauge' };

/** What another school would have called the same reading. Only where its verdict differs. */
export interface Otherwise { school: SchoolName; state: State }
interface WithOthers { others?: Otherwise[] }

/**
 * Why a cylinder has its state. Numbers in kPa gauge unless the name says otherwise, so that a reader may show them in
 * any unit; the words are made in one place from these.
 */
export type Reason =
  | { rule: 'not-measured' }
  | WithOthers & { rule: 'meets-minimum' | 'misses-minimum'; estimateKPa: number; doubtKPa: number; limitHereKPa: number; probabilityBelow: number; source: LimitSource }
  | WithOthers & { rule: 'too-close-to-minimum'; estimateKPa: number; doubtKPa: number; limitHereKPa: number; probabilityBelow: number; source: LimitSource; settle: Settle }
  | { rule: 'in-lowest-band'; estimateKPa: number; bandTopKPa: number; band?: string; source: LimitSource }
  | { rule: 'above-maximum'; estimateKPa: number; maxHereKPa: number; source: LimitSource }
  | WithOthers & { rule: 'no-minimum'; source: LimitSource }
  | { rule: 'under-a-tenth'; readKPa: number; of: 'limit' | 'best-cylinder'; ofKPa: number; repeated: boolean }
  | WithOthers & { rule: 'spread-met' | 'spread-watch' | 'spread-missed'; method: SpreadMethod; amount: number; doubt: number; watch: number; limit: number; source: LimitSource }
  | WithOthers & { rule: 'spread-too-close'; method: SpreadMethod; amount: number; doubt: number; watch: number; limit: number; source: LimitSource; settle: Settle }
  | { rule: 'stands-above-the-others'; method: SpreadMethod; amount: number; limit: number }
  | { rule: 'cold-corrected'; readKPa: number; estimateKPa: number }
  | { rule: 'limit-moved'; seaLevelKPa: number; hereKPa: number; atmosphereKPa: number }
  | { rule: 'attempts-averaged'; used: number; of: number }
  | { rule: 'attempts-disagree'; earlierKPa: number; latestKPa: number }
  | WithOthers & { rule: 'test-doubted'; doubt: TestDoubt }
  | { rule: 'beside-a-high-one'; high: string }
  | { rule: 'test-likelier'; blame: TestFault | 'compression-release'; probability: number; engineProbability: number }
  | WithOthers & LeakNumbers & { rule: 'leak-sound' | 'leak-watch' | 'leak-missed' }
  | WithOthers & LeakNumbers & { rule: 'leak-too-close'; settle: Settle }
  | { rule: 'crank-turned' }
  | HoldNumbers & { rule: 'hold-met' | 'hold-missed' }
  | HoldNumbers & { rule: 'hold-too-close'; settle: Settle }
  | { rule: 'hold-watched-once' }
  | { rule: 'wrong-stroke-suspected'; percent: number; exhaustLoud: boolean }
  | { rule: 'heard'; at: HeardAt; level: number; cylinder?: string }
  | { rule: 'intake-or-breather' }
  | { rule: 'wet-response'; rise: number; displacement?: number; from?: number; to: number; response: RingResponse; school: SchoolOf<'wetRiseSchool'>; others?: { school: SchoolOf<'wetRiseSchool'>; response: RingResponse }[] }
  | { rule: 'stroke-pattern'; pattern: StrokePattern; firstShare: number; strokeAt95?: number };

interface LeakNumbers { percent: number; doubt: number; sound: number; watch: number; fault: number; source: LimitSource; holeMm?: number; holeDoubtMm?: number }
/** Drops in kPa over the hold time. */
interface HoldNumbers { mode: 'pressure' | 'vacuum'; case?: string; netDropKPa: number; doubtKPa: number; limitKPa: number; holdSeconds: number; source: LimitSource }

/** What a careful colleague would say about the test itself. */
export type Caution =
  | { caution: 'scale-unsuitable'; cylinder: string; readKPa: number; fullScaleKPa: number; side: 'below' | 'above' }
  | { caution: 'attempts-disagree'; cylinder: string; earlierKPa: number; latestKPa: number }
  | { caution: 'mixed-conditions'; what: ('temperature' | 'throttle' | 'tester' | 'plugs' | 'cranking')[] }
  | { caution: 'temperature-unknown' }
  | { caution: 'warm-engine-cold-book'; book: Temperature }
  | { caution: 'test-doubted'; doubt: TestDoubt }
  | { caution: 'question-the-test-first' }
  | { caution: 'lever-release' }
  | { caution: 'repeat-a-dead-reading'; cylinder: string }
  | { caution: 'leak-attempts-disagree'; cylinder: string; earlier: number; latest: number }
  | { caution: 'adapter-leaks'; cylinder: string }
  | { caution: 'wet-wets-one-side' }
  | { caution: 'wet-exaggerated-cold' }
  | { caution: 'wet-volume-unknown'; cylinder: string }
  | { caution: 'wet-rises-alike' }
  | { caution: 'wet-too-little-oil'; cylinder: string; oilMl: number; doseMl: number }
  | { caution: 'wet-on-nothing'; cylinder: string }
  | { caution: 'needle-fell'; cylinder: string; stroke: number }
  | { caution: 'not-all-measured'; missing: string[] }
  | { caution: 'spread-single-cylinder' };
