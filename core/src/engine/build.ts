/** How engines are built: the words that everything else is told in. */
export type Cycle = 'two-stroke' | 'four-stroke';
export type Fuel = 'petrol' | 'diesel';
export type Family =
  'handheld' | 'small-engine' | 'generator' | 'outboard' | 'inboard' | 'motorcycle' | 'scooter' | 'powersports';
export type Layout = 'single' | 'inline' | 'vee' | 'flat';
export type CompressionRelease = 'none' | 'automatic' | 'lever';
export type Cooling = 'air' | 'liquid';
/** How the gas gets in and out: by valves, or through ports. `overhead` is all that some job files say. */
export type ValveGear = 'overhead' | 'push-rod' | 'overhead-cam' | 'side-valve' | 'piston-port' | 'reed' | 'rotary';
export type Starting = 'electric' | 'recoil' | 'kick';
export type FuelSystem = 'carburettor' | 'injection';
/** What its meter counts. */
export type MeterUnit = 'h' | 'km' | 'mi';

export const CYCLES: readonly Cycle[] = ['two-stroke', 'four-stroke'];
export const FUELS: readonly Fuel[] = ['petrol', 'diesel'];
export const FAMILIES: readonly Family[] = [
  'handheld',
  'small-engine',
  'generator',
  'outboard',
  'inboard',
  'motorcycle',
  'scooter',
  'powersports',
];
export const LAYOUTS: readonly Layout[] = ['single', 'inline', 'vee', 'flat'];
export const RELEASES: readonly CompressionRelease[] = ['none', 'automatic', 'lever'];
export const VALVE_GEARS: readonly ValveGear[] = [
  'overhead',
  'push-rod',
  'overhead-cam',
  'side-valve',
  'piston-port',
  'reed',
  'rotary',
];
/** Gears that take valves; the others are ports. */
const WITH_VALVES: ReadonlySet<ValveGear> = new Set(['overhead', 'push-rod', 'overhead-cam', 'side-valve']);
export const gearsOf = (cycle: Cycle): ValveGear[] =>
  VALVE_GEARS.filter((gear) => WITH_VALVES.has(gear) === (cycle === 'four-stroke'));
export const STARTINGS: readonly Starting[] = ['electric', 'recoil', 'kick'];
export const FUEL_SYSTEMS: readonly FuelSystem[] = ['carburettor', 'injection'];
export const METER_UNITS: readonly MeterUnit[] = ['h', 'km', 'mi'];
export const COOLINGS: readonly Cooling[] = ['air', 'liquid'];
