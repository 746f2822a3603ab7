import { InputError } from '../quantity/input-error';

/** Exponents between a slow cold recoil and a fast warm starter. */
const SLOW_EXPONENT = 1.2;
const FAST_EXPONENT = 1.35;

export interface CrankingEstimate {
  fromKPa: number;
  toKPa: number;
}

/**
 * What a sound engine may be expected to crank to when there is no book. A range, never a verdict.
 *
 * @param trappedCm3 volume when the intake (two-stroke: the exhaust port) closes, chamber included
 * @param chamberCm3 volume at top dead centre
 * @param atmosphereKPa absolute
 * @returns kPa gauge, from and to
 * @throws InputError when a volume is not positive or the trapped volume does not exceed the chamber
 * Source: polytropic compression p V^n, n from 1.20 to 1.35.
 */
export function expectedCranking(trappedCm3: number, chamberCm3: number, atmosphereKPa: number): CrankingEstimate {
  if (!(chamberCm3 > 0)) throw new InputError('chamberCm3', 'must-be-above', { limit: 0 });
  if (!(trappedCm3 > chamberCm3)) throw new InputError('trappedCm3', 'must-exceed-the-chamber');
  const at = (exponent: number) => atmosphereKPa * ((trappedCm3 / chamberCm3) ** exponent - 1);
  return { fromKPa: at(SLOW_EXPONENT), toKPa: at(FAST_EXPONENT) };
}

/**
 * How much of the true reading is left when the tester's one-way valve is not at the engine end, so that the hose
 * becomes part of the chamber.
 *
 * @param sweptCm3 swept volume, @param chamberCm3 at top dead centre, @param hoseCm3 hose and gauge
 * @returns 0 to 1: multiply a true gauge reading by it to get what this tester shows
 * @throws InputError when a volume is not positive (the hose may be 0)
 * Source: polytropic compression, n 1.25, into V_c and into V_c + V_hose.
 */
export function hoseFactor(sweptCm3: number, chamberCm3: number, hoseCm3: number): number {
  if (!(sweptCm3 > 0)) throw new InputError('sweptCm3', 'must-be-above', { limit: 0 });
  if (!(chamberCm3 > 0)) throw new InputError('chamberCm3', 'must-be-above', { limit: 0 });
  if (!(hoseCm3 >= 0)) throw new InputError('hoseVolumeCm3', 'must-not-be-negative');
  const gauge = (chamber: number) => ((sweptCm3 + chamber) / chamber) ** 1.25 - 1;
  return gauge(chamberCm3 + hoseCm3) / gauge(chamberCm3);
}
