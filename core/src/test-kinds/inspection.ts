import { bookSource, type LimitSource } from '../limits/source';
import type { Book } from '../jobfile/book';
import type { Inside, Needle, OilPressureAt, SeenInside, Spark, TestKind, ValveTrainSeen } from '../jobfile/tests';
import { type State, SURE } from '../jobfile/state';
import { COVERAGE } from '../quantity/doubt';
import { probabilityBelow } from '../quantity/normal';
import { fromKPa, toKPa } from '../quantity/pressure';
import { type Gauge, readingDoubtKPa } from '../reading/gauge';
import type { VacuumUnit } from '../quantity/units';

/** What is measured with the other gauges, named as a mechanic names it. */
export type Inspected =
  | { of: 'idle-compression' | 'snap-compression' }
  | { of: 'manifold-vacuum'; needle?: Needle }
  | { of: 'fuel-pressure' }
  | { of: 'fuel-pressure-lost'; seconds: number }
  | { of: 'valve-clearance'; valve: 'intake' | 'exhaust'; number?: number }
  | { of: 'bore' | 'taper' | 'ovality' }
  | { of: 'piston-clearance' | 'pin-clearance' }
  | { of: 'ring-gap'; ring: 'top' | 'second' | 'oil' }
  | { of: 'oil-pressure'; at: OilPressureAt; builds?: boolean }
  | { of: 'spark'; spark: Spark }
  | { of: 'valve-train'; seen: ValveTrainSeen }
  | { of: 'opened'; part: Inside; seen: SeenInside; mm?: number; words?: string }
  | { of: 'battery-before' | 'battery-cranking' };

/** What a figure outside its limits, or a needle, says of the engine. */
export type Says =
  | 'does-not-breathe'
  | 'burnt-or-held-open-valve'
  | 'sticking-valve-or-guide'
  | 'mixture-or-timing'
  | 'steady-and-low'
  | 'pump-filter-or-regulator'
  | 'return-or-regulator'
  | 'leaks-back'
  | 'valve-held-open'
  | 'valve-opens-late'
  | 'valve-does-not-open'
  | 'valve-train-broken'
  | 'bore-worn'
  | 'rings-worn'
  | 'ring-ends-butt'
  | 'piston-slaps'
  | 'piston-seizes'
  | 'pin-worn'
  | 'pin-tight'
  | 'book-temperature-differs'
  | 'oil-builds'
  | 'no-oil-pressure'
  | 'oil-pressure-low'
  | 'no-spark'
  | 'weak-spark'
  | 'battery-flat'
  | 'starter-starved'
  | 'seen-faulty';

/** One figure against the book, with its doubt. Pressures are in `unit`, sizes in mm, a battery in volts. */
interface JudgedFigure {
  figure: number;
  unit: VacuumUnit | 'mm' | 'V';
  plusMinus: number;
  min?: number;
  max?: number;
  source: LimitSource | null;
}
/** Something that was looked at and has no figure. */
interface Look {
  figure?: undefined;
  source: null;
}

/** What a gauge beside the pressure tests says. */
export type JudgedInspection = Inspected &
  (JudgedFigure | Look) & { test: TestKind; cylinder: string | null; state: State; says: Says[] };

export interface Bounds {
  min?: number;
  max?: number;
}

/**
 * A figure against one or two bounds, by probability. All in one unit.
 *
 * @param doubt standard uncertainty of the figure
 * @returns the state and which side it misses; without a bound nothing is proven
 */
export function judgeWithin(
  figure: number,
  doubt: number,
  { min, max }: Bounds,
): { state: State; missed: 'below' | 'above' | null } {
  if (min === undefined && max === undefined) return { state: 'unproven', missed: null };
  const below = min === undefined ? 0 : probabilityBelow(min, figure, doubt);
  const above = max === undefined ? 0 : 1 - probabilityBelow(max, figure, doubt);
  if (below > SURE) return { state: 'low', missed: 'below' };
  if (above > SURE) return { state: 'low', missed: 'above' };
  return { state: below < 1 - SURE && above < 1 - SURE ? 'sound' : 'unproven', missed: null };
}

/** Everything but what was measured and what it says, from a figure and its bounds. */
export function judged(
  figure: number,
  doubt: number,
  unit: JudgedFigure['unit'],
  bounds: Bounds,
  source: LimitSource | null,
): JudgedFigure & { state: State; missed: 'below' | 'above' | null } {
  const { min, max } = bounds;
  return {
    figure,
    unit,
    plusMinus: COVERAGE * doubt,
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
    source: min === undefined && max === undefined ? null : source,
    ...judgeWithin(figure, doubt, bounds),
  };
}

/** The first book that speaks of the matter, and its name. */
export function find<K extends keyof Book>(
  books: readonly Book[],
  matter: K,
): { figures?: NonNullable<Book[K]>; source: LimitSource | null } {
  const book = books.find((candidate) => candidate[matter] !== undefined);
  return book ? { figures: book[matter] as NonNullable<Book[K]>, source: bookSource(book) } : { source: null };
}

/** What was measured, how it stands against its bounds, and what that says. */
export function finish(
  what: Inspected,
  test: TestKind,
  cylinder: string | null,
  found: ReturnType<typeof judged>,
  says: (missed: 'below' | 'above') => Says | undefined,
  more: Says[] = [],
): JudgedInspection {
  const { missed, figure, unit, plusMinus, min, max, source, state } = found;
  const said = missed && says(missed);
  // Added to rather than copied: a sheet of sizes has many, and `what` was made for this one.
  const one = what as Inspected & JudgedFigure & JudgedInspection;
  one.test = test;
  one.cylinder = cylinder;
  one.figure = figure;
  one.unit = unit;
  one.plusMinus = plusMinus;
  one.source = source;
  one.state = state;
  one.says = said ? [said, ...more] : more;
  if (min !== undefined) one.min = min;
  if (max !== undefined) one.max = max;
  return one;
}

/** Bounds given in one unit, wanted in another. */
export const inUnit = (figure: number | undefined, from: VacuumUnit, to: VacuumUnit) =>
  figure === undefined ? undefined : fromKPa(toKPa(figure, from), to);
export const bounds = (min: number | undefined, max: number | undefined): Bounds => ({
  ...(min === undefined ? {} : { min }),
  ...(max === undefined ? {} : { max }),
});
export const doubtIn = (gauge: Gauge, unit: VacuumUnit) => fromKPa(readingDoubtKPa(gauge), unit);
