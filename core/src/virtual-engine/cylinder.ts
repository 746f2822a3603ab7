import type { Engine } from '../engine/engine';
import { presetOf } from '../engine/preset';
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
  /**
   * How much more the rings leak before oil and turns have seated them: 0 as well as ever, 1 twice as much on the first
   * stroke.
   */
  ringsSeat: number;
  /** A release holds a valve open until so many degrees before top dead centre; nothing without one. */
  releaseUntil?: number;
  /** Wall temperature, K. */
  wallK: number;
}

/**
 * Rings of a sound engine leak through such a hole in a bore of 62 mm; the gap grows less than the bore. Everything
 * else is tight.
 */
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
  const counted =
    engine.ratioBasis === 'port-closing' ? swept * strokeShare(preset.closesBefore, strokeMm, conrodMm) : swept;
  return engine.cylinders.map((id) => ({
    id,
    fourStroke,
    boreMm,
    strokeMm,
    conrodMm,
    chamberCm3: counted / (ratio - 1),
    closesBefore: preset.closesBefore,
    opensAfter: preset.opensAfter,
    breathingMm2: 0.05 * boreMm ** 2,
    leaks: {
      rings: ringHoleMm(boreMm),
      piston: 0,
      intakeValve: 0,
      exhaustValve: 0,
      gasketOutside: 0,
      gasketNeighbour: 0,
      gasketCoolant: 0,
      adapter: 0,
    },
    ringsSeat: 0.3,
    ...(engine.compressionRelease === 'automatic' ? { releaseUntil: RELEASE_UNTIL } : {}),
    wallK: WARM_K,
  }));
}

/** Share of the stroke between the piston and its top, 0 to 1. @param degrees from top dead centre, either way */
export function strokeShare(degrees: number, strokeMm: number, conrodMm: number): number {
  const theta = (degrees * Math.PI) / 180;
  const throwMm = strokeMm / 2;
  return (
    (throwMm * (1 - Math.cos(theta)) + conrodMm - Math.sqrt(conrodMm ** 2 - (throwMm * Math.sin(theta)) ** 2)) /
    strokeMm
  );
}

export const sweptCm3 = ({ boreMm, strokeMm }: VirtualCylinder): number => volume.sweptCm3(boreMm, strokeMm);

/** Volume over the piston, cm3. @param degrees from top dead centre, either way */
export function volumeCm3(cylinder: VirtualCylinder, degrees: number): number {
  return cylinder.chamberCm3 + sweptCm3(cylinder) * strokeShare(degrees, cylinder.strokeMm, cylinder.conrodMm);
}
