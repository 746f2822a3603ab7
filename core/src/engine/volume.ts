import { InputError } from '../quantity/input-error';
import type { Engine, Family } from './engine';

/** Swept volume of one cylinder, cm³. Bore and stroke in mm, above 0. */
export function sweptCm3(boreMm: number, strokeMm: number): number {
  if (!(boreMm > 0)) throw new InputError('boreMm', 'must-be-above', { limit: 0 });
  if (!(strokeMm > 0)) throw new InputError('strokeMm', 'must-be-above', { limit: 0 });
  return ((Math.PI / 4) * boreMm ** 2 * strokeMm) / 1000;
}

/**
 * Chamber volume at top dead centre, cm³, from a geometric (full stroke) ratio.
 * @throws InputError when the ratio is not above 1
 */
export function chamberCm3(swept: number, compressionRatio: number): number {
  if (!(compressionRatio > 1)) throw new InputError('compressionRatio', 'must-be-above', { limit: 1 });
  return swept / (compressionRatio - 1);
}

/**
 * Both volumes when the engine's data allow, else nothing. A ratio from port closing says nothing about the full
 * stroke.
 */
export function volumesOf(
  engine: Pick<Engine, 'boreMm' | 'strokeMm' | 'compressionRatio' | 'ratioBasis'>,
): { sweptCm3: number; chamberCm3: number } | undefined {
  const { boreMm, strokeMm, compressionRatio, ratioBasis } = engine;
  if (!boreMm || !strokeMm || !compressionRatio || ratioBasis === 'port-closing') return undefined;
  const swept = sweptCm3(boreMm, strokeMm);
  return { sweptCm3: swept, chamberCm3: chamberCm3(swept, compressionRatio) };
}

/** What of an engine its chamber follows from. */
type Sized = Pick<Engine, 'cycle' | 'family' | 'fuel' | 'boreMm' | 'strokeMm' | 'compressionRatio' | 'ratioBasis'>;
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
  const volumes = volumesOf(engine);
  if (volumes) return { known: true, cm3: volumes.chamberCm3 };
  const { boreMm, strokeMm, compressionRatio, ratioBasis } = engine;
  const sized = boreMm !== undefined && strokeMm !== undefined;
  const swept = sized ? sweptCm3(boreMm, strokeMm) : SMALLEST_CM3[engine.family];
  const rated = compressionRatio !== undefined && ratioBasis !== 'port-closing';
  const ratio = rated ? compressionRatio : HIGHEST_RATIO[engine.fuel === 'diesel' ? 'diesel' : engine.cycle];
  return {
    known: false,
    cm3: chamberCm3(swept, ratio),
    missing: sized ? 'ratio' : rated ? 'bore-and-stroke' : 'bore-stroke-and-ratio',
  };
}
