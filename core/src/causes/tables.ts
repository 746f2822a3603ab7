import { binsOf, EDGES, type Fact, FACT_NAMES, type Facts, type TableFact } from './facts';
import evidence from './evidence.json';
import { monotone } from './monotone';
import { straightBetween } from './reading-ratio';

/** How often each bin of each fact was met under each row, in thousandths, counted on virtual engines. */
interface Fitted {
  fitted: { date: string; seed: number; perRow: number; engines: number };
  rows: Readonly<Record<string, Readonly<Partial<Record<TableFact | 'ratio', readonly number[]>>>>>;
}
const { rows, fitted } = evidence as unknown as Fitted;
/** When, with which seed and on how many virtual engines the tables were counted. */
export const FITTED = fitted;

/** No bin is impossible: the simulator knows less than the world, in thousandths. */
const SMOOTHING = 4;
/** Air comes out there by a gasket or a crack, and by next to nothing else. */
const ONLY_A_GASKET: ReadonlySet<TableFact> = new Set(['heard-coolant', 'heard-neighbour', 'heard-head-joint']);
const SURE_PLACE = 0.4;
const smoothingOf = (fact: TableFact) => (ONLY_A_GASKET.has(fact) ? SURE_PLACE : SMOOTHING);
/** Facts that say much the same when they stand together count for less. */
const TEMPER: Readonly<Partial<Record<TableFact, number>>> = { strokes: 0.6, 'first-stroke': 0.6 };
export const temperOf = (fact: TableFact): number => TEMPER[fact] ?? 1;

/** One row by the place of the fact in FACT_NAMES; a gap where the row was never asked. */
export interface RowShares {
  /** Share of engines that show each bin. */
  share: (readonly number[] | undefined)[];
  /** How much likelier each bin is here than on a sound cylinder, natural logarithm. */
  weight: (readonly number[] | undefined)[];
}

const NEVER_ASKED: RowShares = { share: [], weight: [] };

const smoothed = (fact: TableFact, counted: readonly number[]) =>
  counted.map((thousandths) => (thousandths + smoothingOf(fact)) / (1000 + smoothingOf(fact) * binsOf(fact)));

/** Whether somebody heard air at the intake with the breather off or on, nobody knows which. */
const either = (one: readonly number[] | undefined, other: readonly number[] | undefined) =>
  one && other ? one.map((n, i) => (n + (other[i] as number)) / 2) : (one ?? other);

function sharesOfRow(facts: Fitted['rows'][string]): RowShares['share'] {
  return FACT_NAMES.map((fact) => {
    const counted =
      fact === 'heard-intake-unsaid' ? either(facts['heard-intake'], facts['heard-intake-breather']) : facts[fact];
    return counted && smoothed(fact, counted);
  });
}

const SOUND = sharesOfRow(rows['sound'] ?? {});

/** Air never speaks for sound by being more or louder. */
const NEVER_FOR_SOUND = (fact: TableFact) => fact === 'leak' || fact.startsWith('heard-');

const TABLES: ReadonlyMap<string, RowShares> = new Map(
  Object.entries(rows).map(([row, facts]): [string, RowShares] => {
    const share = sharesOfRow(facts);
    const weight = FACT_NAMES.map((fact, at) => {
      const mine = share[at];
      const sounds = SOUND[at];
      if (!mine || !sounds) return undefined;
      const against = mine.map((here, bin) => Math.log(here / (sounds[bin] as number)));
      const mass = mine.map((here, bin) => here + (sounds[bin] as number));
      if (NEVER_FOR_SOUND(fact)) return monotone(against, mass, 'rising');
      // What oil lifts more speaks no less for rings.
      return (fact === 'wet' || fact === 'wet-plain') && /^(rings-or-bore|all-worn)/.test(row)
        ? monotone(against, mass, 'rising')
        : against;
    });
    return [row, { share, weight }];
  }),
);
export const sharesOf = (row: string): RowShares => TABLES.get(row) ?? NEVER_ASKED;

/** A fact as it counts: its place in FACT_NAMES. */
export interface Found extends Fact {
  fact: TableFact;
  at: number;
}

export function foundOf(facts: Facts): Found[] {
  return FACT_NAMES.flatMap((fact, at): Found[] => {
    const one = facts[fact];
    return one ? [{ fact, at, ...one }] : [];
  });
}

/** Share of engines under this row that show a bin; 1 where the row was never asked: it says nothing. */
export const shareOf = ({ share }: RowShares, at: number, bin: number): number => share[at]?.[bin] ?? 1;

/** The middle of each bin of a figure, for a line between them. */
const MIDDLES: Readonly<Partial<Record<TableFact, readonly number[]>>> = Object.fromEntries(
  Object.entries(EDGES).map(([fact, edges]) => {
    const steps = edges.slice(1).map((edge, i) => (edge + (edges[i] as number)) / 2);
    const first = edges[0] as number;
    const last = edges[edges.length - 1] as number;
    return [fact, [first / 2, ...steps, last * 1.05]];
  }),
);

/** How much likelier a fact is under a row than on a sound cylinder, natural logarithm; 0 where it was never asked. */
export function weightOf({ weight }: RowShares, { fact, at, bin, figure, to, worth = 1 }: Found): number {
  const bins = weight[at];
  if (!bins) return 0;
  const temper = worth * temperOf(fact);
  const middles = MIDDLES[fact];
  if (!middles || figure === undefined || fact === 'leak') return temper * (bins[bin] ?? 0);
  const least = straightBetween(middles, bins, figure);
  if (to === undefined || to <= figure) return temper * least;
  return temper * agreed(middles, bins, figure, to);
}

/** What all figures between two ends say alike: nothing where they speak for both sides. */
function agreed(middles: readonly number[], bins: readonly number[], from: number, to: number): number {
  const first = straightBetween(middles, bins, from);
  const last = straightBetween(middles, bins, to);
  let low = Math.min(first, last);
  let high = Math.max(first, last);
  for (let i = 0; i < middles.length; i += 1) {
    const middle = middles[i] as number;
    if (middle <= from || middle >= to) continue;
    const here = bins[i] as number;
    if (here < low) low = here;
    if (here > high) high = here;
  }
  return low > 0 ? low : high < 0 ? high : 0;
}

/** All that was found, of the facts that are asked for. */
export function weightOfAll(row: RowShares, found: readonly Found[]): number {
  let sum = 0;
  for (const one of found) sum += weightOf(row, one);
  return sum;
}
