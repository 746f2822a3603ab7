import type { Engine, Family } from './engine';

/** What a family's engines are like where the job does not say. */
export interface Preset {
  boreMm: number;
  strokeMm: number;
  compressionRatio: number;
  closesBefore: number;
  opensAfter: number;
  /** Turning freely on its starter, rev/min. */
  freeRpm: number;
}

const TWO_STROKE: Readonly<Partial<Record<Family, Preset>>> = {
  handheld: { boreMm: 44, strokeMm: 32, compressionRatio: 11, closesBefore: 101, opensAfter: 101, freeRpm: 620 },
  outboard: { boreMm: 76, strokeMm: 66, compressionRatio: 9, closesBefore: 101, opensAfter: 94, freeRpm: 330 },
  powersports: { boreMm: 72, strokeMm: 61, compressionRatio: 9, closesBefore: 101, opensAfter: 96, freeRpm: 420 },
};
const FOUR_STROKE: Readonly<Record<Family, Preset>> = {
  handheld: { boreMm: 38, strokeMm: 30, compressionRatio: 8, closesBefore: 130, opensAfter: 130, freeRpm: 620 },
  'small-engine': { boreMm: 68, strokeMm: 50, compressionRatio: 7.8, closesBefore: 125, opensAfter: 130, freeRpm: 560 },
  generator: { boreMm: 72, strokeMm: 58, compressionRatio: 7.9, closesBefore: 125, opensAfter: 130, freeRpm: 440 },
  outboard: { boreMm: 66, strokeMm: 68, compressionRatio: 9, closesBefore: 130, opensAfter: 130, freeRpm: 360 },
  inboard: { boreMm: 92, strokeMm: 84, compressionRatio: 8.6, closesBefore: 128, opensAfter: 128, freeRpm: 300 },
  motorcycle: { boreMm: 68, strokeMm: 58, compressionRatio: 9.6, closesBefore: 126, opensAfter: 126, freeRpm: 430 },
  scooter: { boreMm: 54, strokeMm: 55, compressionRatio: 9.8, closesBefore: 128, opensAfter: 130, freeRpm: 460 },
  powersports: { boreMm: 80, strokeMm: 70, compressionRatio: 9.4, closesBefore: 126, opensAfter: 126, freeRpm: 400 },
};
const DIESEL: Preset = {
  boreMm: 84,
  strokeMm: 88,
  compressionRatio: 20,
  closesBefore: 145,
  opensAfter: 130,
  freeRpm: 280,
};

export function presetOf(engine: Pick<Engine, 'cycle' | 'fuel' | 'family'>): Preset {
  if (engine.fuel === 'diesel') return DIESEL;
  return (
    (engine.cycle === 'two-stroke' ? TWO_STROKE[engine.family] : undefined) ??
    (engine.cycle === 'two-stroke' ? (TWO_STROKE.powersports as Preset) : FOUR_STROKE[engine.family])
  );
}
