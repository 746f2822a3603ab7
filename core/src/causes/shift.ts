import { hoseFactor } from '../air/cranking-pressure';
import type { Baseline } from './baseline';
import { RATIO_STEP } from './reading-ratio';
import evidence from './evidence.json';

/**
 * By how much a fault of the whole test, or wear of all alike, brings every reading down, natural logarithm, counted.
 */
const { shifts } = evidence as unknown as { shifts: Readonly<Record<string, Shift | undefined>> };

interface Shift {
  mean: number;
  deviation: number;
}

/** How far a hose that counts as chamber is out of its reckoning, natural logarithm. */
const HOSE_DEVIATION = 0.12;

/** The same where volumes and hose are known: the hose is part of the chamber. */
export const hoseShift = (
  { sweptCm3, chamberCm3 }: { sweptCm3: number; chamberCm3: number },
  hoseCm3: number,
): Shift => ({ mean: Math.log(hoseFactor(sweptCm3, chamberCm3, hoseCm3)), deviation: HOSE_DEVIATION });

/** Nothing is brought down by less than a step of the grid. */
const LEAST_DEVIATION = RATIO_STEP / 2;

/**
 * What a sound cylinder would read under this row, along the grid of the baseline: brought down by some, and never up.
 * @param known for this very engine
 */
export function shiftOf(row: string, { prior }: Baseline, known?: Shift): Float64Array {
  const { mean, deviation } = known ?? shifts[row] ?? { mean: 0, deviation: 0 };
  const spread = Math.max(LEAST_DEVIATION, deviation);
  // By so many steps down: the part of a normal distribution that lies under nought.
  const down = new Float64Array(prior.length);
  let all = 0;
  for (let k = 0; k < down.length; k += 1) {
    down[k] = Math.exp(-0.5 * ((-k * RATIO_STEP - mean) / spread) ** 2);
    all += down[k] as number;
  }
  const grid = new Float64Array(prior.length);
  for (let k = 0; k < down.length; k += 1) {
    const share = (down[k] as number) / all;
    if (share < NEGLIGIBLE) continue;
    for (let i = k; i < prior.length; i += 1) grid[i - k] = (grid[i - k] as number) + share * (prior[i] as number);
  }
  return grid;
}
const NEGLIGIBLE = 1e-9;
