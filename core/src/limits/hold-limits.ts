import { toKPa } from '../quantity/pressure';
import { bookSource, type LimitSource } from './source';
import type { Book } from '../jobfile/book';

/** Seals are not made for more, psi, where no book says otherwise. */
const HIGHEST_PSI = 8;
/** What a case is fed with where no book says it, psi. */
const START_PSI = 5;
/** Without a book: three minutes, and a loss of half a psi. */
const RULE_OF_THUMB = { holdSeconds: 180, maxDropKPa: toKPa(0.5, 'psi') } as const;

/** What a closed crankcase must do: lose at most so much in so long, and never see more than its seals are made for. */
export interface HoldLimits {
  holdSeconds: number;
  maxDropKPa: number;
  /** What the case is fed with. */
  startKPa: number;
  highestKPa: number;
  source: LimitSource;
}

/** By the first book that has figures for a crankcase, else by the trade's rule. kPa. */
export function holdLimits(books: readonly Book[]): HoldLimits {
  const book = books.find(({ crankcase }) => crankcase);
  if (!book?.crankcase) {
    return {
      ...RULE_OF_THUMB,
      startKPa: toKPa(START_PSI, 'psi'),
      highestKPa: toKPa(HIGHEST_PSI, 'psi'),
      source: { kind: 'house', rule: 'crankcase-hold' },
    };
  }
  const { unit, pressure, maximum, holdSeconds, maxDrop } = book.crankcase;
  return {
    holdSeconds,
    maxDropKPa: toKPa(maxDrop, unit),
    startKPa: toKPa(pressure, unit),
    highestKPa: maximum === undefined ? toKPa(HIGHEST_PSI, 'psi') : toKPa(maximum, unit),
    source: bookSource(book),
  };
}
