import { sumOf } from '../quantity/floats';
import type { Mixture } from './mixture';
import type { Own } from './own';

/** Cylinders whose readings share one belief of what a sound one reads. */
interface Group {
  members: readonly number[];
  /** How likely each point of the grid is, before the readings. */
  prior: Float64Array;
}
/** What the readings of all cylinders say under one state of the whole. */
export interface Along {
  /** Natural logarithm of how likely they are. */
  log: number;
  groups: readonly Told[];
}
/** Cylinders that share a belief, and what all of them say of each point of the grid, the prior among it. */
interface Told {
  members: readonly number[];
  said: readonly Said[];
  product: Float64Array;
  sum: number;
}
/** What one cylinder says of each point of the grid: at most 1, and the logarithm of what that stands for. */
export interface Said {
  grid: Float64Array;
  log: number;
}

/** Nothing is likelier than nothing. */
const LEAST = 1e-300;

const allOf = ({ plain, adapterAir, offTop, adapterCrank }: Mixture) =>
  sumOf(plain) + sumOf(adapterAir) + sumOf(offTop) + sumOf(adapterCrank);

function addTimes(to: Float64Array, weight: number, grid: Float64Array): void {
  if (weight > 0) for (let k = 0; k < to.length; k += 1) to[k] = (to[k] as number) + weight * (grid[k] as number);
}

/** What one cylinder says of each point of the grid, with everything that it may have. */
function saidBy({ likely, at }: Own, mixture: Mixture, points: number): Said {
  if (!likely) return scaled(new Float64Array(points).fill(allOf(mixture)));
  const grid = new Float64Array(points);
  if (mixture.unsteady) addTimes(grid, allOf(mixture), likely.unsteady);
  else {
    const { plain, adapterAir, offTop, adapterCrank } = mixture;
    for (let r = 0; r < plain.length; r += 1)
      addTimes(
        grid,
        (plain[r] as number) + (adapterAir[r] as number) + (offTop[r] as number),
        likely.rows[r] as Float64Array,
      );
    addTimes(grid, sumOf(adapterCrank), likely.rows[at['adapter-leak']] as Float64Array);
  }
  return scaled(grid);
}

function scaled(grid: Float64Array): Said {
  let most = LEAST;
  for (let k = 0; k < grid.length; k += 1) if ((grid[k] as number) > most) most = grid[k] as number;
  for (let k = 0; k < grid.length; k += 1) grid[k] = (grid[k] as number) / most;
  return { grid, log: Math.log(most) };
}

/**
 * The readings of all cylinders under one state of the whole.
 * @param groups who shares a baseline; @param known what a mixture said before: most states share most of theirs
 */
export function alongOf(
  own: readonly Own[],
  mixtures: readonly Mixture[],
  groups: readonly Group[],
  known: Map<Mixture, Said>,
): Along {
  let log = 0;
  const told = groups.map(({ members, prior }): Told => {
    const product = prior.slice();
    const said = members.map((i) => {
      const mixture = mixtures[i] as Mixture;
      const one = known.get(mixture) ?? saidBy(own[i] as Own, mixture, prior.length);
      known.set(mixture, one);
      for (let k = 0; k < product.length; k += 1) product[k] = (product[k] as number) * (one.grid[k] as number);
      log += one.log;
      return one;
    });
    const sum = Math.max(LEAST, sumOf(product));
    log += Math.log(sum);
    return { members, said, product, sum };
  });
  return { log, groups: told };
}

/** What one cylinder has under one mixture; all of it adds up to 1. */
export interface Masses {
  /** Rows of its own, without sound. */
  rows: Float64Array;
  sound: number;
  /** A fault of the test on this cylinder alone: how likely, and how likely with a sound cylinder behind it. */
  adapterCrank: Blamed;
  adapterAir: Blamed;
  offTop: Blamed;
  /** How likely its reading is under each row. */
  densities: Float64Array;
}
interface Blamed {
  all: number;
  sound: number;
}

/** States of the whole that make the same of a cylinder, each with its odds. */
type Pooled = readonly { along: Along; odds: number }[];

/** What cylinder i has, by one mixture under all the states of the whole that share it. */
export function massesOf(one: Own, i: number, mixture: Mixture, pooled: Pooled): Masses {
  const densities = densitiesOf(one, i, mixture, pooled);
  const { plain, adapterAir, offTop, adapterCrank } = mixture;
  const { sound } = one.at;
  const adapter = densities[one.at['adapter-leak']] ?? 1;
  const rows = new Float64Array(plain.length);
  const sums = { clear: 0, air: 0, top: 0, crank: 0 };
  for (let r = 0; r < plain.length; r += 1) {
    const density = densities[r] as number;
    const clear = (plain[r] as number) * density;
    const air = (adapterAir[r] as number) * density;
    const top = (offTop[r] as number) * density;
    const crank = (adapterCrank[r] as number) * adapter;
    sums.clear += clear;
    sums.air += air;
    sums.top += top;
    sums.crank += crank;
    rows[r] = clear + air + top + crank;
  }
  const whole = Math.max(LEAST, sums.clear + sums.air + sums.top + sums.crank);
  for (let r = 0; r < rows.length; r += 1) rows[r] = r === sound ? 0 : (rows[r] as number) / whole;
  const here = (densities[sound] as number) / whole;
  return {
    rows,
    sound: (plain[sound] as number) * here,
    adapterCrank: { all: sums.crank / whole, sound: ((adapterCrank[sound] as number) * adapter) / whole },
    adapterAir: { all: sums.air / whole, sound: (adapterAir[sound] as number) * here },
    offTop: { all: sums.top / whole, sound: (offTop[sound] as number) * here },
    densities,
  };
}

/** How likely the reading is under each row, by what the other cylinders leave of the baseline. */
function densitiesOf({ likely, at }: Own, i: number, { unsteady, plain, only }: Mixture, pooled: Pooled): Float64Array {
  const densities = new Float64Array(plain.length);
  // Where all rows lie alike the reading tells none from another.
  if (!likely || unsteady) return densities.fill(1);
  const others = withoutOwn(i, pooled);
  const all = Math.max(LEAST, sumOf(others));
  for (let r = 0; r < densities.length; r += 1) {
    if (only !== undefined && r !== only && r !== at['adapter-leak']) continue;
    const grid = likely.rows[r] as Float64Array;
    let sum = 0;
    for (let k = 0; k < grid.length; k += 1) sum += (others[k] as number) * (grid[k] as number);
    densities[r] = sum / all;
  }
  return densities;
}

/** What prior and other cylinders say of each point of the grid. */
function withoutOwn(i: number, pooled: Pooled): Float64Array {
  let others: Float64Array | undefined;
  for (const { along, odds } of pooled) {
    const { members, said, product, sum } = along.groups.find((group) => group.members.includes(i)) as Told;
    const { grid } = said[members.indexOf(i)] as Said;
    others ??= new Float64Array(grid.length);
    const share = odds / sum;
    for (let k = 0; k < grid.length; k += 1)
      others[k] = (others[k] as number) + (share * (product[k] as number)) / Math.max(LEAST, grid[k] as number);
  }
  return others as Float64Array;
}
