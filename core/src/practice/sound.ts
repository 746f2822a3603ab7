import { seeded } from '../quantity/random';
import type { HeardAt } from '../jobfile/tests';

/**
 * What escaping air sounds like at each place, so that an ear can learn it: noise between two pitches, rung by what it
 * passes through, and how it comes. Source: what the trade says it hears; pitches by the size of what rings.
 */
export interface Voice {
  /** Noise is let through between these, Hz. */
  low: number;
  high: number;
  /** What rings: a pipe, a cover, a joint, Hz; how sharply. */
  ring?: { hz: number; q: number };
  /** Bubbles a second, instead of a breath. */
  bubbles?: number;
  /** Swells so often a second, and by how much. */
  swell?: { hz: number; depth: number };
}

export const VOICES: Readonly<Record<Exclude<HeardAt, 'push-rod-tunnel'>, Voice>> = {
  /** A breath down a pipe. */
  exhaust: { low: 180, high: 900, ring: { hz: 320, q: 3 } },
  /** A hiss in the throat of the carburettor. */
  intake: { low: 1300, high: 3200, ring: { hz: 1900, q: 2 } },
  /** A rumble under a cover. */
  crankcase: { low: 50, high: 260, ring: { hz: 110, q: 2 }, swell: { hz: 2.2, depth: 0.35 } },
  coolant: { low: 250, high: 1400, bubbles: 11 },
  /** Out of an open plug hole, like blowing over a bottle. */
  neighbour: { low: 500, high: 1000, ring: { hz: 720, q: 12 } },
  /** A whistle at a thin joint. */
  'head-joint': { low: 2600, high: 4200, ring: { hz: 3400, q: 30 } },
  /** The sharpest of all, right at the ear. */
  adapter: { low: 5200, high: 9500 },
};

const FULL_FLOW = 0.9;

/**
 * Sound of air at a place.
 *
 * @param flow g/s; the louder the more of it, none at 0
 * @returns samples from -1 to 1, without a seam at the ends
 */
export function soundOf(
  at: keyof typeof VOICES,
  flow: number,
  { hz = 22_050, seconds = 2, seed = 1 }: { hz?: number; seconds?: number; seed?: number } = {},
): Float32Array {
  const voice = VOICES[at];
  const count = Math.round(hz * seconds);
  const samples = new Float32Array(count);
  const loud = Math.min(1, Math.sqrt(Math.max(0, flow) / FULL_FLOW));
  if (loud === 0) return samples;
  const random = seeded(seed);
  if (voice.bubbles === undefined) breath(samples, voice, hz, random.normal);
  else bubbles(samples, voice, voice.bubbles, hz, random);
  let most = 0;
  for (const one of samples) most = Math.max(most, Math.abs(one));
  const edge = Math.round(0.02 * hz);
  for (let i = 0; i < count; i += 1) {
    const fade = Math.min(1, i / edge, (count - 1 - i) / edge);
    samples[i] = ((samples[i] as number) / Math.max(1e-9, most)) * loud * fade;
  }
  return samples;
}

function breath(samples: Float32Array, { low, high, ring, swell }: Voice, hz: number, normal: () => number): void {
  const through = bandPass(Math.sqrt(low * high), Math.sqrt(low * high) / (high - low), hz);
  const again = bandPass(Math.sqrt(low * high), Math.sqrt(low * high) / (high - low), hz);
  const rings = ring && bandPass(ring.hz, ring.q, hz);
  for (let i = 0; i < samples.length; i += 1) {
    const air = again(through(normal()));
    const wave = swell ? 1 + swell.depth * Math.sin((2 * Math.PI * swell.hz * i) / hz) : 1;
    samples[i] = wave * (rings ? 0.35 * air + 1.3 * rings(air) : air);
  }
}

/** Each bubble rings a little higher as it closes, and is gone. */
function bubbles(
  samples: Float32Array,
  { low, high }: Voice,
  perSecond: number,
  hz: number,
  random: ReturnType<typeof seeded>,
): void {
  const many = Math.round((perSecond * samples.length) / hz);
  for (let b = 0; b < many; b += 1) {
    const start = Math.floor(random.uniform() * samples.length);
    const pitch = random.between(low, high);
    const size = random.between(0.4, 1);
    const lasts = Math.round(hz * random.between(0.03, 0.07));
    let phase = 0;
    for (let i = 0; i < lasts && start + i < samples.length; i += 1) {
      phase += (2 * Math.PI * pitch * (1 + (0.5 * i) / lasts)) / hz;
      samples[start + i] = (samples[start + i] as number) + size * Math.sin(phase) * Math.exp((-5 * i) / lasts);
    }
  }
}

/** A resonator of the second order. Source: the usual biquad, constant peak. */
function bandPass(centreHz: number, q: number, hz: number): (x: number) => number {
  const w = (2 * Math.PI * Math.min(centreHz, 0.45 * hz)) / hz;
  const alpha = Math.sin(w) / (2 * Math.max(0.05, q));
  const a0 = 1 + alpha;
  const [b0, a1, a2] = [alpha / a0, (-2 * Math.cos(w)) / a0, (1 - alpha) / a0];
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  return (x) => {
    const y = b0 * (x - x2) - a1 * y1 - a2 * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    return y;
  };
}
