import { InputError } from '../quantity/input-error';
import { STANDARD_ATMOSPHERE_KPA } from '../quantity/pressure';

/** Where the test was made. `barometerKPa` is station pressure, as read on the spot, not reduced to sea level. */
export interface Site {
  altitudeM?: number;
  barometerKPa?: number;
}

/**
 * Standard atmosphere at altitude.
 *
 * @param altitudeM -500 to 6000 m above sea level
 * @returns kPa absolute
 * @throws InputError outside that range
 * Source: ICAO standard atmosphere, troposphere.
 * @example atmosphereAt(1600) // 83.52
 */
export function atmosphereAt(altitudeM: number): number {
  if (!(altitudeM >= -500 && altitudeM <= 6000)) throw new InputError('altitudeM', 'altitude-out-of-range');
  return STANDARD_ATMOSPHERE_KPA * (1 - 2.25577e-5 * altitudeM) ** 5.25588;
}

/**
 * Absolute air pressure where the engine stands, kPa: the barometer when there is one, else by altitude, else sea
 * level.
 * @throws InputError when the barometer is outside 45 to 110 kPa or the altitude out of range
 */
export function siteAtmosphere(site: Site = {}): number {
  const { barometerKPa, altitudeM } = site;
  if (barometerKPa !== undefined) {
    if (!(barometerKPa >= 45 && barometerKPa <= 110)) throw new InputError('barometerKPa', 'barometer-out-of-range');
    return barometerKPa;
  }
  return altitudeM === undefined ? STANDARD_ATMOSPHERE_KPA : atmosphereAt(altitudeM);
}

/**
 * A cranking limit moved to thinner or thicker air: gauge pressure while cranking scales with the absolute atmosphere,
 * so the limit is moved and the reading left as it was read.
 *
 * @param limitKPa gauge, at sea level
 * @param atmosphereKPa absolute, here
 * @example limitHere(827.37, atmosphereAt(1600)) // 682.0, that is 98.9 psi for 120
 */
export function limitHere(limitKPa: number, atmosphereKPa: number): number {
  return (limitKPa * atmosphereKPa) / STANDARD_ATMOSPHERE_KPA;
}
