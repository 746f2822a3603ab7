import { hoseFactor } from '../air/cranking-pressure';
import { limitHere } from '../air/atmosphere';
import type { Volumes } from '../oil/oil';
import { STANDARD_ATMOSPHERE_KPA } from '../quantity/pressure';
import { warmEstimate } from '../reading/warm-estimate';
import { median } from '../quantity/median';
import { theilSen } from './theil-sen';
import type { Temperature } from '../jobfile/book';
import type { Tester } from '../jobfile/tester';

/** A reading as it was taken, kPa gauge, with what it takes to compare it with others. */
export interface Dated {
  hours: number;
  kPa: number;
  atmosphereKPa: number;
  engineTemperature?: Temperature;
  tester?: Tester;
}

/**
 * A reading brought to one condition: sea level, warm, a tester with its valve at the engine end.
 * @param volumes without them a tester's hose cannot be taken off
 * @returns kPa gauge
 */
export function standardReading(
  { kPa, atmosphereKPa, engineTemperature, tester }: Omit<Dated, 'hours'>,
  volumes?: Volumes,
): number {
  const atSeaLevel = kPa * (STANDARD_ATMOSPHERE_KPA / limitHere(STANDARD_ATMOSPHERE_KPA, atmosphereKPa));
  const warm = warmEstimate(atSeaLevel, engineTemperature).kPa;
  const hose = tester?.valveAtEngineEnd === false ? tester.hoseVolumeCm3 : undefined;
  return volumes && hose !== undefined ? warm / hoseFactor(volumes.sweptCm3, volumes.chamberCm3, hose) : warm;
}

export interface TrendPoint {
  hours: number;
  kPa: number;
  /** Standard deviation of what the gauge may be out by, kPa. */
  doubtKPa?: number;
  /** Read as the proof of a repair: it begins a new line. */
  afterRepair?: boolean;
}

/** What the readings since the latest repair say of the wear. Pressures kPa gauge at sea level, warm. */
export type Trend =
  | { kind: 'too-few'; points: TrendPoint[]; needed: number }
  | {
      kind: 'line';
      points: TrendPoint[];
      slopePerHour: number;
      slopeFrom: number;
      slopeTo: number;
      at(hours: number): number;
      wear: 'visible' | 'not-visible';
      hoursToMinimum?: HoursToMinimum;
    };

/** Hours left from the latest reading. `latest` is missing when the gentlest slope never gets there. */
export interface HoursToMinimum {
  likely: number;
  earliest: number;
  latest?: number;
}

/** Fewer points than this make no line. */
const FEWEST = 3;

/**
 * The wear of one cylinder over the hours it ran, as far back as the latest repair.
 *
 * @param points brought to one condition, in any order; hours 0 or more
 * @param repairedAtHours each starts a new line: what was read later belongs to it. A reading of the very hour led to
 *   the repair and belongs to the old one, unless it was read as its proof
 * @param minimumKPa the book's, at sea level, warm; without it there is nothing to run out of
 */
export function trend(
  points: readonly TrendPoint[],
  repairedAtHours: readonly number[] = [],
  minimumKPa?: number,
): Trend {
  const proofs = points.flatMap(({ hours, afterRepair }) => (afterRepair ? [hours] : []));
  const latestRepair = Math.max(-Infinity, ...repairedAtHours, ...proofs);
  const since = points
    .filter(({ hours, afterRepair }) => hours > latestRepair || (hours === latestRepair && afterRepair === true))
    .sort((a, b) => a.hours - b.hours);
  const different = new Set(since.map(({ hours }) => hours)).size;
  if (different < FEWEST) return { kind: 'too-few', points: since, needed: FEWEST - different };
  const doubts = since.flatMap(({ doubtKPa }) => doubtKPa ?? []);
  const { slope, intercept, slopeFrom, slopeTo } = theilSen(
    since.map(({ hours, kPa }) => ({ x: hours, y: kPa })),
    doubts.length === since.length ? median(doubts) : undefined,
  );
  const at = (hours: number) => intercept + slope * hours;
  const wear = slopeTo < 0 ? ('visible' as const) : ('not-visible' as const);
  const line = { kind: 'line' as const, points: since, slopePerHour: slope, slopeFrom, slopeTo, at, wear };
  if (wear === 'not-visible' || minimumKPa === undefined) return line;
  const last = since[since.length - 1] as TrendPoint;
  const margin = Math.max(0, at(last.hours) - minimumKPa);
  return {
    ...line,
    hoursToMinimum: { likely: margin / -slope, earliest: margin / -slopeFrom, latest: margin / -slopeTo },
  };
}
