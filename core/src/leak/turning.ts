import { cycleDegrees, type Engine } from '../engine/engine';

/** One stop of the crank at which cylinders stand at top dead centre of compression. */
export interface Turn {
  cylinder: string;
  /** From the stop before, in the engine's own direction; the first is where the work begins. */
  degrees: number;
  /** Nobody gave the intervals: it is as far as this where the engine fires evenly. */
  ifEven?: true;
}

/**
 * In which order to bring the cylinders up, and how far to turn to each. Even firing when intervals are not given.
 * @returns nothing when the firing order is not known
 */
export function turningSchedule(
  engine: Pick<Engine, 'cycle' | 'cylinders' | 'firingOrder' | 'firingIntervals'>,
): Turn[] | undefined {
  const order = engine.firingOrder ?? (engine.cylinders.length === 1 ? engine.cylinders : undefined);
  if (!order) return undefined;
  const even = cycleDegrees(engine.cycle) / order.length;
  const { firingIntervals } = engine;
  const ifEven = firingIntervals || order.length === 1 ? {} : { ifEven: true as const };
  return order.map((cylinder, i) => ({
    cylinder,
    degrees: i === 0 ? 0 : (firingIntervals?.[i - 1] ?? even),
    ...ifEven,
  }));
}
