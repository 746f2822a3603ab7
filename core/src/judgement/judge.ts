import { siteAtmosphere } from '../air/atmosphere';
import { infer } from '../causes/infer';
import { rankCauses } from '../causes/rank';
import { neighboursOf } from '../engine/banks';
import { type Engine, layoutOf } from '../engine/engine';
import type { Book, HouseRules, JobFile } from '../jobfile/job-file';
import { houseRulesFor } from '../limits/house-rules';
import { type CompressionLimits, compressionLimits, leakLimits, spreadLimits } from '../limits/limits';
import { judgeInspections } from '../inspection/judge-inspections';
import { nextSteps } from '../plan/next-step';
import type { PressureUnit } from '../quantity/pressure';
import { roundOff } from '../quantity/round-off';
import { strokePattern } from '../reading/strokes';
import { type Pattern, patterns } from '../spread/pattern';
import { tellNext, tellOutcomes } from '../wording/next';
import { tellCaution, tellReason } from '../wording/sentences';
import { headline } from '../wording/headline';
import { tellInspection } from '../wording/inspections';
import { cautionsOf } from './cautions';
import { checkJob } from './check-job';
import { judgeCompression, type SchooledLimits } from './judge-compression';
import { judgeCrankcase } from './judge-crankcase';
import { judgeLeakage, latestLeakdown, type LeakageFinding } from './judge-leakage';
import { judgeSpread, type SpreadFinding } from './judge-spread';
import { judgeWet, wetCautions } from './judge-wet';
import type { DraftCylinder, JudgedCylinder, JudgedWet, Judgement } from './judgement';
import { type DryMeasure, dryMeasures } from './measure';
import type { Caution, Reason } from './reason';
import { worstOf } from './state';
import { softenBesideHighOnes, softenByLikelierTests, softenByTestDoubts } from './soften';

interface Draft extends DraftCylinder { reasons: Reason[] }

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
  const rules = houseRulesFor(engine, job.houseRules);
  const schooled = schooledLimits(engine, books, rules, atmosphereKPa);
  const { limits } = schooled;
  const measures = dryMeasures(job);
  const row = engine.cylinders.flatMap((id) => measures.get(id) ?? []);
  const unit = row[row.length - 1]?.latest.unit ?? limits.unit;
  const spread = judgeSpread(row, spreadLimits(books, rules), unit);
  const leaks = new Map(engine.cylinders.flatMap((id): [string, LeakageFinding][] => {
    const found = latestLeakdown(job, id);
    return found ? [[id, judgeLeakage(found.test, found.readings, leakLimits(books, rules), atmosphereKPa)]] : [];
  }));
  const wet = new Map(row.flatMap((measure): [string, JudgedWet][] => {
    const found = judgeWet(job, measure, row, rules.wetRiseSchool, atmosphereKPa);
    return found ? [[measure.cylinder, found]] : [];
  }));
  const crankcase = judgeCrankcase(job, atmosphereKPa) ?? null;

  const drafts = engine.cylinders.map((id) => withWet(withLeakage(draftCylinder(id, measures.get(id), schooled, atmosphereKPa, row, spread), leaks.get(id)), wet.get(id)));
  softenByTestDoubts(drafts, measures, job, limits, rules);
  const found = patternsOf(job, drafts, limits);
  const belief = infer(job, drafts);
  softenByLikelierTests(drafts, belief);
  softenBesideHighOnes(drafts, belief);
  const cylinders = drafts.map((draft): JudgedCylinder => ({ ...draft, reasons: draft.reasons.map((reason) => told(reason, unit)) }));
  const state = worstOf([...cylinders.map((cylinder) => cylinder.state), ...(crankcase ? [crankcase.state] : [])]);

  const cranksWell = new Set(cylinders.filter(({ compression }) => compression && !['low', 'dead', 'unproven'].includes(compression.state)).map(({ id }) => id));
  return {
    cylinders: roundOff(cylinders),
    spread: roundOff(spread?.judged ?? null),
    patterns: found,
    crankcase: roundOff(crankcase),
    inspections: roundOff(judgeInspections(job, cranksWell, atmosphereKPa).map((one) => Object.assign(one, { text: tellInspection(one) }))),
    engine: { state, headline: headline(state, cylinders, found, spread?.judged, unit, crankcase) },
    causes: rankCauses(job, belief, cylinders, crankcase),
    cautions: roundOff([...cautionsOf(job, row, drafts, found, limits, rules), ...leakCautions(leaks), ...wetCautions(job, wet, row, atmosphereKPa)].map((caution) => ({ ...caution, text: tellCaution(caution, unit) }))),
    next: roundOff(nextSteps(job, cylinders, found, belief).map((step, i) => ({
      rank: i + 1, ...step, reason: { ...step.reason, text: tellNext(step.reason) }, outcomes: tellOutcomes(step.test, step.outcomes),
    }))),
  };
}

/** The limits that apply, with those that the other schools of compression and temperature would have used. */
function schooledLimits(engine: Engine, books: readonly Book[], rules: HouseRules, atmosphereKPa: number): SchooledLimits {
  const under = (change: Partial<HouseRules>) => compressionLimits(engine, books, atmosphereKPa, { ...rules, ...change });
  const limits = under({});
  const others: SchooledLimits['others'][number][] = [];
  if (limits.source.kind === 'house') {
    const theirs = under({ compressionSchool: rules.compressionSchool === 'a' ? 'b' : 'a' });
    if (theirs.source.kind === 'house' && theirs.source.school !== limits.source.school) others.push({ school: { matter: 'compression', school: theirs.source.school }, limits: theirs });
  }
  if (!limits.temperatureStated) {
    const school = rules.temperatureSchool === 'warm' ? 'cold' : 'warm';
    others.push({ school: { matter: 'temperature', school }, limits: under({ temperatureSchool: school }) });
  }
  return { limits, others };
}

/** The reasons of a draft are its own: each is given its sentence. */
const told = (reason: Reason, unit: PressureUnit) => Object.assign(reason, { text: tellReason(reason, unit) });

function draftCylinder(
  id: string, measure: DryMeasure | undefined, limits: SchooledLimits, atmosphereKPa: number,
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

/** Leakage beside compression: the worst proven one is the cylinder's. */
function withLeakage(draft: Draft, leak: LeakageFinding | undefined): Draft {
  if (!leak) return draft;
  const alone = !draft.compression;
  return {
    ...draft,
    state: alone ? leak.judged.state : worstOf([draft.state, leak.judged.state]),
    leakage: leak.judged,
    reasons: [...(alone ? [] : draft.reasons), ...leak.reasons],
  };
}

/** What oil did says something of the cause, nothing of the state. */
function withWet(draft: Draft, wet: JudgedWet | undefined): Draft {
  if (!wet) return draft;
  const { rise, displacement, from, to, response, school, others } = wet;
  return {
    ...draft, wet,
    reasons: [...draft.reasons, { rule: 'wet-response', rise, to, response, school, ...(others.length > 0 ? { others } : {}), ...(displacement === undefined ? {} : { displacement }), ...(from === undefined ? {} : { from }) }],
  };
}

function leakCautions(leaks: ReadonlyMap<string, LeakageFinding>): Caution[] {
  return [...leaks].flatMap(([cylinder, { judged, settled }]): Caution[] => [
    ...(settled.disagreement ? [{ caution: 'leak-attempts-disagree' as const, cylinder, ...settled.disagreement }] : []),
    ...(judged.heard.some(({ at, level }) => at === 'adapter' && level > 0) ? [{ caution: 'adapter-leaks' as const, cylinder }] : []),
  ]);
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
