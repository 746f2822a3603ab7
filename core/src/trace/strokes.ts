import { InputError } from '../quantity/input-error';
import { cleaned, rangeOf, withoutSpikes } from './clean';
import { isUpsideDown, type Rest, restOf, type Scale } from './rest';

/** Samples of one gauge or sensor: seconds, rising, and pressure in any one unit, NaN where the sample is missing. */
export interface Samples {
  seconds: Float64Array;
  pressure: Float32Array;
}

export interface Stroke {
  /** When the pressure was highest, s. */
  seconds: number;
  /** Highest pressure of this stroke above its rest; on a gauge that holds, the height it climbed to. */
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
  /** What the sensor read while nothing turned, where that was not nought: it is taken off every figure. */
  rest?: Rest;
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
/** A peak that is flat over this share of its upper tenth is clipped; a round one never is. */
const FLAT_SHARE = 0.35;
const UPPER_TENTH = 0.9;
/** So many samples stand level at the top, or two on several strokes that end at the same height. */
const FLAT_SAMPLES = 3;
const FLAT_ON_SEVERAL = 2;
/** A swing counts where it is so many deviations of the noise that is left. */
const NOISE_LIFT = 5.5;
/** A trace that nowhere stands out of its noise by more is silence. */
const NOISE_RANGE = 10;
/** No crank is turned slower or faster, rev/min. */
const SLOWEST_TURN = 20;
const FASTEST_TURN = 3000;

/**
 * Strokes, peaks and faults of a recorded pressure trace, in one pass for the range and one for the strokes.
 *
 * @param samples at least two with a figure, time rising
 * @param scale the unit of the pressure, and whether it counts from a vacuum, as far as that is known
 * @throws InputError when there are fewer, time runs backwards, or the pressure falls with each stroke
 */
export function readStrokes({ seconds, pressure: raw }: Samples, scale: Scale = {}): TraceReading {
  check(seconds, raw);
  const interval = usualInterval(seconds);
  const dropouts = gaps(seconds, raw, interval);
  const asRead = cleaned(raw, interval);
  if (isUpsideDown(seconds, asRead)) throw new InputError('pressure', 'upside-down');
  const rest = restOf(seconds, asRead, isHeld(asRead.pressure, asRead.low, asRead.high), scale);
  const pressure = rest ? raw.map((figure) => figure - rest.level) : raw;
  const first = rest ? cleaned(pressure, interval) : asRead;
  const kind = isHeld(first.pressure, first.low, first.high) ? 'held' : 'cylinder';
  const { pressure: clean, noise, low, high } = kind === 'held' ? cleaned(pressure, interval, true) : first;
  const range = high - low;
  const said = rest ? { rest } : {};
  if (!(range > NOISE_RANGE * noise))
    return { kind: 'cylinder', strokes: [], peak: high, dropouts, ...said, saturation: [] };
  const strokes =
    kind === 'held'
      ? steps(seconds, clean, Math.max(LEAST_STEP * range, NOISE_LIFT * noise), interval)
      : swings(seconds, clean, Math.max(LEAST_LIFT * range, NOISE_LIFT * noise)).filter(
          ({ peak }) => peak >= LEAST_PEAK * high,
        );
  const start = strokes[0];
  const peak = Math.max(...strokes.map((stroke) => stroke.peak));
  const perMinute = rate(strokes);
  return {
    kind,
    strokes,
    peak: strokes.length > 0 ? peak : high,
    dropouts,
    ...said,
    ...(start && peak > 0 ? { firstShare: start.peak / peak } : {}),
    ...(perMinute === undefined ? {} : { strokesPerMinute: perMinute }),
    saturation: kind === 'cylinder' ? clipped(seconds, withoutSpikes(pressure)) : [],
  };
}

function check(seconds: Float64Array, pressure: Float32Array): void {
  let figures = 0;
  for (let i = 0; i < seconds.length; i += 1) {
    if (i > 0 && (seconds[i] as number) < (seconds[i - 1] as number))
      throw new InputError('time', 'time-runs-backwards', { sample: i + 1 });
    if (!Number.isNaN(pressure[i])) figures += 1;
  }
  if (figures < 2) throw new InputError('pressure', 'needs-two-samples');
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
    // After a rest a new rise has to stand out; while it climbs every bit belongs to the same one.
    const rested = !climbing || t - topSince > rest;
    if (p > top + least || (!rested && p > top)) {
      if (!climbing || rested) {
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
  const perMinute = middle > 0 ? 60 / middle : 0;
  // One stroke is one turn of a two-stroke, two of a four-stroke: both must be possible.
  return perMinute >= SLOWEST_TURN && 2 * perMinute <= FASTEST_TURN ? perMinute : undefined;
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

/** Where it stood flat at the very top, at any sampling rate. */
function clipped(seconds: Float64Array, pressure: Float32Array): TraceReading['saturation'] {
  const { low, high } = rangeOf(pressure);
  const upper = low + UPPER_TENTH * (high - low);
  const found: (TraceReading['saturation'][number] & { samples: number })[] = [];
  for (let i = 0; i < pressure.length; i += 1) {
    if (pressure[i] !== high) continue;
    let last = i;
    while (pressure[last + 1] === high) last += 1;
    let [from, to] = [i, last];
    while ((pressure[from - 1] as number) >= upper) from -= 1;
    while ((pressure[to + 1] as number) >= upper) to += 1;
    const flat = (seconds[last] as number) - (seconds[i] as number);
    const width = (seconds[to] as number) - (seconds[from] as number);
    if (flat > 0 && flat >= FLAT_SHARE * width)
      found.push({ from: seconds[i] as number, to: seconds[last] as number, at: high, samples: last - i + 1 });
    i = to;
  }
  const several = found.length > 1;
  return found
    .filter(({ samples }) => samples >= (several ? FLAT_ON_SEVERAL : FLAT_SAMPLES))
    .map(({ samples: _, ...one }) => one);
}
