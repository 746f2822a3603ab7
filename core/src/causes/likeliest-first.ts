import { roundOff } from '../quantity/round-off';

/**
 * Orders by odds, for sort. Alike but for the last bits they stay in their order: the same reading in another unit
 * names the same one.
 */
export const likeliestFirst = (a: readonly [unknown, number], b: readonly [unknown, number]): number =>
  roundOff(b[1]) - roundOff(a[1]);
