import { combined, COVERAGE, rectangular } from '../quantity/doubt';
import { type Gauge, classDoubtKPa, divisionDoubtKPa } from './gauge';
import { toKPa } from '../quantity/pressure';
import type { PressureUnit } from '../quantity/units';

/** The figure that stands for a cylinder after one or more attempts, kPa. */
export interface Counted {
  kPa: number;
  /** Doubt that repeats and other cylinders on the same gauge do not share: marks, scatter, a needle that swings. */
  ownDoubtKPa: number;
  /** Whole standard uncertainty. */
  doubtKPa: number;
  /** How many attempts it rests on, and how many there were. */
  used: number;
  of: number;
  /** How the attempts stand to each other; missing where there is one, or where those that count agree. */
  quarrel?: Quarrel;
}

/** Attempts that do not agree: two or three prove nothing yet, four or more are one figure with their scatter. */
export type Quarrel =
  { kind: 'disagree'; earlier: number; latest: number } | { kind: 'scatter'; low: number; high: number };

/** One attempt, kPa, with the half-width of a needle that would not settle. */
export interface Attempt {
  kPa: number;
  swingKPa?: number;
}

/** An attempt as it was read, in kPa. @param correct what makes the gauge's figures true */
export const attemptOf = (
  figure: number,
  swing: number | undefined,
  unit: PressureUnit,
  correct: (kPa: number) => number = (kPa) => kPa,
): Attempt => ({ kPa: correct(toKPa(figure, unit)), ...(swing === undefined ? {} : { swingKPa: toKPa(swing, unit) }) });

/**
 * Which of several attempts counts. Those that agree within their doubt are averaged; two that disagree prove nothing
 * until a third agrees with one of them; four or more that scatter are one figure whose doubt is their scatter.
 *
 * @param attempts in the order they were read, at least one
 * @example countAttempts([{ kPa: 958 }, { kPa: 951 }], gauge) // their mean, used 2 of 2
 */
export function countAttempts(attempts: readonly Attempt[], gauge: Gauge): Counted {
  const swing = Math.max(0, ...attempts.map(({ swingKPa = 0 }) => rectangular(swingKPa)));
  const marks = combined(divisionDoubtKPa(gauge), swing);
  const settled = settleAttempts(
    attempts.map(({ kPa }) => kPa),
    combined(classDoubtKPa(gauge), marks),
  );
  // The needle stops at another place between two marks each time, so that part averages out; the class error does not.
  const own = combined(marks / Math.sqrt(settled.counted.length), settled.scatter);
  return {
    kPa: settled.mean,
    ownDoubtKPa: own,
    doubtKPa: combined(classDoubtKPa(gauge), own),
    used: settled.counted.length,
    of: attempts.length,
    ...(settled.quarrel ? { quarrel: settled.quarrel } : {}),
  };
}

export interface Settled {
  counted: readonly number[];
  mean: number;
  /** Standard uncertainty of the mean from the attempts themselves. */
  scatter: number;
  quarrel?: Quarrel;
}

/** From so many attempts on nobody asks for another: they do not repeat. */
const MANY = 4;

/**
 * Of several figures in one unit, those that count and their mean.
 * @param figures in the order they were read, at least one; @param standardDoubt of one figure
 */
export function settleAttempts(figures: readonly number[], standardDoubt: number): Settled {
  const latest = figures[figures.length - 1];
  if (latest === undefined) throw new RangeError('at least one attempt is needed');
  const agreeing = largestAgreement(figures, COVERAGE * Math.SQRT2 * standardDoubt);
  const all = figures.length;
  if (agreeing.length === all || (agreeing.length > 1 && 2 * agreeing.length > all))
    return { counted: agreeing, mean: meanOf(agreeing), scatter: scatterOfMean(agreeing) };
  if (all >= MANY)
    return {
      counted: figures,
      mean: meanOf(figures),
      scatter: deviation(figures),
      quarrel: { kind: 'scatter', low: Math.min(...figures), high: Math.max(...figures) },
    };
  // Of two or three that fit nowhere the one furthest from the latest is named beside it.
  const earlier = figures
    .slice(0, -1)
    .reduce((far, figure) => (Math.abs(figure - latest) > Math.abs(far - latest) ? figure : far), latest);
  return {
    counted: [latest],
    mean: latest,
    scatter: Math.abs(latest - earlier) / 2,
    quarrel: { kind: 'disagree', earlier, latest },
  };
}

/** The largest set of figures that lie within `tolerance` of each other; of two as large the one with the latest. */
function largestAgreement(figures: readonly number[], tolerance: number): number[] {
  const latest = figures[figures.length - 1] as number;
  const sorted = [...figures].sort((a, b) => a - b);
  let best: number[] = [];
  sorted.forEach((least, from) => {
    const set = sorted.slice(from).filter((figure) => figure - least <= tolerance);
    if (set.length > best.length || (set.length === best.length && set.includes(latest))) best = set;
  });
  return best;
}

const meanOf = (figures: readonly number[]) => figures.reduce((a, b) => a + b, 0) / figures.length;

/** Standard deviation of several figures; one has none. */
function deviation(figures: readonly number[]): number {
  if (figures.length < 2) return 0;
  const mean = meanOf(figures);
  return Math.sqrt(figures.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (figures.length - 1));
}

/** Standard uncertainty of the mean from its own scatter; one reading has none. Source: GUM 4.2.3. */
const scatterOfMean = (figures: readonly number[]) => deviation(figures) / Math.sqrt(figures.length);
