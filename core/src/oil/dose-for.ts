import { sizesOf } from '../engine/sizes';
import { leastChamberOf } from '../engine/least-chamber';
import type { Sized } from '../engine/volume';
import { displacementRise, DROPS_PER_ML, lockingDoseMl, recommendedDose, type Volumes } from './oil';

/** What may be poured on an engine as far as it is known. */
export interface DoseAdvice {
  /** From the least to the most that suits, ml; alike where the chamber is known. Nothing: a few drops. */
  fromMl?: number;
  toMl?: number;
  /** The chamber is known; else it is the usual one of the kind, or only bounded. */
  known: boolean;
  /** From here on it locks, or may lock, ml. */
  lockMl: number;
}

/** The chambers that an engine may have, from the smallest to the largest. */
function chambersOf(engine: Sized): Volumes[] | undefined {
  const { sweptCm3, chamberCm3 } = sizesOf(engine);
  if (!sweptCm3 || !chamberCm3) return undefined;
  // The larger the swept volume beside a chamber the more oil lifts: the small chamber stands beside the large sweep.
  return [
    { sweptCm3: sweptCm3.high, chamberCm3: chamberCm3.low },
    { sweptCm3: sweptCm3.low, chamberCm3: chamberCm3.high },
  ];
}

/**
 * The dose for an engine, a range where its chamber is only the usual one of its kind. Never more than is safe for the
 * smallest chamber that it may have.
 *
 * @param dryKPa gauge, above 0; @param atmosphereKPa absolute
 */
export function doseFor(engine: Sized, dryKPa: number, atmosphereKPa: number): DoseAdvice {
  const least = leastChamberOf(engine);
  const bound = { known: least.known, lockMl: lockingDoseMl(least.cm3) };
  const chambers = chambersOf(engine);
  if (!chambers) return bound;
  const doses = chambers.map((one) => Math.min(recommendedDose(dryKPa, one, atmosphereKPa).ml, SAFE * bound.lockMl));
  return { ...bound, fromMl: Math.min(...doses), toMl: Math.max(...doses) };
}

/** What is recommended keeps away from what may lock. */
const SAFE = 0.8;

/**
 * The most that oil lifts a dry reading by its own volume on an engine as far as it is known, as a share; nothing where
 * nothing is known of its chamber.
 *
 * @throws InputError when the dose would lock the engine
 */
export function displacementOn(
  engine: Sized,
  dryKPa: number,
  oilMl: number,
  atmosphereKPa: number,
): { share: number; known: boolean } | undefined {
  const chambers = chambersOf(engine);
  if (!chambers) return undefined;
  const shares = chambers.map((one) => displacementRise(dryKPa, one, oilMl, atmosphereKPa));
  return { share: Math.max(...shares), known: leastChamberOf(engine).known };
}

/** `1.3 ml, 26 drops`; `1 to 1.5 ml, by the usual chamber of its kind`; `a few drops` where nothing is known. */
export function doseInWords({ fromMl, toMl, known }: DoseAdvice): string {
  if (fromMl === undefined || toMl === undefined) return 'a few drops';
  const [from, to] = [mlInWords(fromMl), mlInWords(toMl)];
  if (known) return `${to} ml, ${Math.round(toMl * DROPS_PER_ML)} drops`;
  return `${from === to ? to : `${from} to ${to}`} ml, by the usual chamber of its kind`;
}

/** To a tenth; under one so that something is left of it. */
export const mlInWords = (ml: number): string => String(Number(ml.toFixed(ml < 1 ? 2 : 1)));
