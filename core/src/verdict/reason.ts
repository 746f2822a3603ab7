import type { TestFault } from '../causes/hypotheses';
import type { Named } from '../causes/names';
import type { WithOthers } from '../limits/schools';
import type { CompressionReason } from '../test-kinds/compression/judged';
import type { TestDoubt } from '../test-kinds/compression/test-doubt';
import type { LeakReason } from '../test-kinds/leakdown/judged';

/**
 * Why a cylinder has its state: what its tests say, and what the whole makes of it. The words are made in one place
 * from these.
 */
export type Reason =
  | CompressionReason
  | LeakReason
  | { rule: 'not-measured' }
  | (WithOthers & { rule: 'test-doubted'; doubt: TestDoubt })
  | { rule: 'beside-a-high-one'; high: string }
  /** One stands above all the others: either it is high, or they are low. */
  | { rule: 'high-or-low'; high: string }
  /** It meets every limit, and more likely than not has something all the same. */
  | { rule: 'fault-likelier'; cause: Named; probability: number }
  /** A limit is missed, and everything else speaks for a sound cylinder. */
  | { rule: 'contradicts-itself' }
  /** `probability` of all faults of the test that made this figure, `blamed` of the likeliest alone. */
  | {
      rule: 'test-likelier';
      blame: TestFault | 'compression-release';
      blamed: number;
      probability: number;
      engineProbability: number;
    };
