import { hoseFactor } from '../air/cranking-pressure';
import { type Baseline, normalOnGrid } from './baseline';
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

/**
 * What a sound cylinder would read under this row, along the grid of the baseline. @param known for this very engine
 */
export function shiftOf(row: string, { from, prior, middle, deviation }: Baseline, known?: Shift): Float64Array {
  const { mean, deviation: more } = known ?? shifts[row] ?? { mean: 0, deviation: 0 };
  return normalOnGrid(from, prior.length, middle + mean, Math.hypot(deviation, more));
}
