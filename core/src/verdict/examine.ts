import { type Belief, infer } from '../causes/infer';
import type { Verdict } from './verdict';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import type { Reason } from './reason';
import type { JobFile } from '../jobfile/job-file';
import { checkJob } from '../test-kinds/check-job';
import { siteAtmosphere } from '../air/atmosphere';
import { houseRulesFor } from '../limits/house-rules';
import { dryMeasures, type DryMeasure } from '../test-kinds/compression/measure';
import { judgeSpread, type SpreadFinding } from '../test-kinds/compression/spread';
import { spreadLimits, leakLimits, compressionLimits, type CompressionLimits } from '../limits/limits';
import { type LeakageFinding, latestLeakdown, judgeLeakage } from '../test-kinds/leakdown/judge';
import type { JudgedWet } from '../test-kinds/compression/judged';
import { judgeWet, wetCautions } from '../test-kinds/compression/wet';
import { judgeCrankcase } from '../test-kinds/crankcase/judge';
import { softenByTestDoubts, softenByLikelierTests, softenBesideHighOnes } from './soften';
import { worstOf } from '../jobfile/state';
import { roundOff } from '../quantity/round-off';
import { judgeInspections } from '../test-kinds/inspections';
import { rankCauses } from '../causes/rank';
import { cautionsOf } from './cautions';
import { type Engine, layoutOf } from '../engine/engine';
import type { Book } from '../jobfile/book';
import type { HouseRules } from '../jobfile/house-rules';
import { type SchooledLimits, judgeCompression } from '../test-kinds/compression/judge';
import type { ThumbName } from '../limits/source';
import { strokePattern } from '../reading/strokes';
import type { Caution } from './caution';
import { type Pattern, patterns } from '../spread/pattern';
import { neighboursOf } from '../engine/banks';

/** The verdict, and the belief that it was read from: the plan asks it what each further test would tell. */
export interface Examined {
  verdict: Verdict;
  belief: Belief;
}

interface Draft extends DraftCylinder {
  reasons: Reason[];
}

/**
 * What the readings of a job prove, cylinder by cylinder and for the engine.
 *
 * @param job a job whose shape is already validated; its sense is checked here
 * @returns a verdict in which every state carries its reasons
 * @throws InputError naming the field of what cannot be true
 */
export function examine(job: JobFile): Examined {
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
  const leaks = new Map(
    engine.cylinders.flatMap((id): [string, LeakageFinding][] => {
      const found = latestLeakdown(job, id);
      return found ? [[id, judgeLeakage(found.test, found.readings, leakLimits(books, rules), atmosphereKPa)]] : [];
    }),
  );
  const wet = new Map(
    row.flatMap((measure): [string, JudgedWet][] => {
      const found = judgeWet(job, measure, row, rules.wetRiseSchool, atmosphereKPa);
      return found ? [[measure.cylinder, found]] : [];
    }),
  );
  const crankcase = judgeCrankcase(job, atmosphereKPa) ?? null;

  const drafts = engine.cylinders.map((id) =>
    withWet(
      withLeakage(draftCylinder(id, measures.get(id), schooled, atmosphereKPa, row, spread), leaks.get(id)),
      wet.get(id),
    ),
  );
  softenByTestDoubts(drafts, measures, job, limits, rules);
  const found = patternsOf(job, drafts, limits);
  const belief = infer(job, drafts);
  softenByLikelierTests(drafts, belief);
  softenBesideHighOnes(drafts, belief);
  const state = worstOf([...drafts.map((draft) => draft.state), ...(crankcase ? [crankcase.state] : [])]);
  const cranksWell = new Set(
    drafts
      .filter(({ compression }) => compression && !['low', 'dead', 'unproven'].includes(compression.state))
      .map(({ id }) => id),
  );
  return {
    belief,
    verdict: {
      cylinders: roundOff(drafts),
      spread: roundOff(spread?.judged ?? null),
      patterns: found,
      crankcase: roundOff(crankcase),
      inspections: roundOff(judgeInspections(job, cranksWell, atmosphereKPa)),
      engine: { state },
      causes: rankCauses(job, belief, drafts, crankcase),
      cautions: roundOff([
        ...cautionsOf(job, row, drafts, found, limits, rules),
        ...leakCautions(leaks),
        ...wetCautions(job, wet, row, atmosphereKPa),
      ]),
      unit,
    },
  };
}

/** The limits that apply, with those that the other schools of compression and temperature would have used. */
function schooledLimits(
  engine: Engine,
  books: readonly Book[],
  rules: HouseRules,
  atmosphereKPa: number,
): SchooledLimits {
  const under = (change: Partial<HouseRules>) =>
    compressionLimits(engine, books, atmosphereKPa, { ...rules, ...change });
  const limits = under({});
  const others: SchooledLimits['others'][number][] = [];
  if (limits.source.kind === 'house') {
    const theirs = under({ compressionSchool: rules.compressionSchool === 'a' ? 'b' : 'a' });
    if (theirs.source.kind === 'house' && theirs.source.rule !== limits.source.rule)
      others.push({ school: { matter: 'compression', rule: theirs.source.rule as ThumbName }, limits: theirs });
  }
  if (!limits.temperatureStated) {
    const school = rules.temperatureSchool === 'warm' ? 'cold' : 'warm';
    others.push({ school: { matter: 'temperature', school }, limits: under({ temperatureSchool: school }) });
  }
  return { limits, others };
}

function draftCylinder(
  id: string,
  measure: DryMeasure | undefined,
  limits: SchooledLimits,
  atmosphereKPa: number,
  row: readonly DryMeasure[],
  spread: SpreadFinding | undefined,
): Draft {
  if (!measure) {
    return {
      id,
      state: 'unproven',
      compression: null,
      leakage: null,
      wet: null,
      strokes: null,
      reasons: [{ rule: 'not-measured' }],
    };
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
      ...(strokes.pattern === 'too-few' || strokes.firstShare === undefined
        ? []
        : [
            {
              rule: 'stroke-pattern' as const,
              pattern: strokes.pattern,
              firstShare: strokes.firstShare,
              ...(strokes.strokeAt95 === undefined ? {} : { strokeAt95: strokes.strokeAt95 }),
            },
          ]),
    ],
  };
}

/** Leakage beside compression: the worst proven one is the cylinder's. */
function withLeakage(draft: Draft, leak: LeakageFinding | undefined): Draft {
  if (!leak) return draft;
  const alone = !draft.compression;
  draft.state = alone ? leak.judged.state : worstOf([draft.state, leak.judged.state]);
  draft.leakage = leak.judged;
  draft.reasons = alone ? leak.reasons : [...draft.reasons, ...leak.reasons];
  return draft;
}

/** What oil did says something of the cause, nothing of the state. */
function withWet(draft: Draft, wet: JudgedWet | undefined): Draft {
  if (!wet) return draft;
  const { rise, displacement, from, to, response, school, others } = wet;
  draft.wet = wet;
  draft.reasons.push({
    rule: 'wet-response',
    rise,
    to,
    response,
    school,
    ...(others.length > 0 ? { others } : {}),
    ...(displacement === undefined ? {} : { displacement }),
    ...(from === undefined ? {} : { from }),
  });
  return draft;
}

function leakCautions(leaks: ReadonlyMap<string, LeakageFinding>): Caution[] {
  return [...leaks].flatMap(([cylinder, { judged, settled }]): Caution[] => [
    ...(settled.disagreement
      ? [{ caution: 'leak-attempts-disagree' as const, cylinder, ...settled.disagreement }]
      : []),
    ...(judged.heard.some(({ at, level }) => at === 'adapter' && level > 0)
      ? [{ caution: 'adapter-leaks' as const, cylinder }]
      : []),
  ]);
}

function patternsOf(job: JobFile, drafts: readonly Draft[], limits: CompressionLimits): Pattern[] {
  const { engine } = job;
  return patterns(
    drafts.flatMap((draft) =>
      draft.compression
        ? [
            {
              cylinder: draft.id,
              kPa: draft.compression.readKPa,
              low:
                draft.state === 'low' ||
                draft.state === 'dead' ||
                draft.reasons.some((reason) => reason.rule === 'test-doubted'),
              high: draft.reasons.some((reason) => reason.rule === 'above-maximum'),
            },
          ]
        : [],
    ),
    neighboursOf(engine),
    limits.minHereKPa,
    layoutOf(engine) === 'vee' && engine.cylinders.length === 2,
  );
}
