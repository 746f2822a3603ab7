import type { CompressionLimits } from '../limits/limits';
import { combined, COVERAGE } from '../quantity/doubt';
import { probabilityBelow } from '../quantity/normal';
import { fromKPa } from '../quantity/pressure';
import { divisionDoubtKPa, classDoubtKPa } from '../reading/gauge';
import { warmEstimate } from '../reading/warm-estimate';
import type { JudgedCompression } from './judgement';
import type { DryMeasure } from './measure';
import type { Reason, Settle } from './reason';
import { type State, SURE } from './state';

/** Under this share of its limit, or of the best cylinder, a cylinder is dead. */
const DEAD_SHARE = 0.1;
/** More repeats than this are not asked for: a finer gauge is the better way. */
const MOST_REPEATS = 4;

export interface CompressionFinding {
  judged: JudgedCompression;
  reasons: Reason[];
}

/**
 * One cylinder against the limits that apply here.
 *
 * @param bestKPa the best cylinder's reading, to tell nothing from little
 */
export function judgeCompression(
  measure: DryMeasure, limits: CompressionLimits, atmosphereKPa: number, bestKPa: number,
): CompressionFinding {
  const { counted, latest, gauge, test } = measure;
  const warm = warmEstimate(counted.kPa, test.engineTemperature, limits.temperature);
  const scale = warm.kPa === 0 ? 1 : warm.kPa / counted.kPa;
  const doubtKPa = combined(counted.doubtKPa * scale, warm.doubtKPa);
  const below = limits.minHereKPa === undefined ? undefined : probabilityBelow(limits.minHereKPa, warm.kPa, doubtKPa);
  const { state, reasons } = verdict(measure, limits, warm.kPa, doubtKPa, below, bestKPa);

  if (warm.corrected) reasons.push({ rule: 'cold-corrected', readKPa: counted.kPa, estimateKPa: warm.kPa });
  if (limits.minKPa !== undefined && limits.minHereKPa !== undefined && Math.abs(limits.minHereKPa - limits.minKPa) > gauge.divisionKPa / 10) {
    reasons.push({ rule: 'limit-moved', seaLevelKPa: limits.minKPa, hereKPa: limits.minHereKPa, atmosphereKPa });
  }
  if (counted.used > 1) reasons.push({ rule: 'attempts-averaged', used: counted.used, of: counted.of });
  if (counted.disagreement) reasons.push({ rule: 'attempts-disagree', ...counted.disagreement });

  return {
    reasons,
    judged: {
      state,
      reading: counted.used === 1 ? latest.peak : fromKPa(counted.kPa, latest.unit),
      unit: latest.unit,
      readKPa: counted.kPa,
      estimateKPa: warm.kPa,
      plusMinusKPa: COVERAGE * doubtKPa,
      attempts: { used: counted.used, of: counted.of },
      limit: {
        source: limits.source,
        unit: limits.unit,
        ...(limits.minKPa === undefined ? {} : { minKPa: limits.minKPa, minHereKPa: limits.minHereKPa }),
        ...(limits.maxHereKPa === undefined ? {} : { maxHereKPa: limits.maxHereKPa }),
      },
      ...(below === undefined ? {} : { probabilityBelowMin: below }),
      ...(latest.strokes?.[0] === undefined ? {} : { firstStroke: latest.strokes[0] }),
    },
  };
}

function verdict(
  measure: DryMeasure, limits: CompressionLimits, estimateKPa: number, doubtKPa: number, below: number | undefined, bestKPa: number,
): { state: State; reasons: Reason[] } {
  const { counted } = measure;
  const { minHereKPa: minHere, maxHereKPa: maxHere, watchBelowHereKPa: watchBelow, source } = limits;

  const limitFloor = minHere ?? 0;
  const floorOf = limitFloor >= bestKPa ? 'limit' as const : 'best-cylinder' as const;
  const ofKPa = Math.max(limitFloor, bestKPa);
  if (counted.kPa < DEAD_SHARE * ofKPa) {
    return { state: 'dead', reasons: [{ rule: 'under-a-tenth', readKPa: counted.kPa, of: floorOf, ofKPa, repeated: counted.used > 1 }] };
  }

  if (minHere !== undefined && below !== undefined) {
    const numbers = { estimateKPa, doubtKPa, limitHereKPa: minHere, probabilityBelow: below, source };
    if (below > SURE) return { state: 'low', reasons: [{ rule: 'misses-minimum', ...numbers }] };
    if (below >= 1 - SURE) {
      return { state: 'unproven', reasons: [{ rule: 'too-close-to-minimum', ...numbers, settle: settle(measure, estimateKPa - minHere, doubtKPa) }] };
    }
    const met: Reason = { rule: 'meets-minimum', ...numbers };
    if (maxHere !== undefined && probabilityBelow(maxHere, estimateKPa, doubtKPa) < 1 - SURE) {
      return { state: 'watch', reasons: [met, { rule: 'above-maximum', estimateKPa, maxHereKPa: maxHere, source }] };
    }
    if (watchBelow !== undefined && probabilityBelow(watchBelow, estimateKPa, doubtKPa) > 0.5) {
      return { state: 'watch', reasons: [met, { rule: 'in-lowest-band', estimateKPa, bandTopKPa: watchBelow, ...(limits.watchBand === undefined ? {} : { band: limits.watchBand }), source }] };
    }
    return { state: 'sound', reasons: [met] };
  }
  if (maxHere !== undefined && probabilityBelow(maxHere, estimateKPa, doubtKPa) < 1 - SURE) {
    return { state: 'watch', reasons: [{ rule: 'above-maximum', estimateKPa, maxHereKPa: maxHere, source }] };
  }
  return { state: 'unproven', reasons: [{ rule: 'no-minimum', source }] };
}

/** One-sided 95 %: so many standard uncertainties must fit between the estimate and its limit. */
const SURE_DEVIATIONS = 1.6449;

/** The cheapest thing that would carry a close call over the 95 % line. Distances in kPa. */
function settle(measure: DryMeasure, marginKPa: number, doubtKPa: number): Settle {
  const needed = Math.abs(marginKPa) / SURE_DEVIATIONS;
  const { gauge, counted } = measure;
  const warmOnly = counted.doubtKPa;
  if (warmOnly < doubtKPa && warmOnly <= needed) return { by: 'warm-engine' };
  const shared = Math.hypot(classDoubtKPa(gauge), Math.sqrt(Math.max(0, doubtKPa ** 2 - counted.doubtKPa ** 2)));
  if (shared < needed) {
    const times = Math.ceil(divisionDoubtKPa(gauge) ** 2 / (needed ** 2 - shared ** 2)) - counted.used;
    if (times >= 1 && times <= MOST_REPEATS) return { by: 'repeat', times };
  }
  return { by: 'finer-gauge' };
}
