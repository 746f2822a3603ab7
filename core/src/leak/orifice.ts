import { InputError } from '../quantity/input-error';

const GAMMA = 1.4;
/** Below this ratio of absolute pressures the flow is choked. */
const CRITICAL_RATIO = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1));

/**
 * Mass flow through an orifice over its upstream pressure, area and temperature left out.
 * @param ratio downstream over upstream, absolute, 0 to 1
 * Source: isentropic nozzle flow of air, choked below 0.5283.
 */
export function flowFunction(ratio: number): number {
  const r = Math.max(ratio, CRITICAL_RATIO);
  return Math.sqrt(Math.max(0, ((2 * GAMMA) / (GAMMA - 1)) * (r ** (2 / GAMMA) - r ** ((GAMMA + 1) / GAMMA))));
}

/**
 * Leakage as a two-gauge tester shows it.
 * @param supplyKPa gauge, above 0; @param cylinderKPa gauge, 0 to the supply
 * @returns percent, 0 to 100
 */
export function leakagePercent(supplyKPa: number, cylinderKPa: number): number {
  checkPair(supplyKPa, cylinderKPa);
  return (100 * (supplyKPa - cylinderKPa)) / supplyKPa;
}

/**
 * Diameter of the hole that leaks as much as the cylinder does: the figure that two testers or two pressures share.
 *
 * @param supplyKPa, @param cylinderKPa gauge; @param orificeMm the tester's; @param atmosphereKPa absolute
 * @returns mm; infinite when the cylinder holds nothing
 * Source: compressible flow through the tester's orifice and the leak in series, equal discharge coefficients.
 * @example leakHoleMm(689.476, 620.528, 1.016, 101.325) // 0.8103
 */
export function leakHoleMm(supplyKPa: number, cylinderKPa: number, orificeMm: number, atmosphereKPa: number): number {
  checkPair(supplyKPa, cylinderKPa);
  if (!(orificeMm > 0)) throw new InputError('orificeMm', 'must-be-above', { limit: 0 });
  if (cylinderKPa === 0) return Infinity;
  const supply = supplyKPa + atmosphereKPa;
  const cylinder = cylinderKPa + atmosphereKPa;
  const area = (supply * flowFunction(cylinder / supply)) / (cylinder * flowFunction(atmosphereKPa / cylinder));
  return orificeMm * Math.sqrt(area);
}

/**
 * What a tester shows for a known hole: the way to compare with another tester, pressure or altitude.
 * @param holeMm 0 or more; the rest as in {@link leakHoleMm}
 * @returns percent, 0 to 100
 */
export function percentForHole(holeMm: number, supplyKPa: number, orificeMm: number, atmosphereKPa: number): number {
  if (!(holeMm >= 0)) throw new InputError('holeMm', 'must-not-be-negative');
  if (!(supplyKPa > 0)) throw new InputError('supply', 'must-be-above', { limit: 0 });
  let low = 0;
  let high = supplyKPa;
  // A smaller hole holds more pressure: halve the interval until nothing is left of it.
  for (let i = 0; i < 200 && high - low > 1e-12 * supplyKPa; i += 1) {
    const middle = (low + high) / 2;
    if (leakHoleMm(supplyKPa, middle, orificeMm, atmosphereKPa) > holeMm) low = middle;
    else high = middle;
  }
  return leakagePercent(supplyKPa, (low + high) / 2);
}

function checkPair(supplyKPa: number, cylinderKPa: number): void {
  if (!(supplyKPa > 0)) throw new InputError('supply', 'must-be-above', { limit: 0 });
  if (!(cylinderKPa >= 0)) throw new InputError('cylinderPressure', 'must-not-be-negative');
  if (cylinderKPa > supplyKPa) throw new InputError('cylinderPressure', 'above-the-supply', { supply: supplyKPa });
}
