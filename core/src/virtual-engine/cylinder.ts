import type { Engine, Family } from '../engine/engine';
import * as volume from '../engine/volume';

/** Where the gas of one cylinder can go, as round holes, mm. */
export interface Leaks {
  rings: number;
  piston: number;
  intakeValve: number;
  exhaustValve: number;
  gasketOutside: number;
  gasketNeighbour: number;
  gasketCoolant: number;
  /** Past the adapter of the tester. */
  adapter: number;
}

/** One cylinder as the virtual engine turns it. Angles in degrees of crank. */
export interface VirtualCylinder {
  id: string;
  fourStroke: boolean;
  boreMm: number;
  strokeMm: number;
  conrodMm: number;
  chamberCm3: number;
  /** Before top dead centre of compression: when the intake valve (two-stroke: the exhaust port) has closed. */
  closesBefore: number;
  /** After top dead centre: when the exhaust opens. */
  opensAfter: number;
  /** Effective area of the open intake with the throttle wide open, mm2. */
  breathingMm2: number;
  leaks: Leaks;
  /** How much more the rings leak before oil and turns have seated them: 0 as well as ever, 1 twice as much on the first stroke. */
  ringsSeat: number;
  /** A release holds a valve open until so many degrees before top dead centre; nothing without one. */
  releaseUntil?: number;
  /** Wall temperature, K. */
  wallK: number;
}

/** What a family's engines are like where the job does not say. */
interface Preset {
  boreMm: number; strokeMm: number; compressionRatio: number;
  closesBefore: number; opensAfter: number;
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
const DIESEL: Preset = { boreMm: 84, strokeMm: 88, compressionRatio: 20, closesBefore: 145, opensAfter: 130, freeRpm: 280 };

export function presetOf(engine: Pick<Engine, 'cycle' | 'fuel' | 'family'>): Preset {
  if (engine.fuel === 'diesel') return DIESEL;
  return (engine.cycle === 'two-stroke' ? TWO_STROKE[engine.family] : undefined) ?? (engine.cycle === 'two-stroke' ? TWO_STROKE.powersports as Preset : FOUR_STROKE[engine.family]);
}

/** Rings of a sound engine leak through such a hole in a bore of 62 mm; the gap grows less than the bore. Everything else is tight. */
const ringHoleMm = (boreMm: number) => 0.5 * (boreMm / 62) ** 0.4;
/** A release bumps its valve until here, degrees before top dead centre. */
const RELEASE_UNTIL = 63;
export const WARM_K = 345;
export const COLD_K = 285;

/** Each cylinder of a sound engine: the job's own measures where it has them, its family's elsewhere. */
export function soundCylinders(engine: Engine): VirtualCylinder[] {
  const preset = presetOf(engine);
  const boreMm = engine.boreMm ?? preset.boreMm;
  const strokeMm = engine.strokeMm ?? preset.strokeMm;
  const conrodMm = engine.conrodMm ?? 1.75 * strokeMm;
  const fourStroke = engine.cycle === 'four-stroke';
  const swept = volume.sweptCm3(boreMm, strokeMm);
  const ratio = engine.compressionRatio ?? preset.compressionRatio;
  // A ratio counted from port closing compresses only the part of the stroke that is left there.
  const counted = engine.ratioBasis === 'port-closing' ? swept * strokeShare(preset.closesBefore, strokeMm, conrodMm) : swept;
  return engine.cylinders.map((id) => ({
    id, fourStroke, boreMm, strokeMm, conrodMm,
    chamberCm3: counted / (ratio - 1),
    closesBefore: preset.closesBefore, opensAfter: preset.opensAfter,
    breathingMm2: 0.05 * boreMm ** 2,
    leaks: { rings: ringHoleMm(boreMm), piston: 0, intakeValve: 0, exhaustValve: 0, gasketOutside: 0, gasketNeighbour: 0, gasketCoolant: 0, adapter: 0 },
    ringsSeat: 0.3,
    ...(engine.compressionRelease === 'automatic' ? { releaseUntil: RELEASE_UNTIL } : {}),
    wallK: WARM_K,
  }));
}

/** Share of the stroke between the piston and its top, 0 to 1. @param degrees from top dead centre, either way */
export function strokeShare(degrees: number, strokeMm: number, conrodMm: number): number {
  const theta = (degrees * Math.PI) / 180;
  const throwMm = strokeMm / 2;
  return (throwMm * (1 - Math.cos(theta)) + conrodMm - Math.sqrt(conrodMm ** 2 - (throwMm * Math.sin(theta)) ** 2)) / strokeMm;
}

export const sweptCm3 = ({ boreMm, strokeMm }: VirtualCylinder): number => volume.sweptCm3(boreMm, strokeMm);

/** Volume over the piston, cm3. @param degrees from top dead centre, either way */
export function volumeCm3(cylinder: VirtualCylinder, degrees: number): number {
  return cylinder.chamberCm3 + sweptCm3(cylinder) * strokeShare(degrees, cylinder.strokeMm, cylinder.conrodMm);
}
