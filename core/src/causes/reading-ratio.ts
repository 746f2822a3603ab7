import evidence from './evidence.json';
import { monotone } from './monotone';

/**
 * How a dry reading stands to what a sound cylinder of the same engine reads with the same gauge, under each row: as a
 * density over the natural logarithm of the ratio, on a grid that the inference steps along.
 */

/** Upper edges of the bins in which ratios were counted; the last bin is open. */
export const RATIO_EDGES = [
  0.03, 0.06, 0.1, 0.16, 0.25, 0.35, 0.45, 0.55, 0.64, 0.72, 0.78, 0.83, 0.87, 0.9, 0.925, 0.95, 0.975, 1, 1.025, 1.05,
  1.08, 1.12, 1.18, 1.26, 1.4,
] as const;

/** The grid: natural logarithms, from far below to far above. */
export const RATIO_STEP = 0.02;
export const LOWEST_RATIO = -4;
export const RATIO_POINTS = 260;

/** No ratio is impossible, as a share of a row, for each bin; much more than a sound one makes is nearly so. */
const SMOOTHING = 0.0015;
const SMOOTHING_ABOVE = 0.0002;
const FAR_ABOVE = 1.2;
const smoothingOf = (bin: number) => ((RATIO_EDGES[bin - 1] ?? 0) >= FAR_ABOVE ? SMOOTHING_ABOVE : SMOOTHING);

/** Logarithms of the middle of each bin, and how wide it is. */
const LOGS = RATIO_EDGES.map(Math.log);
const ENDS = [LOWEST_RATIO, ...LOGS, 0.7];
export const RATIO_BINS = ENDS.length - 1;
const MIDDLES = Array.from({ length: RATIO_BINS }, (_, i) => ((ENDS[i] as number) + (ENDS[i + 1] as number)) / 2);
const WIDTHS = Array.from({ length: RATIO_BINS }, (_, i) => (ENDS[i + 1] as number) - (ENDS[i] as number));

/** The bin of a ratio. */
export function ratioBin(ratio: number): number {
  let at = 0;
  while (at < RATIO_EDGES.length && ratio >= (RATIO_EDGES[at] as number)) at += 1;
  return at;
}

const { rows } = evidence as unknown as { rows: Readonly<Record<string, { ratio?: readonly number[] }>> };

/** Logarithm of the density in each bin. */
function logDensities(thousandths: readonly number[]): number[] {
  const whole = thousandths.reduce((a, b) => a + b, 0);
  return thousandths.map((n, i) =>
    Math.log((n / whole + smoothingOf(i)) / (1 + SMOOTHING * RATIO_BINS) / (WIDTHS[i] as number)),
  );
}

/**
 * Nothing in a cylinder makes much more than a sound one: above this the reading is hardly of the same engine and
 * gauge, under whatever row. Natural logarithms.
 */
const HIGHEST_KNOWN = 0.37;
const ABOVE_IT = 0.06;

/** Under so much of what it should read none was counted sound: what is lower yet is sound no sooner. */
const LOWEST_SOUND = Math.log(0.64);

const SOUND = logDensities(rows['sound']?.ratio ?? []);

/**
 * The density of a row along the grid. Beside a sound cylinder a lower reading never speaks for sound (only carbon, a
 * chamber grown small, reads high); between the middles of bins it runs straight, beyond the last it stays.
 */
function densityOf(row: string): Float64Array {
  const counted = rows[row]?.ratio;
  const grid = new Float64Array(RATIO_POINTS);
  const logs = counted ? logDensities(counted) : SOUND;
  const against = logs.map((log, i) => log - (SOUND[i] as number));
  const mass = logs.map((log, i) => (Math.exp(log) + Math.exp(SOUND[i] as number)) * (WIDTHS[i] as number));
  const sign = row.startsWith('carbon') ? 'rising' : 'falling';
  const told = row === 'sound' ? logs : monotone(against, mass, sign).map((weight, i) => weight + (SOUND[i] as number));
  for (let i = 0; i < RATIO_POINTS; i += 1) {
    const log = LOWEST_RATIO + i * RATIO_STEP;
    const beyond =
      Math.max(0, log - HIGHEST_KNOWN) / ABOVE_IT + (row === 'sound' ? Math.max(0, LOWEST_SOUND - log) : 0);
    grid[i] = Math.exp(straightBetween(MIDDLES, told, log) - beyond);
  }
  return grid;
}

const DENSITIES = new Map<string, Float64Array>();
/** Made when it is first asked for: most jobs have few rows. */
export function ratioDensity(row: string): Float64Array {
  const known = DENSITIES.get(row);
  if (known) return known;
  const made = densityOf(row);
  DENSITIES.set(row, made);
  return made;
}

/** A line through points, flat beyond both ends. @param xs rising */
export function straightBetween(xs: readonly number[], ys: readonly number[], x: number): number {
  const last = xs.length - 1;
  if (x <= (xs[0] as number)) return ys[0] as number;
  if (x >= (xs[last] as number)) return ys[last] as number;
  let at = 1;
  while ((xs[at] as number) < x) at += 1;
  const from = xs[at - 1] as number;
  const share = (x - from) / ((xs[at] as number) - from);
  return (ys[at - 1] as number) * (1 - share) + (ys[at] as number) * share;
}

/** Made once for each density and width: readings of one gauge share most of them. */
const BLURRED = new Map<Float64Array, Map<number, Float64Array>>();

/** A density that is less sure by so many points either way. */
export function blurred(density: Float64Array, points: number): Float64Array {
  if (points <= 0) return density;
  // Three points with the weights that a normal distribution gives them.
  const off = Math.max(1, Math.round(Math.sqrt(3) * points));
  const known = BLURRED.get(density) ?? new Map<number, Float64Array>();
  BLURRED.set(density, known);
  const before = known.get(off);
  if (before) return before;
  const at = (i: number) => density[Math.min(density.length - 1, Math.max(0, i))] as number;
  const made = density.map((here, i) => (4 * here + at(i - off) + at(i + off)) / 6);
  known.set(off, made);
  return made;
}
