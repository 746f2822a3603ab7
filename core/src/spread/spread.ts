import type { SpreadMethod } from '../jobfile/book';

/** A cylinder's figure with the doubt it does not share with the others, both in one unit. */
export interface SpreadInput {
  cylinder: string;
  figure: number;
  ownDoubt: number;
}

export interface CylinderSpread {
  cylinder: string;
  /** Percent, or the unit of the figures for the plain difference. Never negative. */
  amount: number;
  /** Standard uncertainty of `amount`, same unit. */
  doubt: number;
  /** Which side of the comparison it stands on. A high cylinder is not a low one. */
  side: 'below' | 'above' | 'level';
}

export interface Spread {
  method: SpreadMethod;
  worst: number;
  perCylinder: CylinderSpread[];
}

/**
 * How far each cylinder stands from the others, in one of the methods in use.
 *
 * `lowest-vs-highest` 100 (max - x)/max; `each-vs-others` 100 |x - mean of others| / mean of others;
 * `each-vs-mean` 100 |x - mean| / mean; `difference` max - x, in the unit of the figures.
 * Doubt is carried by first differences; the class error of a gauge that read them all is shared and left out.
 *
 * @param inputs two or more; figures 0 or more
 * @returns nothing below two cylinders, or when all read zero: not applicable
 */
export function spread(inputs: readonly SpreadInput[], method: SpreadMethod): Spread | undefined {
  if (inputs.length < 2 || inputs.every((input) => input.figure === 0)) return undefined;
  const figures = inputs.map((input) => input.figure);
  const signed = (values: readonly number[], i: number) => SIGNED[method](values, i);
  const perCylinder = inputs.map((input, i): CylinderSpread => {
    const value = signed(figures, i);
    const variance = inputs.reduce((sum, other, j) => {
      const step = Math.max(1e-3 * other.ownDoubt, 1e-9);
      const moved = (by: number) =>
        signed(
          figures.map((x, k) => (k === j ? x + by : x)),
          i,
        );
      return sum + (((moved(step) - moved(-step)) / (2 * step)) * other.ownDoubt) ** 2;
    }, 0);
    return {
      cylinder: input.cylinder,
      amount: Math.abs(value),
      doubt: Math.sqrt(variance),
      side: value < 0 ? 'below' : value > 0 ? 'above' : 'level',
    };
  });
  return { method, worst: Math.max(...perCylinder.map((c) => c.amount)), perCylinder };
}

const mean = (figures: readonly number[]) => figures.reduce((a, b) => a + b, 0) / figures.length;
const share = (x: number, of: number) => (of === 0 ? 0 : (100 * (x - of)) / of);

/** Below is negative. */
const SIGNED: Readonly<Record<SpreadMethod, (figures: readonly number[], i: number) => number>> = {
  'lowest-vs-highest': (figures, i) => share(figures[i] as number, Math.max(...figures)),
  'each-vs-others': (figures, i) => share(figures[i] as number, mean(figures.filter((_, k) => k !== i))),
  'each-vs-mean': (figures, i) => share(figures[i] as number, mean(figures)),
  difference: (figures, i) => (figures[i] as number) - Math.max(...figures),
};
