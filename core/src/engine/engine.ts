import { InputError } from '../quantity/input-error';
import type { KindName } from './kinds';

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

/** Thread and reach of a spark plug or its hole, mm. */
export interface Plug {
  threadMm: number;
  pitchMm: number;
  reachMm: number;
}

/** An engine as the job file describes it. Lengths in mm, intervals in degrees of crank. */
export interface Engine {
  cycle: Cycle;
  fuel: Fuel;
  family: Family;
  layout?: Layout;
  /** Names as stamped or as the manual counts them, in order from the flywheel or front end. */
  cylinders: string[];
  /** Which cylinders stand in which bank of a vee or flat engine, each from the front. */
  banks?: string[][];
  /** Pairs that share a wall or a gasket. */
  neighbours?: [string, string][];
  firingOrder?: string[];
  /** Degrees from each firing to the next, in firing order. They fill one cycle. */
  firingIntervals?: number[];
  /** Turning direction, looking at the flywheel or at the end the starter pulls. */
  rotation?: 'clockwise' | 'anticlockwise';
  /** Which way the distributor's finger turns, looking down on its cap. */
  distributor?: 'clockwise' | 'anticlockwise';
  plug?: Plug;
  /** What it is like: figures that are missing are taken from it, as a range. */
  kind?: KindName;
  /** All cylinders together, cm³. */
  displacementCm3?: number;
  boreMm?: number;
  strokeMm?: number;
  conrodMm?: number;
  /** Of one cylinder at its top, measured, cm³. */
  chamberCm3?: number;
  compressionRatio?: number;
  ratioBasis?: 'geometric' | 'port-closing';
  compressionRelease?: CompressionRelease;
  cooling?: Cooling;
  /** Head and barrel in one piece: there is no head gasket. */
  headless?: boolean;
  valveGear?: ValveGear;
  starting?: Starting;
  fuelSystem?: FuelSystem;
  /** Between the banks of a vee. */
  bankAngleDegrees?: number;
  /** Which bank stands nearer the flywheel, looking at the flywheel from behind it. */
  bankAhead?: 'left' | 'right';
  /** At which end number one stands. */
  firstAt?: 'flywheel' | 'free-end';
  meterUnit?: MeterUnit;
  hours?: number;
  /** Whether it runs, and whether it can be cranked at all. */
  runs?: boolean;
  cranks?: boolean;
}

/** Degrees of crank in which every cylinder fires once. */
export function cycleDegrees(cycle: Cycle): 360 | 720 {
  return cycle === 'two-stroke' ? 360 : 720;
}

/** The layout when the job does not say: one pot is a single, several stand in line. */
export function layoutOf(engine: Pick<Engine, 'layout' | 'cylinders'>): Layout {
  return engine.layout ?? (engine.cylinders.length === 1 ? 'single' : 'inline');
}
