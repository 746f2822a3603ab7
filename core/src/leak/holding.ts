import { InputError } from '../quantity/input-error';

/** Standard gravity: newtons in one kilogram of push. */
const GRAVITY = 9.80665;

export interface CrankGeometry {
  boreMm: number;
  strokeMm: number;
  conrodMm: number;
}

/** Push of the air on the piston, N. @param kPa gauge, 0 or more; @param boreMm above 0 */
export function pistonForceN(kPa: number, boreMm: number): number {
  if (!(boreMm > 0)) throw new InputError('boreMm', 'must-be-above', { limit: 0 });
  return (kPa * Math.PI * boreMm ** 2) / 4 / 1000;
}

/** The same push as a person feels it, kg. */
export const forceInKg = (newtons: number): number => newtons / GRAVITY;

/**
 * Torque of the air on the crank.
 *
 * @param degrees of crank past top dead centre, any; @param kPa gauge
 * @returns N m, positive the way the piston goes down
 * @throws InputError when the rod is not longer than the crank throw
 * Source: slider-crank, T = F r sin(theta + phi)/cos(phi), sin(phi) = (r/l) sin(theta).
 * @example crankTorqueNm(5, 689.476, { boreMm: 90, strokeMm: 75, conrodMm: 130 }) // 18.46
 */
export function crankTorqueNm(degrees: number, kPa: number, { boreMm, strokeMm, conrodMm }: CrankGeometry): number {
  const throwMm = strokeMm / 2;
  if (!(strokeMm > 0)) throw new InputError('strokeMm', 'must-be-above', { limit: 0 });
  if (!(conrodMm > throwMm)) throw new InputError('conrodMm', 'rod-too-short');
  const theta = (degrees * Math.PI) / 180;
  const phi = Math.asin((throwMm / conrodMm) * Math.sin(theta));
  return (pistonForceN(kPa, boreMm) * throwMm * Math.sin(theta + phi)) / Math.cos(phi) / 1000;
}

/** The worst the air can do to the crank, with the angle it does it at. Looked for in steps of a tenth of a degree. */
export function worstTorque(kPa: number, crank: CrankGeometry): { degrees: number; torqueNm: number } {
  let worst = { degrees: 0, torqueNm: 0 };
  for (let i = 0; i <= 1800; i += 1) {
    const torqueNm = crankTorqueNm(i / 10, kPa, crank);
    if (torqueNm > worst.torqueNm) worst = { degrees: i / 10, torqueNm };
  }
  return worst;
}
