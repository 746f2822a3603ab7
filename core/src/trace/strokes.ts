import { InputError } from '../quantity/input-error';

/** Samples of one gauge or sensor: seconds, rising, and pressure in any one unit, NaN where the sample is missing. */
export interface Samples {
  seconds: Float64Array;
  pressure: Float32Array;
}

export interface Stroke {
  /** When the pressure was highest, s. */
  seconds: number;
  /** Highest pressure of this stroke; on a gauge that holds, the height it climbed to. */
  peak: number;
}

export interface TraceReading {
  /** A sensor in the cylinder falls back after each stroke; a gauge with a one-way valve climbs in steps. */
  kind: 'cylinder' | 'held';
  strokes: Stroke[];
  peak: number;
  /** First stroke as a share of the peak, 0 to 1. */
  firstShare?: number;
  strokesPerMinute?: number;
  /** Stretches without samples, or with samples that hold no figure, s. */
  dropouts: { from: number; to: number }[];
  /** Stretches in which the sensor stood at the top of its range, s. */
  saturation: { from: number; to: number; at: number }[];
}

/** A stroke that lifts less than this share of the whole range is noise, or the exhaust stroke. */
export const LEAST_LIFT = 0.08;
/** A swing that peaks under this share of the highest is the exhaust stroke, or air that comes back into a vacuum. */
export const LEAST_PEAK = 0.15;
/**
 * From the first time above the lower share to the last, a held gauge is above the upper one for at least this part.
 */
const STARTED = 0.2;
const NEAR_TOP = 0.6;
const HELD_SHARE = 0.3;
/** Each step of a held gauge adds at least this share of the range. */
const LEAST_STEP = 0.012;
/** Between two steps the needle rests for at least so long, s, or so many samples. */
const REST_SECONDS = 0.025;
const REST_SAMPLES = 3;
/** A gap of so many usual intervals is a dropout. */
const GAP = 5;
/** So many samples at the very top of a trace that falls again are a clipped peak. */
const CLIPPED_SAMPLES = 6;

/**
 * Strokes, peaks and faults of a recorded pressure trace, in one pass for the range and one for the strokes.
 *
 * @param samples at least two with a figure, time rising
 * @throws InputError when there are fewer, or time runs backwards
 */
export function readStrokes({ seconds, pressure }: Samples): TraceReading {
  const range = rangeOf(seconds, pressure);
  const { low, high } = range;
  const dropouts = gaps(seconds, pressure, range.interval);
  const lift = LEAST_LIFT * (high - low);
  if (!(high - low > 0)) return { kind: 'cylinder', strokes: [], peak: high, dropouts, saturation: [] };
  const kind = isHeld(pressure, low, high) ? 'held' : 'cylinder';
  const strokes =
    kind === 'held'
      ? steps(seconds, pressure, LEAST_STEP * (high - low), range.interval)
      : swings(seconds, pressure, lift).filter(({ peak }) => peak >= LEAST_PEAK * high);
  const first = strokes[0];
  const peak = Math.max(...strokes.map((stroke) => stroke.peak));
  const perMinute = rate(strokes);
  return {
    kind,
    strokes,
    peak: strokes.length > 0 ? peak : high,
    dropouts,
    ...(first && peak > 0 ? { firstShare: first.peak / peak } : {}),
    ...(perMinute === undefined ? {} : { strokesPerMinute: perMinute }),
    saturation: kind === 'cylinder' ? clipped(seconds, pressure, high) : [],
  };
}

function rangeOf(seconds: Float64Array, pressure: Float32Array): { low: number; high: number; interval: number } {
  let low = Infinity;
  let high = -Infinity;
  let figures = 0;
  for (let i = 0; i < seconds.length; i += 1) {
    if (i > 0 && (seconds[i] as number) < (seconds[i - 1] as number))
      throw new InputError('time', 'time-runs-backwards', { sample: i + 1 });
    const p = pressure[i] as number;
    if (Number.isNaN(p)) continue;
    figures += 1;
    if (p < low) low = p;
    if (p > high) high = p;
  }
  if (figures < 2) throw new InputError('pressure', 'needs-two-samples');
  return { low, high, interval: usualInterval(seconds) };
}

/** Median of some of the intervals: a few thousand stand for a million. */
function usualInterval(seconds: Float64Array): number {
  const every = Math.max(1, Math.floor(seconds.length / 4000));
  const some: number[] = [];
  for (let i = every; i < seconds.length; i += every) some.push((seconds[i] as number) - (seconds[i - 1] as number));
  some.sort((a, b) => a - b);
  return some[some.length >> 1] ?? 0;
}

/** Peaks of the rises of at least `lift`. */
function swings(seconds: Float64Array, pressure: Float32Array, lift: number): Stroke[] {
  const found: Stroke[] = [];
  let lowest = Infinity;
  let highest = -Infinity;
  let highestAt = 0;
  let rising = false;
  for (let i = 0; i < seconds.length; i += 1) {
    const p = pressure[i] as number;
    if (Number.isNaN(p)) continue;
    if (rising) {
      if (p > highest) {
        highest = p;
        highestAt = i;
      }
      if (p < highest - lift) {
        found.push({ seconds: seconds[highestAt] as number, peak: highest });
        rising = false;
        lowest = p;
      }
    } else {
      if (p < lowest) lowest = p;
      if (p > lowest + lift) {
        rising = true;
        highest = p;
        highestAt = i;
      }
    }
  }
  if (rising) found.push({ seconds: seconds[highestAt] as number, peak: highest });
  return found;
}

/** A needle that holds stands high most of the time; a cylinder is near its peak for a moment of each turn only. */
function isHeld(pressure: Float32Array, low: number, high: number): boolean {
  const near = low + NEAR_TOP * (high - low);
  const started = low + STARTED * (high - low);
  let first = -1;
  let last = -1;
  let above = 0;
  for (let i = 0; i < pressure.length; i += 1) {
    const p = pressure[i] as number;
    if (p >= started) {
      if (first < 0) first = i;
      last = i;
    }
    if (p >= near) above += 1;
  }
  return above > HELD_SHARE * (last - first + 1);
}

/** Heights to which a held gauge climbed, one a stroke. A new stroke begins when it rises after a rest. */
function steps(seconds: Float64Array, pressure: Float32Array, least: number, interval: number): Stroke[] {
  const rest = Math.max(REST_SECONDS, REST_SAMPLES * interval);
  const found: Stroke[] = [];
  let top = Infinity;
  let topSince = -Infinity;
  let climbing: Stroke | undefined;
  for (let i = 0; i < seconds.length; i += 1) {
    const p = pressure[i] as number;
    const t = seconds[i] as number;
    if (Number.isNaN(p)) continue;
    if (p < top - 8 * least) {
      top = p;
      topSince = t;
      climbing = undefined;
    }
    if (p > top + least || (climbing && p > top)) {
      if (!climbing || t - topSince > rest) {
        climbing = { seconds: t, peak: p };
        found.push(climbing);
      }
      climbing.peak = p;
      climbing.seconds = t;
      top = p;
      topSince = t;
    }
  }
  return found;
}

/** Strokes a minute, by the median of the intervals, so that a missed stroke does not count double. */
function rate(strokes: readonly Stroke[]): number | undefined {
  if (strokes.length < 3) return undefined;
  const between = strokes
    .slice(1)
    .map((stroke, i) => stroke.seconds - (strokes[i] as Stroke).seconds)
    .sort((a, b) => a - b);
  const middle = between[between.length >> 1] as number;
  return middle > 0 ? 60 / middle : undefined;
}

function gaps(seconds: Float64Array, pressure: Float32Array, interval: number): TraceReading['dropouts'] {
  const found: TraceReading['dropouts'] = [];
  let last = -1;
  for (let i = 0; i < seconds.length; i += 1) {
    if (Number.isNaN(pressure[i])) continue;
    const from = last < 0 ? undefined : (seconds[last] as number);
    if (from !== undefined && interval > 0 && (seconds[i] as number) - from > GAP * interval)
      found.push({ from, to: seconds[i] as number });
    last = i;
  }
  return found;
}

function clipped(seconds: Float64Array, pressure: Float32Array, high: number): TraceReading['saturation'] {
  const found: TraceReading['saturation'] = [];
  let from = -1;
  for (let i = 0; i <= seconds.length; i += 1) {
    const atTop = i < seconds.length && (pressure[i] as number) === high;
    if (atTop && from < 0) from = i;
    if (!atTop && from >= 0) {
      if (i - from >= CLIPPED_SAMPLES)
        found.push({ from: seconds[from] as number, to: seconds[i - 1] as number, at: high });
      from = -1;
    }
  }
  return found;
}
