import { median } from '../quantity/median';
import { fromKPa, STANDARD_ATMOSPHERE_KPA } from '../quantity/pressure';
import type { PressureUnit } from '../quantity/units';
import type { Cleaned } from './clean';

/** What is known of the figures of a trace. */
export interface Scale {
  unit?: PressureUnit;
  /** They count from a vacuum. */
  absolute?: boolean;
}

/** What a sensor read while nothing turned, in the unit of the trace. */
export interface Rest {
  level: number;
  /** It is one atmosphere: the sensor counts from a vacuum. */
  absolute: boolean;
}

/** A trace that begins at rest stays within this share of its range for so long, s, and so many samples. */
const STILL = 0.03;
const STILL_NOISE = 4;
const STILL_SECONDS = 0.1;
const STILL_SAMPLES = 8;
/** So many samples say where it stood. */
const ENOUGH = 4000;
/** Less than this share of the range, or so many deviations of the noise, is nought. */
const NOUGHT = 0.01;
const NOUGHT_NOISE = 3;
/** Places in the mountains and weather: so far from the standard atmosphere it may stand, as a share of it. */
const ATMOSPHERE_SPAN = 0.3;
const LIKELY_SPAN = 0.12;
/** A gauge that holds and begins higher than this share of its peak was pumped before. */
const HELD_MOST = 0.1;
/** An open cylinder is at the atmosphere between strokes, whatever the sensor says of it: up to this share. */
const CYLINDER_MOST = 0.4;

/**
 * What is to be taken off every figure: the level before the first stroke.
 *
 * @param held by a one-way valve: what it begins with may be what was pumped before
 * @returns nothing where it is nought, or cannot be told
 */
export function restOf(
  seconds: Float64Array,
  trace: Cleaned,
  held: boolean,
  { unit, absolute }: Scale,
): Rest | undefined {
  const { noise, low, high } = trace;
  const atmosphere = unit === undefined ? undefined : fromKPa(STANDARD_ATMOSPHERE_KPA, unit);
  const within = (level: number, span: number) =>
    atmosphere !== undefined && Math.abs(level - atmosphere) <= span * atmosphere;
  const level = levelAtFirst(seconds, trace);
  // A sensor that counts from a vacuum never reads near nought, and stands at the atmosphere most of the time.
  const usual = level ?? (held ? undefined : between(trace));
  if (absolute === true && atmosphere !== undefined) {
    return { level: usual !== undefined && within(usual, ATMOSPHERE_SPAN) ? usual : atmosphere, absolute: true };
  }
  if (usual !== undefined && within(usual, LIKELY_SPAN) && (level !== undefined || low > usual / 2))
    return { level: usual, absolute: true };
  if (level === undefined || Math.abs(level) <= Math.max(NOUGHT * (high - low), NOUGHT_NOISE * noise)) return undefined;
  const most = (held ? HELD_MOST : CYLINDER_MOST) * Math.max(Math.abs(high), Math.abs(low));
  return Math.abs(level) <= most ? { level, absolute: false } : undefined;
}

/** Where it stood before anything moved; nothing where it moves from the start. */
function levelAtFirst(seconds: Float64Array, { pressure, noise, low, high }: Cleaned): number | undefined {
  const wide = Math.max(STILL * (high - low), STILL_NOISE * noise);
  const still: number[] = [];
  let from = NaN;
  for (let i = 0; i < pressure.length; i += 1) {
    const here = pressure[i] as number;
    if (Number.isNaN(here)) continue;
    if (Number.isNaN(from)) from = seconds[i] as number;
    if (still.length > 0 && Math.abs(here - (still[0] as number)) > wide) {
      const stood = (seconds[i] as number) - from;
      return stood >= STILL_SECONDS && still.length >= STILL_SAMPLES ? median(still) : undefined;
    }
    if (still.length < ENOUGH) still.push(here);
  }
  return undefined;
}

/** Of its range, between two strokes. */
const LOWER_PART = 0.25;

/** Where a sensor in a cylinder stands between strokes: most of the time. */
function between({ pressure, low, high }: Cleaned): number | undefined {
  const upper = low + LOWER_PART * (high - low);
  const every = Math.max(1, Math.floor(pressure.length / ENOUGH));
  const some = pressure.filter((figure, i) => i % every === 0 && !Number.isNaN(figure));
  const lower = [...some.filter((figure) => figure <= upper)];
  return lower.length > some.length / 2 ? median(lower) : undefined;
}

/** So deep are the dips, so many of them, and so short, s, in a trace that was mirrored. */
const DIP = 0.5;
const LEAST_DIPS = 3;
const RESTS_HIGH = 0.75;
const LONGEST_DIP = 0.3;
/** What does not stand out of its noise by so many deviations is silence. */
const OUT_OF_NOISE = 10;

/**
 * It begins high and falls again and again for a moment, where a cylinder rises. A gauge that is let go falls as well,
 * and takes some strokes to climb back.
 */
export function isUpsideDown(seconds: Float64Array, { pressure, noise, low, high }: Cleaned): boolean {
  const range = high - low;
  if (!(range > OUT_OF_NOISE * noise)) return false;
  const upper = low + RESTS_HIGH * range;
  const deep = low + DIP * range;
  let dips = 0;
  let longer = 0;
  let since: number | undefined;
  let lowest = Infinity;
  let begun = false;
  for (let i = 0; i < pressure.length; i += 1) {
    const figure = pressure[i] as number;
    if (Number.isNaN(figure)) continue;
    if (!begun && figure < upper) return false;
    begun = true;
    if (figure < upper) {
      since ??= seconds[i] as number;
      lowest = Math.min(lowest, figure);
    } else if (since !== undefined) {
      if (lowest < deep) {
        if ((seconds[i] as number) - since <= LONGEST_DIP) dips += 1;
        else longer += 1;
      }
      since = undefined;
      lowest = Infinity;
    }
  }
  return dips >= LEAST_DIPS && longer === 0;
}
