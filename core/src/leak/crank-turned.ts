/** One look at the cylinder gauge, as a share of the supply, 0 to 1. */
export interface SettlingSample {
  seconds: number;
  share: number;
}

/** A needle that has settled moves less than this share of the supply in a second. */
const SETTLED_PER_SECOND = 0.02;
/** Losing this much of the supply after it had settled is no leak: the piston went down. */
const RUN_AWAY = 0.2;

/**
 * Whether the crank turned under the air: the needle first came to rest, as it does behind any leak, and then ran away.
 *
 * @param samples in order of time; fewer than three say nothing
 * @example crankTurned([{ seconds: 0, share: 0.9 }, { seconds: 2, share: 0.89 }, { seconds: 3, share: 0.3 }]) // true
 */
export function crankTurned(samples: readonly SettlingSample[]): boolean {
  let rested: number | undefined;
  for (let i = 1; i < samples.length; i += 1) {
    const before = samples[i - 1] as SettlingSample;
    const now = samples[i] as SettlingSample;
    const seconds = now.seconds - before.seconds;
    if (rested !== undefined && rested - now.share > RUN_AWAY) return true;
    if (seconds > 0 && Math.abs(now.share - before.share) <= SETTLED_PER_SECOND * seconds)
      rested = Math.max(rested ?? 0, now.share);
  }
  return false;
}
