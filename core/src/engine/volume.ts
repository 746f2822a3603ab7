import { InputError } from '../quantity/input-error';
import type { Engine } from './engine';

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

/** What of an engine its volumes follow from. */
export type Sized = Pick<
  Engine,
  | 'cycle'
  | 'family'
  | 'fuel'
  | 'cylinders'
  | 'kind'
  | 'boreMm'
  | 'strokeMm'
  | 'conrodMm'
  | 'displacementCm3'
  | 'chamberCm3'
  | 'compressionRatio'
  | 'ratioBasis'
>;

/** Swept volume of one cylinder, cm³, from bore and stroke, else from the displacement; nothing without. */
export function sweptOf(
  engine: Pick<Sized, 'boreMm' | 'strokeMm' | 'displacementCm3' | 'cylinders'>,
): number | undefined {
  const { boreMm, strokeMm, displacementCm3, cylinders } = engine;
  if (boreMm && strokeMm) return sweptCm3(boreMm, strokeMm);
  return displacementCm3 === undefined ? undefined : displacementCm3 / cylinders.length;
}

/**
 * Both volumes when the engine's data allow, else nothing. A ratio from port closing says nothing about the full
 * stroke.
 */
export function volumesOf(
  engine: Pick<
    Sized,
    'boreMm' | 'strokeMm' | 'displacementCm3' | 'cylinders' | 'chamberCm3' | 'compressionRatio' | 'ratioBasis'
  >,
): { sweptCm3: number; chamberCm3: number } | undefined {
  const swept = sweptOf(engine);
  const { chamberCm3: measured, compressionRatio, ratioBasis } = engine;
  if (swept === undefined) return undefined;
  if (measured !== undefined) return { sweptCm3: swept, chamberCm3: measured };
  if (!compressionRatio || ratioBasis === 'port-closing') return undefined;
  return { sweptCm3: swept, chamberCm3: chamberCm3(swept, compressionRatio) };
}
