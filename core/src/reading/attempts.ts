import { combined, COVERAGE } from '../quantity/doubt';
import { type Gauge, classDoubtKPa, divisionDoubtKPa, readingDoubtKPa } from './gauge';

/** The figure that stands for a cylinder after one or more attempts, kPa. */
export interface Counted {
  kPa: number;
  /** Doubt that repeats and other cylinders on the same gauge do not share: marks and scatter. */
  ownDoubtKPa: number;
  /** Whole standard uncertainty. */
  doubtKPa: number;
  /** How many attempts it rests on, and how many there were. */
  used: number;
  of: number;
  /** Set when the latest two attempts disagree beyond their doubt. */
  disagreement?: { earlierKPa: number; latestKPa: number };
}

/**
 * Which of several attempts counts. Those that agree with the latest within their doubt are averaged; where they
 * disagree the latest counts, and a third attempt that confirms the latest settles it.
 *
 * @param peaksKPa in the order they were read, at least one
 * @example countAttempts([958, 951], gauge) // their mean, used 2 of 2
 */
export function countAttempts(peaksKPa: readonly number[], gauge: Gauge): Counted {
  const { counted, mean, disagreement } = settleAttempts(peaksKPa, readingDoubtKPa(gauge));
  // The needle stops at another place between two marks each time, so that part averages out; the class error does not.
  const own = combined(divisionDoubtKPa(gauge) / Math.sqrt(counted.length), scatterOfMean(counted, mean));
  return {
    kPa: mean,
    ownDoubtKPa: own,
    doubtKPa: combined(classDoubtKPa(gauge), own),
    used: counted.length,
    of: peaksKPa.length,
    ...(disagreement ? { disagreement: { earlierKPa: disagreement.earlier, latestKPa: disagreement.latest } } : {}),
  };
}

export interface Settled {
  counted: readonly number[];
  mean: number;
  disagreement?: { earlier: number; latest: number };
}

/**
 * Of several figures in one unit, the run that agrees with the latest within the doubt of two of them, and its mean.
 * @param figures in the order they were read, at least one; @param standardDoubt of one figure
 */
export function settleAttempts(figures: readonly number[], standardDoubt: number): Settled {
  const latest = figures[figures.length - 1];
  if (latest === undefined) throw new RangeError('at least one attempt is needed');
  const tolerance = COVERAGE * Math.SQRT2 * standardDoubt;
  let from = figures.length - 1;
  while (from > 0 && Math.abs((figures[from - 1] as number) - latest) <= tolerance) from -= 1;
  const counted = figures.slice(from);
  const earlier = figures[from - 1];
  return {
    counted,
    mean: counted.reduce((a, b) => a + b, 0) / counted.length,
    ...(earlier !== undefined && counted.length === 1 ? { disagreement: { earlier, latest } } : {}),
  };
}

/** Standard uncertainty of the mean from its own scatter; one reading has none. Source: GUM 4.2.3. */
function scatterOfMean(figures: readonly number[], mean: number): number {
  if (figures.length < 2) return 0;
  const squares = figures.reduce((sum, x) => sum + (x - mean) ** 2, 0);
  return Math.sqrt(squares / (figures.length - 1) / figures.length);
}
