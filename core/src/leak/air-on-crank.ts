import { sizesOf } from '../engine/sizes';
import type { Sized } from '../engine/volume';
import { type CrankGeometry, crankTorqueNm, forceInKg, pistonForceN, worstTorque } from './holding';

/** From the least to the most. */
export interface Ends {
  from: number;
  to: number;
}

/** What the air will do to the crank, before it goes on. */
export interface AirOnCrank {
  forceKg: Ends;
  /** N m when the piston stands so many degrees off its top; nothing where the stroke is neither known nor usual. */
  torqueNm?: { degrees: number; torque: Ends }[];
  worst?: { degrees: number; torqueNm: number };
  /** Bore, stroke and rod were entered; else the usual of the kind, as a range. */
  known: boolean;
}

const DEGREES_OFF = [2, 5, 10];

/**
 * Push of the air on the piston and its torque on the crank for an engine as far as it is known.
 *
 * @param kPa gauge, above 0
 * @returns nothing where neither bore nor kind are known
 */
export function airOnCrank(engine: Sized, kPa: number): AirOnCrank | undefined {
  const { boreMm, strokeMm, conrodMm } = sizesOf(engine);
  if (!boreMm) return undefined;
  const forceKg = { from: forceInKg(pistonForceN(kPa, boreMm.low)), to: forceInKg(pistonForceN(kPa, boreMm.high)) };
  if (!strokeMm || !conrodMm) return { forceKg, known: boreMm.known };
  // Torque grows with bore and stroke, and a little with a shorter rod.
  const weak = { boreMm: boreMm.low, strokeMm: strokeMm.low, conrodMm: conrodMm.high };
  const strong = { boreMm: boreMm.high, strokeMm: strokeMm.high, conrodMm: rodFor(strokeMm.high, conrodMm.low) };
  const torque = (degrees: number, crank: CrankGeometry) => crankTorqueNm(degrees, kPa, crank);
  return {
    forceKg,
    torqueNm: DEGREES_OFF.map((degrees) => ({
      degrees,
      torque: { from: torque(degrees, weak), to: torque(degrees, strong) },
    })),
    worst: worstTorque(kPa, strong),
    known: boreMm.known && strokeMm.known,
  };
}

/** The shortest rod belongs to the shortest stroke: with the longest one it is never shorter than this. */
const rodFor = (strokeMm: number, rodMm: number) => Math.max(rodMm, 1.2 * strokeMm);
