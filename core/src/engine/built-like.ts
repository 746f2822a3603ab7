import type { Engine } from './engine';
import { type KindName, KINDS_OF_ENGINE } from './kinds';

/** An engine as its kind is built, its cylinders counted from one; none of its sizes is known. */
export function builtLike(kind: KindName): Engine {
  const { sweptCm3, boreToStroke, compressionRatio, cylinders, ...built } = KINDS_OF_ENGINE[kind];
  return { ...built, kind, cylinders: Array.from({ length: cylinders }, (_, i) => String(i + 1)) };
}
