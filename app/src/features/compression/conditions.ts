import type { ConditionsOf, Engine, Tester } from '@rugged/core';

/** The conditions that all readings of one test share. */
export type Conditions = ConditionsOf<'compression'>;

/** What a careful mechanic sets up when nothing is said. Whether the engine is warm must be said. */
export const usualConditions = ({ fuel }: Pick<Engine, 'fuel'>, tester: Tester | undefined): Conditions => ({
  // A diesel has no throttle, and no plugs that spark.
  ...(fuel === 'diesel' ? {} : { throttle: 'open', plugs: 'all-out' }),
  ...(tester ? { tester } : {}),
});
