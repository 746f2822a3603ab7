import type { ConditionsOf, Tester } from '@rugged/core';

/** The conditions that all readings of one test share. */
export type Conditions = ConditionsOf<'compression'>;

/** What a careful mechanic sets up when nothing is said. Whether the engine is warm must be said. */
export const usualConditions = (tester: Tester | undefined): Conditions => ({
  throttle: 'open',
  plugs: 'all-out',
  ...(tester ? { tester } : {}),
});
