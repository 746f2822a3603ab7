/** Air as an ideal gas, in the units of the workshop: kPa absolute, cm3, K, g, mm2, s. */

const { sqrt } = Math;

export const GAMMA = 1.4;
/** kPa cm3 / (g K). */
export const GAS_CONSTANT = 287;
/** Heat at constant volume, mJ / (g K). */
export const HEAT_CAPACITY = GAS_CONSTANT / (GAMMA - 1);

const CRITICAL = (2 / (GAMMA + 1)) ** (GAMMA / (GAMMA - 1));
const CHOKED = Math.sqrt(GAMMA) * (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (2 * (GAMMA - 1)));
const UNCHOKED = (2 * GAMMA) / (GAMMA - 1);

/** What share of a gas passes a hole into nothing: a second, a mm2, a cm3 of it, and the root of a kelvin. */
export const CHOKED_AT = CHOKED * Math.sqrt(GAS_CONSTANT);

/**
 * Mass flow from a higher to a lower pressure, g/s.
 * @param areaMm2 effective; @param upKPa, @param upK of the gas that leaves; @param downKPa not above `upKPa`
 * Source: isentropic nozzle, choked below 0.5283: the same law that reads a leak-down tester.
 */
export function massFlow(areaMm2: number, upKPa: number, upK: number, downKPa: number): number {
  const ratio = downKPa / upKPa;
  if (ratio <= CRITICAL) return (areaMm2 * upKPa * CHOKED) / sqrt(GAS_CONSTANT * upK);
  if (ratio >= 1) return 0;
  const root = ratio ** (1 / GAMMA);
  return areaMm2 * upKPa * sqrt((UNCHOKED * root * (root - ratio)) / (GAS_CONSTANT * upK));
}

/** Area of a round hole, mm2. @param mm diameter */
export const holeAreaMm2 = (mm: number): number => (Math.PI / 4) * mm ** 2;
