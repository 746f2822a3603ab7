import { InputError } from '../quantity/input-error';
import { cycleDegrees, type Engine, gearsOf } from './engine';
import { ENGINE_RANGES, type RangedFigure } from './ranges';
import { sweptCm3 } from './volume';

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
  if (engine.valveGear && !gearsOf(engine.cycle).includes(engine.valveGear))
    throw new InputError('valveGear', 'gear-of-another-cycle', { cycle: engine.cycle });
  if (engine.fuel === 'diesel' && engine.fuelSystem === 'carburettor')
    throw new InputError('fuelSystem', 'diesel-injects');
  checkSizes(engine);
}

/** Displacement and ratio are given rounded: this much apart they still mean the same. */
const ROUNDED = 0.06;

/** Sizes that contradict each other: whichever is wrong, a dose or a force from them would be. */
function checkSizes(engine: Engine): void {
  for (const [field, [least, most]] of Object.entries(ENGINE_RANGES)) {
    const figure = engine[field as RangedFigure];
    if (figure !== undefined && (figure < least || figure > most))
      throw new InputError(field, 'must-be-between', { least, most });
  }
  const { boreMm, strokeMm, conrodMm, chamberCm3, compressionRatio, displacementCm3, ratioBasis } = engine;
  if (conrodMm !== undefined && strokeMm !== undefined && conrodMm <= strokeMm / 2)
    throw new InputError('conrodMm', 'rod-too-short');
  const count = engine.cylinders.length;
  const bySizes = boreMm !== undefined && strokeMm !== undefined ? sweptCm3(boreMm, strokeMm) : undefined;
  if (bySizes !== undefined && displacementCm3 !== undefined && apart(bySizes * count, displacementCm3))
    throw new InputError('displacementCm3', 'not-by-bore-and-stroke', { cm3: bySizes * count });
  const swept = bySizes ?? (displacementCm3 === undefined ? undefined : displacementCm3 / count);
  if (chamberCm3 === undefined || swept === undefined) return;
  if (
    compressionRatio !== undefined &&
    ratioBasis !== 'port-closing' &&
    apart(1 + swept / chamberCm3, compressionRatio)
  )
    throw new InputError('chamberCm3', 'not-by-the-ratio', { ratio: 1 + swept / chamberCm3 });
  if (chamberCm3 >= swept) throw new InputError('chamberCm3', 'chamber-above-swept', { cm3: swept });
}

const apart = (a: number, b: number) => Math.abs(a / b - 1) > ROUNDED;

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
