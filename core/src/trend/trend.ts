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
  use: number;
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
  { kPa, atmosphereKPa, engineTemperature, tester }: Omit<Dated, 'use'>,
  volumes?: Volumes,
): number {
  const atSeaLevel = kPa * (STANDARD_ATMOSPHERE_KPA / limitHere(STANDARD_ATMOSPHERE_KPA, atmosphereKPa));
  const warm = warmEstimate(atSeaLevel, engineTemperature).kPa;
  const hose = tester?.valveAtEngineEnd === false ? tester.hoseVolumeCm3 : undefined;
  return volumes && hose !== undefined ? warm / hoseFactor(volumes.sweptCm3, volumes.chamberCm3, hose) : warm;
}

export interface TrendPoint {
  use: number;
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
      slopePerUse: number;
      slopeFrom: number;
      slopeTo: number;
      at(use: number): number;
      wear: 'visible' | 'not-visible';
      useToMinimum?: UseToMinimum;
    };

/** Use left from the latest reading. `latest` is missing when the gentlest slope never gets there. */
export interface UseToMinimum {
  likely: number;
  earliest: number;
  latest?: number;
}

/** Fewer points than this make no line. */
const FEWEST = 3;

/**
 * The wear of one cylinder over its use, as far back as the latest repair.
 *
 * @param points brought to one condition, in any order; use (hours, km or miles: the unit of its meter) 0 or more
 * @param repairedAt each starts a new line: what was read later belongs to it. A reading of the very hour led to
 *   the repair and belongs to the old one, unless it was read as its proof
 * @param minimumKPa the book's, at sea level, warm; without it there is nothing to run out of
 */
export function trend(points: readonly TrendPoint[], repairedAt: readonly number[] = [], minimumKPa?: number): Trend {
  const proofs = points.flatMap(({ use, afterRepair }) => (afterRepair ? [use] : []));
  const latestRepair = Math.max(-Infinity, ...repairedAt, ...proofs);
  const since = points
    .filter(({ use, afterRepair }) => use > latestRepair || (use === latestRepair && afterRepair === true))
    .sort((a, b) => a.use - b.use);
  const different = new Set(since.map(({ use }) => use)).size;
  if (different < FEWEST) return { kind: 'too-few', points: since, needed: FEWEST - different };
  const doubts = since.flatMap(({ doubtKPa }) => doubtKPa ?? []);
  const { slope, intercept, slopeFrom, slopeTo } = theilSen(
    since.map(({ use, kPa }) => ({ x: use, y: kPa })),
    doubts.length === since.length ? median(doubts) : undefined,
  );
  const at = (use: number) => intercept + slope * use;
  const wear = slopeTo < 0 ? ('visible' as const) : ('not-visible' as const);
  const line = { kind: 'line' as const, points: since, slopePerUse: slope, slopeFrom, slopeTo, at, wear };
  if (wear === 'not-visible' || minimumKPa === undefined) return line;
  const last = since[since.length - 1] as TrendPoint;
  const margin = Math.max(0, at(last.use) - minimumKPa);
  return {
    ...line,
    useToMinimum: { likely: margin / -slope, earliest: margin / -slopeFrom, latest: margin / -slopeTo },
  };
}
