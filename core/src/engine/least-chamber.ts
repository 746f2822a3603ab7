import type { Family } from './engine';
import { sizesOf } from './sizes';
import { chamberCm3, type Sized, sweptOf, volumesOf } from './volume';

/** What would settle a volume that is only bounded. */
export type MissingSize = 'bore-and-stroke' | 'ratio' | 'bore-stroke-and-ratio';

/** The smallest cylinder of each family that comes to a bench, cm³, and the highest ratio. Source: trade usage. */
const SMALLEST_CM3: Readonly<Record<Family, number>> = {
  handheld: 20,
  'small-engine': 75,
  generator: 50,
  outboard: 40,
  inboard: 150,
  motorcycle: 49,
  scooter: 49,
  powersports: 49,
};
const HIGHEST_RATIO = { diesel: 24, 'four-stroke': 14, 'two-stroke': 13 } as const;

/** The chamber where it is known, else the smallest that it can be by what is known, cm³. */
export function leastChamberOf(
  engine: Sized,
): { known: true; cm3: number } | { known: false; cm3: number; missing: MissingSize } {
  const { compressionRatio, ratioBasis, family, cycle, fuel } = engine;
  const sizes = sizesOf(engine);
  const chamber = engine.chamberCm3 ?? volumesOf(engine)?.chamberCm3;
  if (chamber !== undefined) return { known: true, cm3: chamber };
  const swept = sweptOf(engine);
  const rated = compressionRatio !== undefined && ratioBasis !== 'port-closing';
  const ratio = rated ? compressionRatio : HIGHEST_RATIO[fuel === 'diesel' ? 'diesel' : cycle];
  return {
    known: false,
    cm3: sizes.chamberCm3?.low ?? chamberCm3(swept ?? SMALLEST_CM3[family], ratio),
    missing: swept !== undefined ? 'ratio' : rated ? 'bore-and-stroke' : 'bore-stroke-and-ratio',
  };
}
