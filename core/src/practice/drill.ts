import { type Random, seeded } from '../quantity/random';
import type { PressureUnit } from '../quantity/units';

/** A dial to be read: where its needle stands, on a scale of such divisions. */
export interface DialTask {
  unit: PressureUnit;
  fullScale: number;
  /** From mark to mark. */
  division: number;
  at: number;
}

/** Scales that are met on carts, with marks as the drawn dial of that scale has them. */
const SCALES: readonly Omit<DialTask, 'at'>[] = [
  { unit: 'psi', fullScale: 300, division: 20 },
  { unit: 'psi', fullScale: 200, division: 10 },
  { unit: 'psi', fullScale: 100, division: 5 },
  { unit: 'bar', fullScale: 20, division: 1 },
  { unit: 'bar', fullScale: 40, division: 2 },
  { unit: 'kgf/cm2', fullScale: 16, division: 1 },
  { unit: 'kgf/cm2', fullScale: 25, division: 1 },
  { unit: 'kPa', fullScale: 2000, division: 100 },
];

/** So many dials, the same from the same seed; no needle lies on its stop. */
export function dialTasks(seed: number, many = 10): DialTask[] {
  const random: Random = seeded(seed);
  return Array.from({ length: many }, () => {
    const scale = random.pick(SCALES);
    // Anywhere, as needles stand: to a tenth of a division.
    const at = random.between(0.15, 0.92) * scale.fullScale;
    return { ...scale, at: Number((Math.round((10 * at) / scale.division) * (scale.division / 10)).toFixed(4)) };
  });
}

/** From where to where a reading is as good as it can be: half a division either way. */
export const readRight = ({ at, division }: DialTask): { from: number; to: number } => ({
  from: at - division / 2 - 1e-9,
  to: at + division / 2 + 1e-9,
});
