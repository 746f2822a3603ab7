import type { Role } from '@rugged/contract/people';

/** Who asks, and the shop every row of the answer must belong to. */
export interface Who {
  personId: string;
  shopId: string;
  /** What it is asked from, in a word or two. */
  device?: string;
  /** What they are in that shop just now. */
  role?: Role;
  /** Somebody else signs beside them. */
  watched?: boolean;
}
