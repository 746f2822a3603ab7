import type { Baseline } from './baseline';
import { blurred, LOWEST_RATIO, RATIO_POINTS, RATIO_STEP, ratioDensity } from './reading-ratio';

/**
 * How likely one cylinder's dry reading is, point by point of the grid of what a sound one would read: under each row,
 * and of a test that is unsteady by itself.
 */
export interface Likely {
  rows: readonly Float64Array[];
  unsteady: Float64Array;
}

/** The dry reading: natural logarithm of kPa, and the doubt that no other cylinder shares, as a share. */
export interface Read {
  log: number;
  doubt: number;
}

/** Doubt of a reading up to this is what the densities were counted with, as a share. */
const COUNTED_DOUBT = 0.015;
/** Under a fault of the whole test cylinders differ more, and nobody knows why. */
const UNSTEADY_POINTS = 3;

/** @param rows names of the rows of the tables */
export function likelyAlong({ log, doubt }: Read, rows: readonly string[], { from, prior }: Baseline): Likely {
  const blur = Math.sqrt(Math.max(0, doubt ** 2 - COUNTED_DOUBT ** 2)) / RATIO_STEP;
  // Where on a density the first point of the grid falls; each next point one lower.
  const first = (log - from - LOWEST_RATIO) / RATIO_STEP;
  const along = (density: Float64Array) => shifted(density, first, prior.length);
  return {
    rows: rows.map((row) => along(blurred(ratioDensity(row), blur))),
    unsteady: along(blurred(unsteadyDensity(), blur)),
  };
}

let made: Float64Array | undefined;
/** A fault of the whole test takes from every reading: none stands far above what a sound one reads in it. */
function unsteadyDensity(): Float64Array {
  made ??= blurred(ratioDensity('sound'), UNSTEADY_POINTS).map((density, i) => {
    const above = LOWEST_RATIO + i * RATIO_STEP - MOST_ABOVE;
    return above > 0 ? density * Math.exp(-above / FADES) : density;
  });
  return made;
}
const MOST_ABOVE = 0.2;
const FADES = 0.03;

/** A density read backwards from a point between two of its own; beyond its ends it stays as it is. */
function shifted(density: Float64Array, first: number, points: number): Float64Array {
  const whole = Math.floor(first);
  const share = first - whole;
  const grid = new Float64Array(points);
  let high = density[within(whole + 1)] as number;
  for (let k = 0; k < points; k += 1) {
    const low = density[within(whole - k)] as number;
    grid[k] = low + share * (high - low);
    high = low;
  }
  return grid;
}

const within = (point: number) => (point < 0 ? 0 : point >= RATIO_POINTS ? RATIO_POINTS - 1 : point);
