import { siteAtmosphere } from '../air/atmosphere';
import { neighboursOf } from '../engine/banks';
import { layoutOf } from '../engine/engine';
import type { JobFile } from '../jobfile/job-file';
import { houseRulesFor } from '../limits/house-rules';
import { compressionLimits, spreadLimits, type CompressionLimits } from '../limits/limits';
import { nextSteps } from '../plan/next-step';
import type { PressureUnit } from '../quantity/pressure';
import { strokePattern } from '../reading/strokes';
import { type Pattern, patterns } from '../spread/pattern';
import { tellCaution, tellNext, tellReason } from '../wording/sentences';
import { headline } from '../wording/headline';
import { cautionsOf } from './cautions';
import { checkJob } from './check-job';
import { judgeCompression } from './judge-compression';
import { judgeSpread, type SpreadFinding } from './judge-spread';
import type { JudgedCylinder, Judgement } from './judgement';
import { type DryMeasure, dryMeasures } from './measure';
import type { Reason } from './reason';
import { type State, worstOf } from './state';
import { explains, testDoubts } from './test-doubt';

interface Draft extends Omit<JudgedCylinder, 'reasons'> { reasons: Reason[] }

/**
 * What the readings of a job prove, cylinder by cylinder and for the engine.
 *
 * @param job a job whose shape is already validated; its sense is checked here
 * @returns a verdict in which every state carries its reasons and every reason its sentence
 * @throws InputError naming the field of what cannot be true
 */
export function judge(job: JobFile): Judgement {
  checkJob(job);
  const { engine } = job;
  const atmosphereKPa = siteAtmosphere(job.site);
  const books = job.books ?? [];
  const limits = compressionLimits(engine, books, atmosphereKPa);
  const measures = dryMeasures(job);
  const row = engine.cylinders.flatMap((id) => measures.get(id) ?? []);
  const unit = row[row.length - 1]?.latest.unit ?? limits.unit;
  const spread = judgeSpread(row, spreadLimits(books, houseRulesFor(engine, job.houseRules)), unit);

  const drafts = engine.cylinders.map((id) => draftCylinder(id, measures.get(id), limits, atmosphereKPa, row, spread));
  softenByTestDoubts(drafts, measures, job, limits);
  const found = patternsOf(job, drafts, limits);
  const cylinders = drafts.map((draft): JudgedCylinder => ({ ...draft, reasons: draft.reasons.map((reason) => told(reason, unit)) }));
  const state = engineState(cylinders);

  return {
    cylinders,
    spread: spread?.judged ?? null,
    patterns: found,
    crankcase: null,
    engine: { state, headline: headline(state, cylinders, found, spread?.judged, unit) },
    causes: [],
    cautions: cautionsOf(job, row, drafts, found, limits).map((caution) => ({ ...caution, text: tellCaution(caution, unit) })),
    next: nextSteps(job, cylinders, found).map((step, i) => ({
      rank: i + 1, ...step, reason: { ...step.reason, text: tellNext(step.reason) }, outcomes: [],
    })),
  };
}

const told = (reason: Reason, unit: PressureUnit) => ({ ...reason, text: tellReason(reason, unit) });

function draftCylinder(
  id: string, measure: DryMeasure | undefined, limits: CompressionLimits, atmosphereKPa: number,
  row: readonly DryMeasure[], spread: SpreadFinding | undefined,
): Draft {
  if (!measure) {
    return { id, state: 'unproven', compression: null, leakage: null, wet: null, strokes: null, reasons: [{ rule: 'not-measured' }] };
  }
  const bestKPa = Math.max(...row.map((other) => other.counted.kPa));
  const { judged, reasons } = judgeCompression(measure, limits, atmosphereKPa, bestKPa);
  const compared = spread?.byCylinder.get(id);
  const state = worstOf([judged.state, ...(compared ? [compared.state] : [])]);
  const strokes = strokePattern(measure.latest.strokes, measure.latest.peak, state === 'low' || state === 'dead');
  return {
    id,
    state,
    compression: judged,
    leakage: null,
    wet: null,
    strokes,
    reasons: [
      ...reasons.slice(0, 1),
      ...(compared ? [compared.reason] : []),
      ...reasons.slice(1),
      ...(strokes.pattern === 'too-few' || strokes.firstShare === undefined ? [] : [{
        rule: 'stroke-pattern' as const, pattern: strokes.pattern, firstShare: strokes.firstShare,
        ...(strokes.strokeAt95 === undefined ? {} : { strokeAt95: strokes.strokeAt95 }),
      }]),
    ],
  };
}

/** Low and alike all round, in a test that was recorded as a poor one: the test is doubted before the engine. */
function softenByTestDoubts(drafts: Draft[], measures: Map<string, DryMeasure>, job: JobFile, limits: CompressionLimits): void {
  const minHere = limits.minHereKPa;
  if (minHere === undefined) return;
  const measured = drafts.filter((draft) => draft.compression);
  const everyOneLow = measured.every((draft) => (draft.compression?.probabilityBelowMin ?? 0) > 0.5);
  if (!everyOneLow) return;
  for (const draft of measured) {
    const measure = measures.get(draft.id);
    if (draft.state !== 'low' || !measure || !draft.compression) continue;
    const estimate = draft.compression.estimateKPa;
    const doubt = testDoubts(measure.test, job.engine, limits).find((one) => explains(one, estimate, minHere));
    if (!doubt) continue;
    draft.state = 'unproven';
    draft.compression.state = 'unproven';
    draft.reasons.unshift({ rule: 'test-doubted', doubt });
  }
}

function patternsOf(job: JobFile, drafts: readonly Draft[], limits: CompressionLimits): Pattern[] {
  const { engine } = job;
  return patterns(
    drafts.flatMap((draft) => (draft.compression ? [{
      cylinder: draft.id,
      kPa: draft.compression.readKPa,
      low: draft.state === 'low' || draft.state === 'dead' || draft.reasons.some((reason) => reason.rule === 'test-doubted'),
      high: draft.reasons.some((reason) => reason.rule === 'above-maximum'),
    }] : [])),
    neighboursOf(engine),
    limits.minHereKPa,
    layoutOf(engine) === 'vee' && engine.cylinders.length === 2,
  );
}

/** The worst of its cylinders; what was not measured keeps a clean engine unproven. */
function engineState(cylinders: readonly JudgedCylinder[]): State {
  return worstOf(cylinders.map((cylinder) => cylinder.state));
}
