import { median } from '../quantity/median';

/** A trace without spikes, smoothed as far as it is noisy. */
export interface Cleaned {
  pressure: Float32Array;
  /** Standard deviation of the noise that is left, in the unit of the trace. */
  noise: number;
  low: number;
  high: number;
}

/** A sample that leaves its neighbours by this share of the whole range, and comes back, is a spike. */
const SPIKE = 0.1;
/** Nor is one within so many deviations of the noise. */
const OUT_OF_NOISE = 6;
/** Noise under this share of the range is left alone; the rises of a gauge that holds are small. */
const QUIET = 0.008;
const HELD_QUIET = 0.0015;
/** A stroke of a sensor in the cylinder is not blurred by this much, s; a gauge that holds may be. */
const BLUR_SECONDS = 0.012;
const HELD_BLUR_SECONDS = 0.06;
const LEAST_WINDOW = 3;
/** So many places stand for all of a long trace. */
const PLACES = 4000;
/** Median of the absolute second difference of normal noise of deviation 1. */
const SECOND_DIFFERENCE = 0.6745 * Math.sqrt(6);

/** @param interval usual time between samples, s */
export function cleaned(raw: Float32Array, interval: number, held = false): Cleaned {
  const pressure = withoutSpikes(raw);
  const noise = noiseOf(pressure);
  const { low, high } = rangeOf(pressure);
  const wanted = Math.ceil((noise / ((held ? HELD_QUIET : QUIET) * (high - low))) ** 2);
  const most = Math.floor((held ? HELD_BLUR_SECONDS : BLUR_SECONDS) / Math.max(1e-9, interval));
  const window = Math.min(wanted, Math.max(LEAST_WINDOW, most)) | 1;
  if (!(high > low) || window < LEAST_WINDOW) return { pressure, noise, low, high };
  const smooth = smoothed(pressure, window);
  return { pressure: smooth, noise: noise / Math.sqrt(window), ...rangeOf(smooth) };
}

/** A single sample that neither neighbour knows of is no pressure. The same array where there is none. */
export function withoutSpikes(raw: Float32Array): Float32Array {
  const { low, high } = rangeOf(raw);
  const least = Math.max(SPIKE * (high - low), OUT_OF_NOISE * noiseOf(raw));
  let out: Float32Array | undefined;
  for (let i = 0; i < raw.length; i += 1) {
    const here = raw[i] as number;
    const past = out ?? raw;
    const before = past[i - 1] ?? raw[i + 1] ?? here;
    const after = raw[i + 1] ?? before;
    const above = here - Math.max(before, after);
    const below = Math.min(before, after) - here;
    if (!(above > least || below > least)) continue;
    // On a steep hump the neighbours stand above what lies further out; round a spike they do not.
    const [earlier, later] = [past[i - 2] ?? before, raw[i + 2] ?? after];
    // No hump turns twice within three samples.
    const zigzag = above > least ? earlier > before || later > after : earlier < before || later < after;
    const slope =
      above > least
        ? Math.max(before, after) - Math.min(earlier, later)
        : Math.max(earlier, later) - Math.min(before, after);
    if (zigzag || Math.max(above, below) > least + slope) (out ??= raw.slice())[i] = (before + after) / 2;
  }
  return out ?? raw;
}

/** Deviation of what changes from sample to sample without a trend. */
function noiseOf(pressure: Float32Array): number {
  const every = Math.max(1, Math.floor(pressure.length / PLACES));
  const jumps: number[] = [];
  for (let i = 1; i < pressure.length - 1; i += every) {
    const jump = (pressure[i - 1] as number) - 2 * (pressure[i] as number) + (pressure[i + 1] as number);
    if (!Number.isNaN(jump)) jumps.push(Math.abs(jump));
  }
  return jumps.length === 0 ? 0 : median(jumps) / SECOND_DIFFERENCE;
}

export function rangeOf(pressure: Float32Array): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (let i = 0; i < pressure.length; i += 1) {
    const p = pressure[i] as number;
    if (p < low) low = p;
    if (p > high) high = p;
  }
  return { low, high };
}

/** Mean over a window round each sample; gaps stay gaps. @param window odd */
function smoothed(pressure: Float32Array, window: number): Float32Array {
  const half = window >> 1;
  const out = new Float32Array(pressure.length);
  let sum = 0;
  let count = 0;
  const add = (i: number, sign: 1 | -1) => {
    const p = pressure[i];
    if (p === undefined || Number.isNaN(p)) return;
    sum += sign * p;
    count += sign;
  };
  for (let i = 0; i < half; i += 1) add(i, 1);
  for (let i = 0; i < pressure.length; i += 1) {
    add(i + half, 1);
    add(i - half - 1, -1);
    out[i] = Number.isNaN(pressure[i]) || count === 0 ? NaN : sum / count;
  }
  return out;
}
