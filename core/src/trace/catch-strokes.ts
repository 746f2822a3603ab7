import { LEAST_LIFT, LEAST_PEAK, type Stroke } from './strokes';

/** Strokes of a stream that is still running, caught as they pass. */
export interface StrokeCatcher {
  /** Samples in the order they come, in any pieces. */
  take(samples: ArrayLike<number>): void;
  /** Strokes that are over, the earliest first. */
  readonly strokes: readonly Stroke[];
  /** Highest pressure so far: where a gauge that holds would stand. Zero before the first sample. */
  readonly held: number;
  readonly taken: number;
  /** By the time between the latest strokes; nothing before there are three. */
  strokesPerMinute(): number | undefined;
}

/** Strokes over which the speed is taken. */
const SPEED_OVER = 4;

/**
 * Catches strokes of a sensor in the cylinder: a stroke is over once the pressure has fallen by a share of the highest.
 *
 * @param sampleHz samples a second, above zero
 * @param leastLift swings under this are never strokes, in the unit of the samples: what the sensor's own noise may do
 */
export function catchStrokes(sampleHz: number, leastLift: number): StrokeCatcher {
  if (!(sampleHz > 0)) throw new RangeError('sampleHz must be above zero');
  const strokes: Stroke[] = [];
  let taken = 0;
  let held = 0;
  let rising = false;
  let lowest = Infinity;
  let highest = -Infinity;
  let highestAt = 0;

  const one = (p: number) => {
    if (p > held) held = p;
    const lift = Math.max(leastLift, LEAST_LIFT * held);
    if (rising) {
      if (p > highest) {
        highest = p;
        highestAt = taken;
      }
      if (p < highest - lift) {
        if (highest >= LEAST_PEAK * held) strokes.push({ seconds: highestAt / sampleHz, peak: highest });
        rising = false;
        lowest = p;
      }
    } else {
      if (p < lowest) lowest = p;
      if (p > lowest + lift) {
        rising = true;
        highest = p;
        highestAt = taken;
      }
    }
    taken += 1;
  };
  return {
    take(samples) {
      for (let i = 0; i < samples.length; i += 1) one(samples[i] as number);
    },
    get strokes() {
      return strokes;
    },
    get held() {
      return held;
    },
    get taken() {
      return taken;
    },
    strokesPerMinute() {
      const some = strokes.slice(-SPEED_OVER);
      const [first, last] = [some[0], some[some.length - 1]];
      return some.length < 3 || !first || !last ? undefined : (60 * (some.length - 1)) / (last.seconds - first.seconds);
    },
  };
}
