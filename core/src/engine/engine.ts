import { InputError } from '../quantity/input-error';

export type Cycle = 'two-stroke' | 'four-stroke';
export type Fuel = 'petrol' | 'diesel';
export type Family =
  'handheld' | 'small-engine' | 'generator' | 'outboard' | 'inboard' | 'motorcycle' | 'scooter' | 'powersports';
export type Layout = 'single' | 'inline' | 'vee' | 'flat';
export type CompressionRelease = 'none' | 'automatic' | 'lever';
export type Cooling = 'air' | 'liquid';
export type ValveGear = 'overhead' | 'side-valve';

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
export const VALVE_GEARS: readonly ValveGear[] = ['overhead', 'side-valve'];
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
  boreMm?: number;
  strokeMm?: number;
  conrodMm?: number;
  compressionRatio?: number;
  ratioBasis?: 'geometric' | 'port-closing';
  compressionRelease?: CompressionRelease;
  cooling?: Cooling;
  /** Head and barrel in one piece: there is no head gasket. */
  headless?: boolean;
  valveGear?: ValveGear;
  hours?: number;
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

/** Refuses an engine whose parts contradict each other: unknown neighbours, a firing order that misses a cylinder. */
export function checkEngine(engine: Engine): void {
  const { cylinders } = engine;
  const known = new Set(cylinders);
  if (cylinders.length === 0) throw new InputError('cylinders', 'no-cylinder');
  cylinders.forEach((id, i) => {
    if (cylinders.indexOf(id) !== i) throw new InputError(`cylinders[${i}]`, 'cylinder-named-twice', { cylinder: id });
  });
  if (engine.layout === 'single' && cylinders.length > 1) throw new InputError('layout', 'single-of-several');
  engine.neighbours?.forEach((pair, i) => {
    pair.forEach((id, j) => {
      if (!known.has(id)) throw new InputError(`neighbours[${i}][${j}]`, 'no-such-cylinder', { cylinder: id });
    });
    if (pair[0] === pair[1]) throw new InputError(`neighbours[${i}]`, 'its-own-neighbour', { cylinder: pair[0] });
  });
  checkPermutation(engine.firingOrder, cylinders, 'firingOrder');
  checkPermutation(engine.banks?.flat(), cylinders, 'banks');
  const { firingIntervals } = engine;
  if (firingIntervals) {
    if (firingIntervals.length !== cylinders.length) {
      throw new InputError('firingIntervals', 'intervals-missing', { needed: cylinders.length });
    }
    const sum = firingIntervals.reduce((a, b) => a + b, 0);
    const whole = cycleDegrees(engine.cycle);
    if (Math.abs(sum - whole) > 0.5) throw new InputError('firingIntervals', 'intervals-do-not-add-up', { whole, sum });
  }
}

function checkPermutation(order: string[] | undefined, cylinders: string[], field: string): void {
  if (!order) return;
  order.forEach((id, i) => {
    if (!cylinders.includes(id)) throw new InputError(field, 'no-such-cylinder', { cylinder: id });
    if (order.indexOf(id) !== i) throw new InputError(field, 'cylinder-named-twice', { cylinder: id });
  });
  if (order.length !== cylinders.length) {
    throw new InputError(field, 'cylinder-left-out', { cylinder: cylinders.find((id) => !order.includes(id)) ?? '' });
  }
}
