import { InputError } from './input-error';
import { fixed } from './fixed';
import { type VacuumUnit, DECIMALS } from './units';

/**
 * kPa in one of each unit. Source: international avoirdupois pound and standard gravity, exact by definition; inHg at 0
 * °C.
 */
const KPA_PER: Readonly<Record<VacuumUnit, number>> = {
  psi: 6.894757293168,
  kPa: 1,
  bar: 100,
  'kgf/cm2': 98.0665,
  inHg: 3.386389,
};

/** Standard atmosphere, kPa absolute. */
export const STANDARD_ATMOSPHERE_KPA = 101.325;

/**
 * A gauge figure as kPa gauge.
 *
 * @param figure in `unit`, any finite number
 * @returns kPa
 * @throws InputError when the figure is not a finite number
 * @example toKPa(120, 'psi') // 827.37
 */
export function toKPa(figure: number, unit: VacuumUnit): number {
  if (!Number.isFinite(figure)) throw new InputError('', 'must-be-a-number');
  return figure * KPA_PER[unit];
}

/** kPa shown in `unit`. The inverse of {@link toKPa}. */
export function fromKPa(kPa: number, unit: VacuumUnit): number {
  return kPa / KPA_PER[unit];
}

/**
 * A pressure as a figure without its unit, rounded to what the unit is read to: `formatPressure(827.37, 'psi') //
 * '120'`.
 */
export function formatPressure(kPa: number, unit: VacuumUnit, finer = 0): string {
  const text = fixed(fromKPa(kPa, unit), DECIMALS[unit] + finer);
  return Number(text) === 0 ? text.replace('-', '') : text;
}
