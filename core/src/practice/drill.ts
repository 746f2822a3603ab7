import { type Random, seeded } from '../quantity/random';
import type { PressureUnit } from '../quantity/units';

/** A dial to be read: where its needle stands, on a scale of such divisions. */
export interface DialTask {
  unit: PressureUnit;
  fullScale: number;
  /** From mark to mark. */
  division: number;
  at: number;
  /**
   * Where the head must be so that the needle covers its image in the mirror of the dial, in steps of the head from
   * where it is at first; 0 for a dial that is looked at straight.
   */
  straight: number;
}

/** So far to either side a head is moved, in its steps. */
export const HEAD_STEPS = 10;

/** Scales that are met on carts, with marks as the drawn dial of that scale has them. */
const SCALES: readonly Omit<DialTask, 'at' | 'straight'>[] = [
  { unit: 'psi', fullScale: 300, division: 20 },
  { unit: 'psi', fullScale: 200, division: 10 },
  { unit: 'psi', fullScale: 100, division: 5 },
  { unit: 'bar', fullScale: 20, division: 1 },
  { unit: 'bar', fullScale: 40, division: 2 },
  { unit: 'kgf/cm2', fullScale: 16, division: 1 },
  { unit: 'kgf/cm2', fullScale: 25, division: 1 },
  { unit: 'kPa', fullScale: 2000, division: 100 },
  // Some that are read wrong by who does not count the marks.
  { unit: 'psi', fullScale: 160, division: 10 },
  { unit: 'bar', fullScale: 6, division: 0.5 },
  { unit: 'kPa', fullScale: 1000, division: 50 },
  { unit: 'kgf/cm2', fullScale: 12, division: 0.625 },
];

/** So many of them hang where they are seen from aside. */
const ASIDE = 0.4;

/** So many dials, the same from the same seed; no needle lies on its stop. */
export function dialTasks(seed: number, many = 10): DialTask[] {
  const random: Random = seeded(seed);
  return Array.from({ length: many }, () => {
    const scale = random.pick(SCALES);
    // Anywhere, as needles stand: to a tenth of a division.
    const at = random.between(0.15, 0.92) * scale.fullScale;
    const aside = random.uniform() < ASIDE ? Math.round(random.between(5, 8)) * (random.uniform() < 0.5 ? -1 : 1) : 0;
    return {
      ...scale,
      at: Number((Math.round((10 * at) / scale.division) * (scale.division / 10)).toFixed(4)),
      straight: aside,
    };
  });
}

/** From where to where a reading is as good as it can be: half a division either way. */
export const readRight = ({ at, division }: DialTask): { from: number; to: number } => ({
  from: at - division / 2 - 1e-9,
  to: at + division / 2 + 1e-9,
});
