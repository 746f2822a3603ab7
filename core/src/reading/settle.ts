import { SURE_DEVIATIONS } from '../jobfile/state';

/** What would settle a call that is too close. */
export type Settle =
  | { by: 'repeat'; times: number }
  | { by: 'longer-watch'; seconds: number }
  | { by: 'warm-engine' }
  | { by: 'finer-gauge' };

/** More repeats than this are not asked for: a finer gauge is the better way. */
const MOST_REPEATS = 4;

/**
 * The cheapest thing that would carry a close call over the 95 % line. All in the unit of the figure.
 *
 * @param margin how far the estimate lies from its limit, either way
 * @param shared standard uncertainty that repeats do not lessen: class of the gauge, temperature
 * @param own standard uncertainty of one reading that repeats do lessen
 * @param used readings that the estimate rests on already
 */
export function settleByRepeats(margin: number, shared: number, own: number, used: number): Settle {
  const needed = Math.abs(margin) / SURE_DEVIATIONS;
  if (shared < needed) {
    const times = Math.ceil(own ** 2 / (needed ** 2 - shared ** 2)) - used;
    if (times >= 1 && times <= MOST_REPEATS) return { by: 'repeat', times };
  }
  return { by: 'finer-gauge' };
}
