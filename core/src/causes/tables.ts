import { binsOf, type Fact, FACT_NAMES, type FactName, type Facts } from './facts';
import evidence from './evidence.json';

/** How often each bin of each fact was met under each row, in thousandths, counted on virtual engines. */
interface Fitted {
  fitted: { date: string; seed: number; perRow: number; engines: number };
  rows: Readonly<Record<string, Readonly<Partial<Record<FactName, readonly number[]>>>>>;
}
const { rows, fitted } = evidence as Fitted;
/** When, with which seed and on how many virtual engines the tables were counted. */
export const FITTED = fitted;

/** No bin is impossible: the simulator knows less than the world, in thousandths. */
const SMOOTHING = 4;
/** Facts that say much the same when they stand together count for less. */
const TEMPER: Readonly<Partial<Record<FactName, number>>> = {
  strokes: 0.6,
  'first-stroke': 0.6,
  'neighbour-alike': 0.8,
};

/**
 * Shares of one row by the place of the fact in FACT_NAMES, and their logarithms; a gap where the row was never asked.
 */
export interface RowShares {
  share: (readonly number[] | undefined)[];
  log: (readonly number[] | undefined)[];
}

const NEVER_ASKED: RowShares = { share: [], log: [] };
const TABLES: ReadonlyMap<string, RowShares> = new Map(
  Object.entries(rows).map(([row, facts]): [string, RowShares] => {
    const share = FACT_NAMES.map((fact) =>
      facts[fact]?.map((thousandths) => (thousandths + SMOOTHING) / (1000 + SMOOTHING * binsOf(fact))),
    );
    return [row, { share, log: share.map((shares) => shares?.map(Math.log)) }];
  }),
);
export const sharesOf = (row: string): RowShares => TABLES.get(row) ?? NEVER_ASKED;

/** A fact as it counts: its place in FACT_NAMES, and its weight against the others. */
export interface Found extends Fact {
  fact: FactName;
  at: number;
  weight: number;
}

/** @param cylinders how many were read: they share gauge and book, so their levels say it together once */
export function foundOf(facts: Facts, cylinders: number): Found[] {
  const found: Found[] = [];
  FACT_NAMES.forEach((fact, at) => {
    const one = facts[fact];
    if (one)
      found.push({
        fact,
        at,
        bin: one.bin,
        figure: one.figure,
        weight: (TEMPER[fact] ?? 1) * (fact === 'level' || fact === 'over-maximum' ? 1 / Math.sqrt(cylinders) : 1),
      });
  });
  return found;
}

/** Share of engines under this row that show a bin; 1 where the row was never asked: it says nothing. */
export const shareOf = ({ share }: RowShares, at: number, bin: number): number => share[at]?.[bin] ?? 1;
export const logShare = ({ log }: RowShares, { at, bin }: Found): number => log[at]?.[bin] ?? 0;

/** How well a row explains what was found on a cylinder, natural logarithm. */
export function logLikelihood({ log }: RowShares, found: readonly Found[]): number {
  let sum = 0;
  for (const { at, bin, weight } of found) sum += weight * (log[at]?.[bin] ?? 0);
  return sum;
}
