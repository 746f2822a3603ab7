import type { CompressionLimits } from '../../limits/limits';
import { combined, COVERAGE } from '../../quantity/doubt';
import { probabilityBelow } from '../../quantity/normal';
import { fromKPa } from '../../quantity/pressure';
import { divisionDoubtKPa, classDoubtKPa } from '../../reading/gauge';
import { warmEstimate } from '../../reading/warm-estimate';
import type { DryMeasure } from './measure';
import { settleByRepeats, type Settle } from '../../reading/settle';
import { differs, type State, SURE, SURE_DEVIATIONS } from '../../jobfile/state';
import type { SchoolName, Otherwise } from '../../limits/schools';
import type { JudgedCompression, CompressionReason } from './judged';

/** Under this share of its limit, or of the best cylinder, a cylinder is dead. */
const DEAD_SHARE = 0.1 - 1e-9;

export interface CompressionFinding {
  judged: JudgedCompression;
  reasons: CompressionReason[];
}

/** The limits that apply and those that another school would have applied. */
export interface SchooledLimits {
  limits: CompressionLimits;
  others: readonly { school: SchoolName; limits: CompressionLimits }[];
}

/**
 * One cylinder against the limits that apply here.
 *
 * @param bestKPa the best cylinder's reading, to tell nothing from little
 */
export function judgeCompression(
  measure: DryMeasure,
  { limits, others }: SchooledLimits,
  atmosphereKPa: number,
  bestKPa: number,
): CompressionFinding {
  const { counted, latest, gauge } = measure;
  const { warm, doubtKPa, below, state, reasons } = held(measure, limits, bestKPa);
  const otherwise = others.flatMap(({ school, limits: theirs }): Otherwise[] => {
    const under = held(measure, theirs, bestKPa).state;
    return differs(under, state) ? [{ school, state: under }] : [];
  });
  if (otherwise.length > 0 && reasons[0]) reasons[0] = { ...reasons[0], others: otherwise } as CompressionReason;

  if (warm.corrected) reasons.push({ rule: 'cold-corrected', readKPa: counted.kPa, estimateKPa: warm.kPa });
  if (
    limits.minKPa !== undefined &&
    limits.minHereKPa !== undefined &&
    Math.abs(limits.minHereKPa - limits.minKPa) > gauge.divisionKPa / 10
  ) {
    reasons.push({ rule: 'limit-moved', seaLevelKPa: limits.minKPa, hereKPa: limits.minHereKPa, atmosphereKPa });
  }
  if (counted.used > 1) reasons.push({ rule: 'attempts-averaged', used: counted.used, of: counted.of });
  const { quarrel } = counted;
  if (quarrel?.kind === 'disagree')
    reasons.push({ rule: 'attempts-disagree', earlierKPa: quarrel.earlier, latestKPa: quarrel.latest });
  if (quarrel?.kind === 'scatter')
    reasons.push({ rule: 'attempts-scatter', lowKPa: quarrel.low, highKPa: quarrel.high, of: counted.of });

  return {
    reasons,
    judged: {
      // Two that disagree prove nothing until a third agrees with one of them.
      state: quarrel?.kind === 'disagree' && state !== 'dead' ? 'unproven' : state,
      reading: counted.used === 1 ? latest.peak : fromKPa(counted.kPa, latest.unit),
      unit: latest.unit,
      readKPa: counted.kPa,
      estimateKPa: warm.kPa,
      plusMinusKPa: COVERAGE * doubtKPa,
      ownDoubtKPa: counted.ownDoubtKPa,
      attempts: { used: counted.used, of: counted.of },
      ...(quarrel ? { quarrel: quarrel.kind } : {}),
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

/** A measure held against limits: brought to their temperature, with its doubt, and what that proves. */
function held(measure: DryMeasure, limits: CompressionLimits, bestKPa: number) {
  const { counted, test } = measure;
  const warm = warmEstimate(counted.kPa, test.engineTemperature, limits.temperature);
  const scale = warm.kPa === 0 ? 1 : warm.kPa / counted.kPa;
  const doubtKPa = combined(counted.doubtKPa * scale, warm.doubtKPa);
  const below = limits.minHereKPa === undefined ? undefined : probabilityBelow(limits.minHereKPa, warm.kPa, doubtKPa);
  return { warm, doubtKPa, below, ...verdict(measure, limits, warm.kPa, doubtKPa, below, bestKPa) };
}

function verdict(
  measure: DryMeasure,
  limits: CompressionLimits,
  estimateKPa: number,
  doubtKPa: number,
  below: number | undefined,
  bestKPa: number,
): { state: State; reasons: CompressionReason[] } {
  const { counted } = measure;
  const { minHereKPa: minHere, maxHereKPa: maxHere, watchBelowHereKPa: watchBelow, source } = limits;

  const limitFloor = minHere ?? 0;
  const floorOf = limitFloor >= bestKPa ? ('limit' as const) : ('best-cylinder' as const);
  const ofKPa = Math.max(limitFloor, bestKPa);
  if (counted.kPa < DEAD_SHARE * ofKPa) {
    return {
      state: 'dead',
      reasons: [{ rule: 'under-a-tenth', readKPa: counted.kPa, of: floorOf, ofKPa, repeated: counted.used > 1 }],
    };
  }

  if (minHere !== undefined && below !== undefined) {
    const numbers = { estimateKPa, doubtKPa, limitHereKPa: minHere, probabilityBelow: below, source };
    if (below > SURE) return { state: 'low', reasons: [{ rule: 'misses-minimum', ...numbers }] };
    if (below >= 1 - SURE) {
      return {
        state: 'unproven',
        reasons: [
          { rule: 'too-close-to-minimum', ...numbers, settle: settle(measure, estimateKPa - minHere, doubtKPa) },
        ],
      };
    }
    const met: CompressionReason = { rule: 'meets-minimum', ...numbers };
    if (maxHere !== undefined && probabilityBelow(maxHere, estimateKPa, doubtKPa) < 1 - SURE) {
      return { state: 'watch', reasons: [met, { rule: 'above-maximum', estimateKPa, maxHereKPa: maxHere, source }] };
    }
    if (watchBelow !== undefined && probabilityBelow(watchBelow, estimateKPa, doubtKPa) > 0.5) {
      return {
        state: 'watch',
        reasons: [
          met,
          {
            rule: 'in-lowest-band',
            estimateKPa,
            bandTopKPa: watchBelow,
            ...(limits.watchBand === undefined ? {} : { band: limits.watchBand }),
            source,
          },
        ],
      };
    }
    return { state: 'sound', reasons: [met] };
  }
  if (maxHere !== undefined && probabilityBelow(maxHere, estimateKPa, doubtKPa) < 1 - SURE) {
    return { state: 'watch', reasons: [{ rule: 'above-maximum', estimateKPa, maxHereKPa: maxHere, source }] };
  }
  return { state: 'unproven', reasons: [{ rule: 'no-minimum', source }] };
}

/** The cheapest thing that would carry a close call over the 95 % line. Distances in kPa. */
function settle({ gauge, counted }: DryMeasure, marginKPa: number, doubtKPa: number): Settle {
  const warmOnly = counted.doubtKPa;
  if (warmOnly < doubtKPa && warmOnly * SURE_DEVIATIONS <= Math.abs(marginKPa)) return { by: 'warm-engine' };
  const shared = Math.hypot(classDoubtKPa(gauge), Math.sqrt(Math.max(0, doubtKPa ** 2 - counted.doubtKPa ** 2)));
  return settleByRepeats(marginKPa, shared, divisionDoubtKPa(gauge), counted.used);
}
