import type { Temperature } from '../jobfile/book';
import type { RefusalCode } from '../quantity/refusals';
import type { Condition, SetUpWorse } from '../test-kinds/compression/measure';
import type { WetCaution } from '../test-kinds/compression/judged';
import type { LeftOut } from './left-out';
import type { TestDoubt } from '../test-kinds/compression/test-doubt';

/** What a careful colleague would say about the test itself. */
export type Caution =
  | { caution: 'scale-unsuitable'; cylinder: string; readKPa: number; fullScaleKPa: number; side: 'below' | 'above' }
  | { caution: 'attempts-disagree'; cylinder: string; earlierKPa: number; latestKPa: number }
  | { caution: 'entry-left-out'; field: string; code: RefusalCode; reason: string; entry?: LeftOut }
  | { caution: 'attempts-scatter'; cylinder: string; lowKPa: number; highKPa: number }
  | { caution: 'leak-attempts-scatter'; cylinder: string; low: number; high: number }
  | { caution: 'oil-still-in'; cylinder: string }
  /** The same figures on other cylinders in another test: two hoses or two names were changed over. */
  | { caution: 'readings-swapped'; cylinders: string[] }
  | { caution: 'barometer-against-altitude'; barometerKPa: number; altitudeM: number; expectedKPa: number }
  | { caution: 'mixed-conditions'; what: Condition[] }
  /** It read lower in a later test that was set up worse: what it made before stands. */
  | { caution: 'later-test-wrong'; cylinder: string; stoodKPa: number; readKPa: number; by: SetUpWorse[] }
  /** It moved between two tests by more than their doubt. */
  | { caution: 'moved-between-tests'; cylinder: string; fromKPa: number; toKPa: number }
  | { caution: 'temperature-unknown' }
  | { caution: 'warm-engine-cold-book'; book: Temperature }
  | { caution: 'test-doubted'; doubt: TestDoubt }
  | { caution: 'question-the-test-first' }
  | { caution: 'lever-release' }
  | { caution: 'repeat-a-dead-reading'; cylinder: string }
  /** It stood, and reads better in this test than in the one before. */
  | { caution: 'rings-freed'; cylinder: string; fromKPa: number; toKPa: number }
  | { caution: 'leak-attempts-disagree'; cylinder: string; earlier: number; latest: number }
  | { caution: 'adapter-leaks'; cylinder: string }
  | WetCaution
  | { caution: 'needle-fell'; cylinder: string; stroke: number }
  | { caution: 'not-all-measured'; missing: string[] }
  | { caution: 'spread-single-cylinder' };
