import { InputError } from '../quantity/input-error';

/** One look at the gauge: seconds since the valve was shut, kPa above (pressure) or below (vacuum) the air outside. */
export interface DecaySample {
  seconds: number;
  kPa: number;
  celsius?: number;
}

/**
 * Pressure lost by a given time: exponential through three samples or more, a straight line through two.
 *
 * @param samples two or more at different times, in any order; kPa 0 or more
 * @param holdSeconds above 0
 * @returns kPa lost from the first sample to the hold time; never negative. A short watch drawn on may come to more
 *   than there was
 * @throws InputError when there are fewer than two, or no time between them
 * Source: least squares on the logarithm; a case leaks in proportion to what is left in it.
 * @example dropAt([{ seconds: 0, kPa: 34.5 }, { seconds: 90, kPa: 33.8 }], 180) // 1.4
 */
export function dropAt(samples: readonly DecaySample[], holdSeconds: number): number {
  const sorted = [...samples].sort((a, b) => a.seconds - b.seconds);
  const first = sorted[0];
  const last = sorted[sorted.length - 1];
  if (!first || !last || sorted.length < 2) throw new InputError('samples', 'needs-different-times');
  if (!(last.seconds > first.seconds)) throw new InputError('samples', 'needs-different-times');
  const held = holdSeconds;
  if (sorted.length === 2 || sorted.some(({ kPa }) => kPa <= 0)) {
    return Math.max(0, ((first.kPa - last.kPa) * held) / (last.seconds - first.seconds));
  }
  const n = sorted.length;
  const meanT = sorted.reduce((sum, { seconds }) => sum + seconds, 0) / n;
  const meanY = sorted.reduce((sum, { kPa }) => sum + Math.log(kPa), 0) / n;
  const slope =
    sorted.reduce((sum, { seconds, kPa }) => sum + (seconds - meanT) * (Math.log(kPa) - meanY), 0) /
    sorted.reduce((sum, { seconds }) => sum + (seconds - meanT) ** 2, 0);
  const at = (seconds: number) => Math.exp(meanY + slope * (seconds - meanT));
  return Math.max(0, at(first.seconds) - at(first.seconds + held));
}

/**
 * Half-width of what a change of temperature alone moves, kPa.
 * @param absoluteKPa in the case; @param celsiusChange either way
 * Source: ideal gas at constant volume near 20 °C, 0.34 % of absolute pressure per degree.
 */
export const temperatureDriftKPa = (absoluteKPa: number, celsiusChange: number): number =>
  0.0034 * absoluteKPa * Math.abs(celsiusChange);
