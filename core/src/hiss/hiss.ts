import { median } from '../quantity/median';

/** Air through a small gap hisses broadly in this band, Hz; talk, footsteps and a compressor lie mostly under it. */
const LOW_HZ = 2500;
const HIGH_HZ = 9000;
/** Flat without a peak at the edge of the band. Source: Butterworth, second order. */
const Q = Math.SQRT1_2;

interface Filter {
  b: readonly [number, number, number];
  a: readonly [number, number];
}

/** One side of the band. Source: bilinear transform of the second-order low-pass and high-pass. */
function filterAt(hz: number, sampleHz: number, side: 'above' | 'below'): Filter {
  const w = (2 * Math.PI * Math.min(hz, 0.45 * sampleHz)) / sampleHz;
  const alpha = Math.sin(w) / (2 * Q);
  const cos = Math.cos(w);
  const a0 = 1 + alpha;
  const edge = side === 'above' ? 1 + cos : 1 - cos;
  const b: Filter['b'] = [edge / 2 / a0, (side === 'above' ? -edge : edge) / a0, edge / 2 / a0];
  return { b, a: [(-2 * cos) / a0, (1 - alpha) / a0] };
}

function filtered(samples: ArrayLike<number>, { b, a }: Filter): Float64Array {
  const out = new Float64Array(samples.length);
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  for (let i = 0; i < samples.length; i += 1) {
    const x = samples[i] as number;
    const y = b[0] * x + b[1] * x1 + b[2] * x2 - a[0] * y1 - a[1] * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    out[i] = y;
  }
  return out;
}

/** Nothing is quieter than the last bit of a microphone, dB. */
const LEAST_DB = -120;

/**
 * How loud one short stretch of sound is in the band of escaping air.
 * @param samples from -1 to 1, at least a few hundred; @param sampleHz 8,000 or more
 * @returns dB of full scale, from -120
 * @throws RangeError where there is no sound to measure
 */
export function bandLevelDb(samples: ArrayLike<number>, sampleHz: number): number {
  if (samples.length < 2 || !(sampleHz >= 8000)) throw new RangeError('Sound of 8,000 samples a second is wanted');
  const band = filtered(filtered(samples, filterAt(LOW_HZ, sampleHz, 'above')), filterAt(HIGH_HZ, sampleHz, 'below'));
  // The filters take a moment to settle.
  const settled = Math.min(64, band.length >> 1);
  let power = 0;
  for (let i = settled; i < band.length; i += 1) power += (band[i] as number) ** 2;
  return Math.max(LEAST_DB, 10 * Math.log10(power / (band.length - settled) + 1e-12));
}

/** The level of several stretches: a knock or a word in one of them does not count. */
export const steadyLevelDb = (levels: readonly number[]): number => median(levels);

/** From so many dB over the quiet on it is faint, clear, strong. Source: a phone a hand's breadth away. */
const STEPS_DB = [4, 10, 18] as const;

/**
 * What level of listening a measured hiss suggests: 0 none, 1 faint, 2 clear, 3 strong.
 * @param db in the band, at the place; @param quietDb the same with the air shut off
 * @example suggestedLevel(-48, -60) // 2: twelve over the quiet
 */
export const suggestedLevel = (db: number, quietDb: number): 0 | 1 | 2 | 3 =>
  STEPS_DB.filter((step) => db - quietDb >= step).length as 0 | 1 | 2 | 3;
