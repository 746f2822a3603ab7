import type { Family } from '../engine/engine';
import type { FaultCause } from '../engine/faults';
import type { HouseRules } from '../jobfile/house-rules';

/** What the trade says counts like so many engines opened. */
const TRADE_LIKE = 20;
/** However many were opened, the odds of the trade are never moved by more either way. */
const LEAST = 0.1;
const MOST = 10;

/**
 * By how much the engines that a shop opened move the odds of each cause, before anything is measured: the trade's word
 * as pseudo-counts of a Dirichlet distribution, what was found added to it.
 * @param trade odds of each cause against the others, in any scale
 * @returns a factor for each, 0.1 to 10; 1 where nothing was opened or the shop goes by the trade alone
 */
export function learnedFactors<C extends FaultCause>(
  trade: ReadonlyMap<C, number>,
  family: Family,
  { opened, learningSchool }: Partial<Pick<HouseRules, 'opened' | 'learningSchool'>> = {},
): Map<C, number> {
  const found: Partial<Record<FaultCause, number>> = learningSchool === 'trade-alone' ? {} : (opened?.[family] ?? {});
  const counted = (cause: C) => Math.max(0, found[cause] ?? 0);
  const causes = [...trade.keys()];
  const odds = [...trade.values()].reduce((a, b) => a + b, 0);
  const all = causes.reduce((sum, cause) => sum + counted(cause), 0);
  return new Map(
    [...trade].map(([cause, one]) => {
      const share = one / odds;
      const now = (TRADE_LIKE * share + counted(cause)) / (TRADE_LIKE + all);
      return [cause, Math.min(MOST, Math.max(LEAST, now / share))];
    }),
  );
}
