import type { SheetField } from '@rugged/contract';

/** The fields of a sheet, as they are told. */
export const SHEET_WORD: Readonly<Record<SheetField, string>> = {
  name: 'Name',
  model: 'Model',
  kind: 'Kind',
  cycle: 'Cycle',
  fuel: 'Fuel',
  family: 'Works in',
  layout: 'Layout',
  cylinders: 'Cylinders',
  banks: 'Banks',
  neighbours: 'Shared walls',
  firingOrder: 'Firing order',
  firingIntervals: 'Intervals',
  rotation: 'Rotation',
  distributor: 'Distributor',
  plug: 'Plug hole',
  displacementCm3: 'Displacement, cm³',
  boreMm: 'Bore, mm',
  strokeMm: 'Stroke, mm',
  conrodMm: 'Rod, mm',
  chamberCm3: 'Chamber, cm³',
  compressionRatio: 'Ratio',
  ratioBasis: 'The ratio is',
  compressionRelease: 'Release',
  cooling: 'Cooling',
  headless: 'Head and barrel in one piece',
  valveGear: 'Valves or intake',
  starting: 'Starting',
  fuelSystem: 'Fuel system',
  bankAngleDegrees: 'Angle of the V',
  bankAhead: 'Bank ahead',
  firstAt: 'Number one is at',
  meterUnit: 'Meter',
  runs: 'Runs',
  cranks: 'Cranks',
  bookIds: 'Books',
  dueEveryUse: 'Again every',
  dueEveryMonths: 'Again every months',
};

/** A value of a sheet in words, for two of them side by side. */
export function inWords(value: unknown): string {
  if (value === null || value === undefined) return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value))
    return value.every((one) => typeof one !== 'object') ? value.join(', ') : value.map(inWords).join(' / ');
  if (typeof value === 'object') return Object.values(value).map(inWords).join(' x ');
  return typeof value === 'number' ? String(value) : (value as string);
}
