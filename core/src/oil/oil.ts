import { InputError } from '../quantity/input-error';

/** Polytropic exponent of a cranking stroke. */
const EXPONENT = 1.25;
/** From this share of the chamber on oil locks the engine and bends the rod. */
const LOCK_SHARE = 0.5;
/** A dose lifts the needle by this much through its own volume, and no more than this is ever poured. */
const DOSE_RISE = 0.05;
const MOST_DOSE_ML = 15;
export const DROPS_PER_ML = 20;

/** Both volumes of a cylinder, cm³: swept, and chamber at top dead centre. */
export interface Volumes {
  sweptCm3: number;
  chamberCm3: number;
}

/**
 * The most that the oil's own volume can lift a dry reading: all of it stays in the chamber and makes it smaller.
 *
 * @param dryKPa gauge, above 0; @param oilMl 0 or more; @param atmosphereKPa absolute
 * @returns the rise as a share of the dry reading: 0.139 is 13.9 %
 * @throws InputError when the oil would lock the engine: half the chamber or more
 * Source: polytropic compression from the same charge into V_c - V_o, n 1.25.
 * @example displacementRise(900, { sweptCm3: 400, chamberCm3: 50 }, 5, 101.325) // 0.139
 */
export function displacementRise(
  dryKPa: number,
  { sweptCm3, chamberCm3 }: Volumes,
  oilMl: number,
  atmosphereKPa: number,
): number {
  if (!(dryKPa > 0)) throw new InputError('peak', 'wet-on-nothing');
  if (!(oilMl >= 0)) throw new InputError('oilMl', 'must-not-be-negative');
  refuseLockingDose(oilMl, chamberCm3);
  const dryRatio = (sweptCm3 + chamberCm3) / chamberCm3;
  const oiledRatio = (sweptCm3 + chamberCm3 - oilMl) / (chamberCm3 - oilMl);
  return ((dryKPa + atmosphereKPa) * (oiledRatio / dryRatio) ** EXPONENT - atmosphereKPa) / dryKPa - 1;
}

/** The dose from which on the engine locks, ml. */
export const lockingDoseMl = (chamberCm3: number): number => LOCK_SHARE * chamberCm3;

/** @throws InputError at `oilMl` for half the chamber or more */
export function refuseLockingDose(oilMl: number, chamberCm3: number): void {
  if (oilMl < lockingDoseMl(chamberCm3)) return;
  throw new InputError('oilMl', 'locks-the-engine', { oilMl, chamberCm3 });
}

export interface Dose {
  ml: number;
  drops: number;
}

/**
 * The dose for this chamber: as much as lifts the needle by 5 % through its own volume, at most 15 ml.
 * @param dryKPa gauge, above 0; volumes above 0; @param atmosphereKPa absolute
 */
export function recommendedDose(dryKPa: number, { sweptCm3, chamberCm3 }: Volumes, atmosphereKPa: number): Dose {
  if (!(dryKPa > 0)) throw new InputError('peak', 'wet-on-nothing');
  const growth = (((1 + DOSE_RISE) * dryKPa + atmosphereKPa) / (dryKPa + atmosphereKPa)) ** (1 / EXPONENT);
  const ratio = (growth * (sweptCm3 + chamberCm3)) / chamberCm3;
  const ml = Math.min(MOST_DOSE_ML, (ratio * chamberCm3 - sweptCm3 - chamberCm3) / (ratio - 1));
  return { ml, drops: Math.round(ml * DROPS_PER_ML) };
}
