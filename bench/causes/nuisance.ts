import type { Nuisance } from '@rugged/core';
import type { Random } from '@rugged/core/virtual-engine';

/** What nobody knows of an engine, a gauge and a person, drawn anew for each: over the range that engines show. */
export function nuisanceOf(random: Random): Nuisance {
  const factor = (most: number) => Math.exp(random.between(-1, 1) * Math.log(most));
  return {
    heat: factor(2),
    rings: factor(1.5),
    holes: factor(1.8),
    timingDegrees: random.between(-8, 8),
    ratio: random.between(0.94, 1.06),
    crackKPa: random.between(1, 8),
    hoseCm3: random.between(5, 20),
    rpm: random.between(0.8, 1.2),
    torque: random.between(0.85, 1.2),
    scatter: random.between(0.008, 0.03),
    loud: factor(1.8),
    ears: random.between(0.2, 0.7),
    bleed: random.uniform() < 0.5 ? random.between(0, 0.12) : 0,
    adapter: factor(2),
    offTop: factor(3),
    throttle: factor(4),
    alike: random.between(0.7, 2),
  };
}
