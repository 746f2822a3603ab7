/** Numbers that look random and come again from the same seed. */
export interface Random {
  /** 0 up to, not including, 1. */
  uniform(): number;
  between(low: number, high: number): number;
  /** Mean 0, standard deviation 1. */
  normal(): number;
  pick<T>(from: readonly T[]): T;
}

/**
 * @param seed any number; its integer part counts
 * Source: mulberry32, a 32-bit counter with a good mixer; Box-Muller for the normal.
 */
export function seeded(seed: number): Random {
  let state = Math.trunc(seed) >>> 0;
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  return {
    uniform,
    between: (low, high) => low + (high - low) * uniform(),
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
    pick: (from) => from[Math.floor(uniform() * from.length)] as (typeof from)[number],
  };
}
