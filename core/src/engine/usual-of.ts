import type { Cooling, Engine, Family, FuelSystem, Starting } from './engine';
import { type Kind, KINDS_OF_ENGINE } from './kinds';

const kindOf = ({ kind }: Pick<Engine, 'kind'>): Kind | undefined => kind && KINDS_OF_ENGINE[kind];

/** Where a family leaves no choice. A motorcycle or a generator may have either. */
const COOLING: Readonly<Partial<Record<Family, Cooling>>> = {
  handheld: 'air',
  'small-engine': 'air',
  outboard: 'liquid',
  inboard: 'liquid',
};
const PULLED: ReadonlySet<Family> = new Set(['handheld', 'small-engine']);
const ROAD: ReadonlySet<Family> = new Set(['motorcycle', 'scooter', 'powersports']);

/** As entered, else as its kind or its family has it; nothing where it may be either. */
export const coolingOf = (engine: Pick<Engine, 'cooling' | 'kind' | 'family'>): Cooling | undefined =>
  engine.cooling ?? kindOf(engine)?.cooling ?? COOLING[engine.family];

export const startingOf = (engine: Pick<Engine, 'starting' | 'kind' | 'family'>): Starting =>
  engine.starting ?? kindOf(engine)?.starting ?? (PULLED.has(engine.family) ? 'recoil' : 'electric');

/** Where it is not known a road engine is taken to inject: a step too many is safer than one too few. */
export const fuelSystemOf = (engine: Pick<Engine, 'fuelSystem' | 'kind' | 'family' | 'fuel' | 'cycle'>): FuelSystem => {
  const { fuel, family, cycle, fuelSystem } = engine;
  if (fuel === 'diesel') return 'injection';
  const either = ROAD.has(family) && cycle === 'four-stroke' ? 'injection' : 'carburettor';
  return fuelSystem ?? kindOf(engine)?.fuelSystem ?? either;
};

/** Entered so, or of a kind that has one: where nobody knows it may inject. */
export const isCarburetted = (engine: Pick<Engine, 'fuelSystem' | 'kind' | 'fuel'>): boolean =>
  engine.fuel !== 'diesel' && (engine.fuelSystem ?? kindOf(engine)?.fuelSystem) === 'carburettor';
