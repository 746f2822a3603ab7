import type { Mixture } from './mixture';
import type { Own, Read } from './own';
import { LOWEST_RATIO, RATIO_POINTS, RATIO_STEP, smoothed } from './reading-ratio';

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
  groups: readonly (Group & { along: readonly Float64Array[] })[];
}

/** Doubt of a reading up to this is what the densities were counted with, as a share. */
const COUNTED_DOUBT = 0.015;

/** By how many points the doubt of a reading blurs a density. */
const blur = ({ doubt }: Read) => Math.sqrt(Math.max(0, doubt ** 2 - COUNTED_DOUBT ** 2)) / RATIO_STEP;
/** Where on a density the first point of the grid falls; each next point one lower. */
const firstPoint = ({ log }: Read, from: number) => (log - from - LOWEST_RATIO) / RATIO_STEP;

/** Everything that a cylinder may have, along the densities. Rows that share a density are added up first. */
function mixed({ plain, adapterAir, offTop, adapterCrank, densities }: Mixture, own: Own): Float64Array {
  const weights = new Map<Float64Array, number>();
  const add = (density: Float64Array, weight: number) => {
    if (weight > 0) weights.set(density, (weights.get(density) ?? 0) + weight);
  };
  const adapter = densities[own.at['adapter-leak']] as Float64Array;
  for (let r = 0; r < densities.length; r += 1) {
    add(densities[r] as Float64Array, (plain[r] as number) + (adapterAir[r] as number) + (offTop[r] as number));
    add(adapter, adapterCrank[r] as number);
  }
  const sum = new Float64Array(RATIO_POINTS);
  for (const [density, weight] of weights)
    for (let j = 0; j < RATIO_POINTS; j += 1) sum[j] = (sum[j] as number) + weight * (density[j] as number);
  return sum;
}

const totalOf = ({ plain, adapterAir, offTop, adapterCrank }: Mixture): number =>
  plain.reduce(
    (all, w, r) => all + w + (adapterAir[r] as number) + (offTop[r] as number) + (adapterCrank[r] as number),
    0,
  );

/** What one cylinder says of each point of the grid. */
function alongGrid(own: Own, mixture: Mixture, from: number, points: number): Float64Array {
  const out = new Float64Array(points);
  if (!own.read) return out.fill(totalOf(mixture));
  const density = smoothed(mixed(mixture, own), blur(own.read));
  const first = firstPoint(own.read, from);
  const whole = Math.floor(first);
  const share = first - whole;
  const last = RATIO_POINTS - 1;
  for (let k = 0; k < points; k += 1) {
    const low = Math.min(last, Math.max(0, whole - k));
    const high = Math.min(last, Math.max(0, whole - k + 1));
    out[k] = (density[low] as number) * (1 - share) + (density[high] as number) * share;
  }
  return out;
}

/**
 * The readings of all cylinders under one state of the whole.
 * @param groups who shares a baseline; @param known what a mixture said before: most states share most of theirs
 */
export function alongOf(
  own: readonly Own[],
  mixtures: readonly Mixture[],
  groups: readonly Group[],
  from: number,
  known: Map<Mixture, Float64Array>,
): Along {
  let log = 0;
  const told = groups.map(({ members, prior }) => {
    const along = members.map((i) => {
      const mixture = mixtures[i] as Mixture;
      const said = known.get(mixture) ?? alongGrid(own[i] as Own, mixture, from, prior.length);
      known.set(mixture, said);
      return said;
    });
    let sum = 0;
    for (let k = 0; k < prior.length; k += 1) {
      let product = prior[k] as number;
      for (const one of along) product *= one[k] as number;
      sum += product;
    }
    log += Math.log(Math.max(1e-300, sum));
    return { members, prior, along };
  });
  return { log, groups: told };
}

/** What one cylinder has under one state of the whole; all of it adds up to 1. */
export interface Masses {
  /** Rows of its own, without sound. */
  rows: readonly number[];
  sound: number;
  /** A fault of the test on this cylinder alone: how likely, and how likely with a sound cylinder behind it. */
  adapterCrank: Blamed;
  adapterAir: Blamed;
  offTop: Blamed;
  /** How likely its reading is under each row. */
  densities: readonly number[];
}
interface Blamed {
  all: number;
  sound: number;
}

export function massesOf(own: readonly Own[], i: number, mixture: Mixture, { groups }: Along, from: number): Masses {
  const one = own[i] as Own;
  const densities = densitiesOf(one, i, mixture, groups, from);
  const adapter = densities[one.at['adapter-leak']] ?? 1;
  const { plain, adapterAir, offTop, adapterCrank } = mixture;
  const parts = [plain, adapterAir, offTop].map((part) => part.map((w, r) => w * (densities[r] as number)));
  const [clear, air, top] = parts as [number[], number[], number[]];
  const crank = adapterCrank.map((w) => w * adapter);
  const sum = (part: readonly number[]) => part.reduce((a, b) => a + b, 0);
  const whole = Math.max(1e-300, sum(clear) + sum(air) + sum(top) + sum(crank));
  const { sound } = one.at;
  const blamed = (part: readonly number[]): Blamed => ({
    all: sum(part) / whole,
    sound: (part[sound] as number) / whole,
  });
  return {
    rows: one.rows.map((_, r) =>
      r === sound ? 0 : ((clear[r] as number) + (air[r] as number) + (top[r] as number) + (crank[r] as number)) / whole,
    ),
    sound: (clear[sound] as number) / whole,
    adapterCrank: blamed(crank),
    adapterAir: blamed(air),
    offTop: blamed(top),
    densities,
  };
}

/** How likely the reading is under each row, by what the other cylinders leave of the baseline. */
function densitiesOf(one: Own, i: number, mixture: Mixture, groups: Along['groups'], from: number): number[] {
  const { read } = one;
  const group = groups.find(({ members }) => members.includes(i));
  if (!read || !group) return mixture.densities.map(() => 1);
  const { members, prior, along } = group;
  const me = members.indexOf(i);
  const first = firstPoint(read, from);
  const whole = Math.floor(first);
  const share = first - whole;
  const last = RATIO_POINTS - 1;
  const weights = new Float64Array(RATIO_POINTS);
  let all = 0;
  for (let k = 0; k < prior.length; k += 1) {
    let weight = prior[k] as number;
    for (let j = 0; j < along.length; j += 1) if (j !== me) weight *= (along[j] as Float64Array)[k] as number;
    all += weight;
    const low = Math.min(last, Math.max(0, whole - k));
    const high = Math.min(last, Math.max(0, whole - k + 1));
    weights[low] = (weights[low] as number) + weight * (1 - share);
    weights[high] = (weights[high] as number) + weight * share;
  }
  const blurred = smoothed(weights, blur(read));
  const known = new Map<Float64Array, number>();
  return mixture.densities.map((density) => {
    const before = known.get(density);
    if (before !== undefined) return before;
    let sum = 0;
    for (let j = 0; j < RATIO_POINTS; j += 1) sum += (blurred[j] as number) * (density[j] as number);
    const told = sum / Math.max(1e-300, all);
    known.set(density, told);
    return told;
  });
}
