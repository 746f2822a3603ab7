import type { InspectionTest, Needle } from '../jobfile/job-file';
import type { LimitSource } from '../limits/limits';
import { COVERAGE } from '../quantity/doubt';
import { probabilityBelow } from '../quantity/normal';
import type { VacuumUnit } from '../quantity/pressure';
import { type State, SURE } from '../judgement/state';

/** What is measured with the other gauges, named as a mechanic names it. */
export type Inspected =
  | { of: 'idle-compression' | 'snap-compression' }
  | { of: 'manifold-vacuum'; needle?: Needle }
  | { of: 'fuel-pressure' }
  | { of: 'fuel-pressure-lost'; seconds: number }
  | { of: 'valve-clearance'; valve: 'intake' | 'exhaust'; number?: number }
  | { of: 'bore' | 'taper' | 'ovality' }
  | { of: 'piston-clearance' | 'pin-clearance' }
  | { of: 'ring-gap'; ring: 'top' | 'second' | 'oil' };

/** What a figure outside its limits, or a needle, says of the engine. */
export type Says =
  | 'does-not-breathe' | 'burnt-or-held-open-valve' | 'sticking-valve-or-guide' | 'mixture-or-timing' | 'steady-and-low' | 'pump-filter-or-regulator'
  | 'return-or-regulator' | 'leaks-back' | 'valve-held-open' | 'valve-opens-late' | 'bore-worn' | 'rings-worn' | 'ring-ends-butt' | 'piston-slaps' | 'piston-seizes' | 'pin-worn' | 'pin-tight' | 'book-temperature-differs';

/** One figure against the book, with its doubt. Pressures are in `unit`, sizes in mm. */
export type JudgedInspection = Inspected & {
  test: InspectionTest['kind'];
  cylinder: string | null;
  figure: number;
  unit: VacuumUnit | 'mm';
  plusMinus: number;
  min?: number;
  max?: number;
  source: LimitSource | null;
  state: State;
  says: Says[];
};

export interface Bounds { min?: number; max?: number }

/**
 * A figure against one or two bounds, by probability. All in one unit.
 *
 * @param doubt standard uncertainty of the figure
 * @returns the state and which side it misses; without a bound nothing is proven
 */
export function judgeWithin(figure: number, doubt: number, { min, max }: Bounds): { state: State; missed: 'below' | 'above' | null } {
  if (min === undefined && max === undefined) return { state: 'unproven', missed: null };
  const below = min === undefined ? 0 : probabilityBelow(min, figure, doubt);
  const above = max === undefined ? 0 : 1 - probabilityBelow(max, figure, doubt);
  if (below > SURE) return { state: 'low', missed: 'below' };
  if (above > SURE) return { state: 'low', missed: 'above' };
  return { state: below < 1 - SURE && above < 1 - SURE ? 'sound' : 'unproven', missed: null };
}

/** Everything but what was measured and what it says, from a figure and its bounds. */
export function judged(
  figure: number, doubt: number, unit: JudgedInspection['unit'], bounds: Bounds, source: LimitSource | null,
): Pick<JudgedInspection, 'figure' | 'unit' | 'plusMinus' | 'min' | 'max' | 'source' | 'state'> & { missed: 'below' | 'above' | null } {
  const { min, max } = bounds;
  return {
    figure, unit, plusMinus: COVERAGE * doubt, ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }),
    source: min === undefined && max === undefined ? null : source, ...judgeWithin(figure, doubt, bounds),
  };
}
