/** Air as an ideal gas, in the units of the workshop: kPa absolute, cm3, K, g, mm2, s. */

const { PI, cos, exp, sqrt } = Math;

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

/** Terms of the polynomial below: with so many it keeps to 1e-10 of the law. */
const TERMS = 12;
/**
 * The law below the speed of sound is r^(1/g) (r^(1/g) - r); divided by 1 - r it is smooth all the way to 1, where
 * nothing flows, and a polynomial stands for its two powers. Coefficients by Chebyshev's points, in powers of the place
 * between the critical ratio and 1, from -1 to 1.
 */
const SMOOTH = powersOf((ratio) => {
  // At 1 it is a limit.
  if (1 - ratio < 1e-12) return 1 - 1 / GAMMA;
  const root = ratio ** (1 / GAMMA);
  return (root * (root - ratio)) / (1 - ratio);
});

/** Coefficients of 1, x, x^2 ... of what goes through a function of the ratio at Chebyshev's points. */
function powersOf(law: (ratio: number) => number): Float64Array {
  const at = (k: number) => cos((PI * (k + 0.5)) / TERMS);
  const weights = Array.from(
    { length: TERMS },
    (_, n) =>
      ((n === 0 ? 1 : 2) / TERMS) *
      Array.from({ length: TERMS }, (__, k) => law(ratioAt(at(k))) * cos((PI * n * (k + 0.5)) / TERMS)).reduce(
        (sum, one) => sum + one,
        0,
      ),
  );
  // From Chebyshev's polynomials to powers, by T(n+1) = 2 x T(n) - T(n-1).
  const powers = new Float64Array(TERMS);
  let before = new Float64Array(TERMS);
  let now = new Float64Array(TERMS);
  now[0] = 1;
  for (const [n, weight] of weights.entries()) {
    for (let i = 0; i < TERMS; i += 1) powers[i] = (powers[i] as number) + weight * (now[i] as number);
    const next = new Float64Array(TERMS);
    for (let i = 0; i + 1 < TERMS; i += 1) next[i + 1] = (n === 0 ? 1 : 2) * (now[i] as number);
    if (n > 0) for (let i = 0; i < TERMS; i += 1) next[i] = (next[i] as number) - (before[i] as number);
    before = now;
    now = next;
  }
  return powers;
}

function ratioAt(place: number): number {
  return (1 + CRITICAL) / 2 + ((1 - CRITICAL) / 2) * place;
}

/**
 * Mass flow from a higher to a lower pressure, g/s.
 * @param areaMm2 effective; @param upKPa, @param upK of the gas that leaves; @param downKPa not above `upKPa`
 * Source: isentropic nozzle, choked below 0.5283: the same law that reads a leak-down tester; within 1e-10 of it.
 */
export function massFlow(areaMm2: number, upKPa: number, upK: number, downKPa: number): number {
  const ratio = downKPa / upKPa;
  if (ratio <= CRITICAL) return (areaMm2 * upKPa * CHOKED) / sqrt(GAS_CONSTANT * upK);
  if (ratio >= 1) return 0;
  const place = (2 * ratio - 1 - CRITICAL) / (1 - CRITICAL);
  let smooth = 0;
  for (let i = TERMS - 1; i >= 0; i -= 1) smooth = smooth * place + (SMOOTH[i] as number);
  return areaMm2 * upKPa * sqrt((UNCHOKED * (1 - ratio) * smooth) / (GAS_CONSTANT * upK));
}

/**
 * What the temperature of a gas falls by when a share of it has left, as a factor.
 * @param share 0 to 1
 * Source: adiabatic, (1 - share)^(g - 1); a little leaves at a step, for which the binomial series is within 1e-13.
 */
export function cooledBy(share: number): number {
  if (share > 0.03) return (1 - share) ** (GAMMA - 1);
  return 1 - 0.4 * share * (1 + share * (0.3 + share * (0.16 + share * (0.104 + share * (0.07488 + share * 0.0574)))));
}

/** 1 - e^-x: what of a difference is made good. @param x not negative; by its series while it is small, within 1e-13 */
export function madeGood(x: number): number {
  if (x > 0.02) return 1 - exp(-x);
  return x * (1 - (x / 2) * (1 - (x / 3) * (1 - (x / 4) * (1 - (x / 5) * (1 - x / 6)))));
}

/** Area of a round hole, mm2. @param mm diameter */
export const holeAreaMm2 = (mm: number): number => (Math.PI / 4) * mm ** 2;
