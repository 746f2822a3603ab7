import type { Engine } from '../engine/engine';
import { presetOf } from '../engine/preset';
import { sizesOf } from '../engine/sizes';
import { expectedCranking, type CrankingEstimate } from '../air/cranking-pressure';

/**
 * What a sound engine of these sizes may be expected to crank to: an estimate from geometry, never a verdict.
 *
 * @param atmosphereKPa absolute
 * @returns kPa gauge from the least to the most; nothing where neither sizes nor kind are known
 * Source: polytropic compression from the closing of intake or exhaust port, as usual for the family.
 */
export function expectedFor(engine: Engine, atmosphereKPa: number): CrankingEstimate | undefined {
  const { compressionRatio, strokeMm, conrodMm } = sizesOf(engine);
  if (!compressionRatio || !strokeMm || !conrodMm) return undefined;
  const share = sweptShare(presetOf(engine).closesBefore, conrodMm.usual / (strokeMm.usual / 2));
  const at = (ratio: number) => expectedCranking(share * (ratio - 1) + 1, 1, atmosphereKPa);
  return { fromKPa: at(compressionRatio.low).fromKPa, toKPa: at(compressionRatio.high).toKPa };
}

/** Share of the stroke still to go at so many degrees before the top. @param rodToThrow rod over half the stroke */
function sweptShare(degrees: number, rodToThrow: number): number {
  const angle = (degrees * Math.PI) / 180;
  const height = 1 - Math.cos(angle) + rodToThrow - Math.sqrt(rodToThrow ** 2 - Math.sin(angle) ** 2);
  return height / 2;
}
