import { InputError } from './input-error';
import { fixed } from "./fixed";

/** Units a gauge may be marked in. `inHg` only for vacuum, as a positive depth below atmosphere. */
export type PressureUnit = 'psi' | 'kPa' | 'bar' | 'kgf/cm2';
export type VacuumUnit = PressureUnit | 'inHg';

export const PRESSURE_UNITS: readonly PressureUnit[] = ['psi', 'kPa', 'bar', 'kgf/cm2'];

/** kPa in one of each unit. Source: international avoirdupois pound and standard gravity, exact by definition; inHg at 0 °C. */
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

/** Decimals that a shop gauge in this unit can honestly be read to. */
export const DECIMALS: Readonly<Record<VacuumUnit, number>> = { psi: 0, kPa: 0, bar: 1, 'kgf/cm2': 1, inHg: 1 };

/** How the unit is written for people. */
export const UNIT_SIGN: Readonly<Record<VacuumUnit, string>> = {
  psi: 'psi', kPa: 'kPa', bar: 'bar', 'kgf/cm2': 'kgf/cm²', inHg: 'inHg',
};

/** A pressure as a figure without its unit, rounded to what the unit is read to: `formatPressure(827.37, 'psi') // '120'`. */
export function formatPressure(kPa: number, unit: VacuumUnit): string {
  const text = fixed(fromKPa(kPa, unit), DECIMALS[unit]);
  return Number(text) === 0 ? text.replace('-', '') : text;
}
