/** Units a gauge may be marked in. `inHg` only for vacuum, as a positive depth below atmosphere. */
export type PressureUnit = 'psi' | 'kPa' | 'bar' | 'kgf/cm2';
export type VacuumUnit = PressureUnit | 'inHg';

export const PRESSURE_UNITS: readonly PressureUnit[] = ['psi', 'kPa', 'bar', 'kgf/cm2'];

/** Decimals that a shop gauge in this unit can honestly be read to. */
export const DECIMALS: Readonly<Record<VacuumUnit, number>> = { psi: 0, kPa: 0, bar: 1, 'kgf/cm2': 1, inHg: 1 };

/** How the unit is written for people. */
export const UNIT_SIGN: Readonly<Record<VacuumUnit, string>> = {
  psi: 'psi',
  kPa: 'kPa',
  bar: 'bar',
  'kgf/cm2': 'kgf/cm²',
  inHg: 'inHg',
};
