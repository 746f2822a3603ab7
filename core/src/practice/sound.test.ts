import { soundOf, VOICES } from './sound';

type At = keyof typeof VOICES;
const HZ = 22_050;
const PLACES = Object.keys(VOICES) as At[];

const SIZE = 1024;
const COSINES = Float64Array.from({ length: SIZE }, (_, i) => Math.cos((2 * Math.PI * i) / SIZE));
const WINDOW = COSINES.map((cosine) => 0.5 - 0.5 * cosine);

/** What an ear tells apart, in four figures: how high, how wide, how sharp, how unsteady. */
function heard(samples: Float32Array): number[] {
  const power = new Float64Array(SIZE / 2);
  const frames: number[] = [];
  for (let at = 0; at + SIZE <= samples.length; at += SIZE) {
    let energy = 0;
    for (let i = 0; i < SIZE; i += 1) energy += (samples[at + i] as number) ** 2;
    frames.push(energy);
    // Few frames are enough for a spectrum.
    if (frames.length % 14 !== 1) continue;
    for (let k = 1; k < SIZE / 2; k += 1) {
      let [re, im] = [0, 0];
      for (let i = 0; i < SIZE; i += 1) {
        const x = (WINDOW[i] as number) * (samples[at + i] as number);
        re += x * (COSINES[(k * i) % SIZE] as number);
        im -= x * (COSINES[(k * i + (3 * SIZE) / 4) % SIZE] as number);
      }
      power[k] = (power[k] as number) + re * re + im * im;
    }
  }
  const all = power.reduce((a, b) => a + b, 0);
  const bin = HZ / SIZE;
  const centre = power.reduce((sum, p, k) => sum + p * k * bin, 0) / all;
  const width = Math.sqrt(power.reduce((sum, p, k) => sum + p * (k * bin - centre) ** 2, 0) / all);
  const peak = Math.max(...power) / all;
  const mean = frames.reduce((a, b) => a + b, 0) / frames.length;
  const unsteady = Math.sqrt(frames.reduce((sum, one) => sum + (one - mean) ** 2, 0) / frames.length) / mean;
  return [Math.log(centre), Math.log(width), Math.log(peak), Math.log(unsteady)];
}

test('an ear that heard each place once names it in others: exhaust, intake, crankcase, bubbles and the rest', () => {
  const learned = PLACES.map((at) => ({ at, figures: heard(soundOf(at, 0.5, { seed: 1 })) }));
  const weights = [3, 1, 1, 3];
  const nearest = (figures: number[]) =>
    learned.reduce((best, one) => (away(one.figures, figures) < away(best.figures, figures) ? one : best)).at;
  const away = (a: readonly number[], b: readonly number[]) =>
    a.reduce((sum, one, i) => sum + (weights[i] as number) * (one - (b[i] as number)) ** 2, 0);
  const wrong: string[] = [];
  for (const at of PLACES)
    for (const [seed, flow] of [
      [2, 0.15],
      [3, 0.9],
      [4, 0.4],
    ] as const) {
      const said = nearest(heard(soundOf(at, flow, { seed })));
      if (said !== at) wrong.push(`${at} at ${flow}: ${said}`);
    }
  expect(wrong).toEqual([]);
});

test('louder with more air, silent without, and never clipped', () => {
  const energy = (flow: number) => soundOf('exhaust', flow).reduce((sum, one) => sum + one * one, 0);
  expect(energy(0)).toBe(0);
  expect(energy(0.2)).toBeGreaterThan(energy(0.05));
  expect(energy(0.8)).toBeGreaterThan(energy(0.2));
  for (const at of PLACES) expect(Math.max(...soundOf(at, 5).map(Math.abs))).toBeLessThanOrEqual(1);
});
