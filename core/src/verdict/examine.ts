import { type Belief, infer } from '../causes/infer';
import type { BeforeRepair, Verdict } from './verdict';
import type { JobFile } from '../jobfile/job-file';
import { hasStood } from '../jobfile/stood';
import { sinceRepair } from '../jobfile/since-repair';
import { believable } from '../test-kinds/check-job';
import { siteAtmosphere } from '../air/atmosphere';
import { houseRulesFor } from '../limits/house-rules';
import { dryMeasures, type DryMeasure } from '../test-kinds/compression/measure';
import { judgeSpread, type SpreadFinding } from '../test-kinds/compression/spread';
import { spreadLimits, leakLimits, compressionLimits, type CompressionLimits } from '../limits/limits';
import { type LeakageFinding, latestLeakdown, judgeLeakage } from '../test-kinds/leakdown/judge';
import type { JudgedWet } from '../test-kinds/compression/judged';
import { judgeWet, wetCautions } from '../test-kinds/compression/wet';
import { judgeCrankcase } from '../test-kinds/crankcase/judge';
import { metOf, spreadMet } from './met';
import { type Draft, settleState } from './states';
import { type State, worstOf } from '../jobfile/state';
import type { InputError } from '../quantity/input-error';
import { roundOff } from '../quantity/round-off';
import { judgeInspections } from '../test-kinds/inspections';
import { stateOfEngine, withBreath } from './engine-state';
import { inspectionEvidenceOf } from '../causes/inspection-evidence';
import { rankCauses } from '../causes/rank';
import { cautionsOf } from './cautions';
import { type LeftOut, leftOutOf } from './left-out';
import { layoutOf } from '../engine/engine';
import { parts } from '../engine/parts';
import type { Book } from '../jobfile/book';
import type { HouseRules } from '../jobfile/house-rules';
import { type SchooledLimits, judgeCompression } from '../test-kinds/compression/judge';
import { ruleOfThumb } from '../limits/rules-of-thumb';
import { SCHOOLS } from '../jobfile/schools';
import { strokePattern } from '../reading/strokes';
import type { Caution } from './caution';
import { type Pattern, patterns } from '../spread/pattern';
import { neighboursOf } from '../engine/banks';

/** The verdict, and the belief that it was read from: the plan asks it what each further test would tell. */
export interface Examined {
  /** What was judged: without entries that cannot be true, and since the last repair. */
  job: JobFile;
  verdict: Verdict;
  belief: Belief;
}

/**
 * What the readings of a job prove, cylinder by cylinder and for the engine.
 *
 * @param job a job whose shape is already validated; its sense is checked here
 * @returns a verdict in which every state carries its reasons
 * @throws InputError naming the field of what cannot be true
 */
export function examine(given: JobFile, unreadable: readonly InputError[] = []): Examined {
  const { job: whole, leftOut } = believable(given);
  const { now: job, before, repair } = sinceRepair(whole);
  const { engine } = job;
  const atmosphereKPa = siteAtmosphere(job.site);
  const books = job.books ?? [];
  const rules = houseRulesFor(engine, job.houseRules);
  const schooled = schooledLimits(job, books, rules, atmosphereKPa);
  const { limits } = schooled;
  const measures = dryMeasures(job);
  const row = engine.cylinders.flatMap((id) => measures.get(id) ?? []);
  const unit = row[row.length - 1]?.latest.unit ?? limits.unit;
  const spreads = spreadLimits(books, rules);
  const spread = judgeSpread(row, spreads, unit);
  const leaks = new Map(
    engine.cylinders.flatMap((id): [string, LeakageFinding][] => {
      const found = latestLeakdown(job, id);
      return found ? [[id, judgeLeakage(found, leakLimits(books, rules), atmosphereKPa, hasStood(job))]] : [];
    }),
  );
  const wet = new Map(
    row.flatMap((measure): [string, JudgedWet][] => {
      const found = judgeWet(job, measure, row, rules.wetRiseSchool, atmosphereKPa);
      return found ? [[measure.cylinder, found]] : [];
    }),
  );
  const crankcase = judgeCrankcase(job, atmosphereKPa) ?? null;

  const high = standsAlone(row, limits);
  const drafts = engine.cylinders.map((id) =>
    withWet(
      withLeakage(draftCylinder(id, measures.get(id), schooled, atmosphereKPa, row, spread, high), leaks.get(id)),
      wet.get(id),
    ),
  );
  const keepsUp = spreadMet(row, spreads, high);
  const inspections = judgeInspections(job, atmosphereKPa);
  const belief = infer(job, drafts, {
    limits,
    tests: new Map(row.map(({ cylinder, test }) => [cylinder, test])),
    met: new Map(drafts.map(({ id, compression }) => [id, metOf(compression, leaks.get(id), keepsUp.get(id) ?? 1)])),
    inspected: inspectionEvidenceOf(job, inspections, drafts),
  });
  for (const draft of drafts) settleState(draft, belief, { job, measures, limits, rules, high });
  const found = patternsOf(job, drafts, limits);
  const cranksWell = new Set(
    drafts
      .filter(({ compression }) => compression && !['low', 'dead', 'unproven'].includes(compression.state))
      .map(({ id }) => id),
  );
  const told = withBreath(inspections, cranksWell);
  return {
    job,
    belief,
    verdict: {
      cylinders: roundOff(drafts.map(({ parts: _, ...draft }) => draft)),
      spread: roundOff(spread?.judged ?? null),
      patterns: found,
      crankcase: roundOff(crankcase),
      inspections: roundOff(told),
      engine: {
        state: stateOfEngine(
          drafts.map((draft) => draft.state),
          crankcase,
          told,
        ),
      },
      parts: parts(engine),
      causes: rankCauses(job, belief, drafts, crankcase),
      cautions: roundOff([
        ...unreadable.map((error) => leftOutFor(error)),
        ...leftOut.map((error) => leftOutFor(error, leftOutOf(given, error.field))),
        ...cautionsOf(job, row, drafts, found, limits, rules),
        ...leakCautions(leaks),
        ...wetCautions(job, wet, row, atmosphereKPa),
      ]),
      ...(before ? { before: roundOff(beforeRepair(before, repair)) } : {}),
      unit,
    },
  };
}

const leftOutFor = ({ field, code, reason }: InputError, entry?: LeftOut): Caution => ({
  caution: 'entry-left-out',
  field,
  code,
  reason,
  ...(entry ? { entry } : {}),
});

/** What was read before a repair, to stand beside what came after. */
function beforeRepair(job: JobFile, repair: string | undefined): BeforeRepair {
  const { cylinders, engine, crankcase } = examine(job).verdict;
  return {
    ...(repair === undefined ? {} : { repair }),
    state: engine.state,
    cylinders: cylinders.map(({ id, state, compression, leakage }) => ({
      id,
      state,
      ...(compression ? { readKPa: compression.readKPa } : {}),
      ...(leakage ? { leakPercent: leakage.percent } : {}),
    })),
    ...(crankcase ? { crankcase: crankcase.state } : {}),
  };
}

/** From so many cylinders on one alone can be told to stand above the others. */
const SEVERAL = 3;
/** The others lie so close together, and it so far above them, as a share. */
const CLOSE = 0.12;

/** The one cylinder that stands above all others, which are like each other; of two the one over the book's maximum. */
function standsAlone(row: readonly DryMeasure[], { maxHereKPa }: CompressionLimits): string | undefined {
  const [top, ...rest] = [...row].sort((a, b) => b.counted.kPa - a.counted.kPa);
  const [next] = rest;
  const last = rest[rest.length - 1];
  if (!top || !next || !last) return undefined;
  if (row.length < SEVERAL) return maxHereKPa !== undefined && top.counted.kPa > maxHereKPa ? top.cylinder : undefined;
  const alike = last.counted.kPa >= (1 - CLOSE) * next.counted.kPa;
  const apart = top.counted.kPa - next.counted.kPa > next.counted.kPa - last.counted.kPa;
  return alike && apart ? top.cylinder : undefined;
}

/** The limits that apply, with those that the other schools of compression and temperature would have used. */
function schooledLimits(
  { engine, readHere }: JobFile,
  books: readonly Book[],
  rules: HouseRules,
  atmosphereKPa: number,
): SchooledLimits {
  const under = (change: Partial<HouseRules>) =>
    compressionLimits(engine, books, atmosphereKPa, { ...rules, ...change }, readHere);
  const limits = under({});
  const others: SchooledLimits['others'][number][] = [];
  if (limits.source.kind === 'house') {
    const said = new Set<string>([limits.source.rule]);
    for (const compressionSchool of SCHOOLS.compressionSchool) {
      const { name: rule } = ruleOfThumb(engine, compressionSchool);
      const theirs = compressionLimits(engine, books, atmosphereKPa, { ...rules, compressionSchool });
      if (!said.has(rule)) others.push({ school: { matter: 'compression', rule }, limits: theirs });
      said.add(rule);
    }
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
  high: string | undefined,
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
      parts: {},
    };
  }
  const bestKPa = Math.max(...row.map((other) => other.counted.kPa));
  const { judged, reasons } = judgeCompression(measure, limits, atmosphereKPa, bestKPa);
  const compared = spread?.byCylinder.get(id);
  const state = worstOf([judged.state, ...(compared ? [compared.state] : [])]);
  // Behind only one that stands high it is not low.
  const isLow = (one: State) => one === 'low' || one === 'dead';
  const low = isLow(high === undefined || high === id ? state : judged.state);
  const strokes = strokePattern(measure.latest.strokes, measure.latest.peak, low);
  // Without a limit of its own a cylinder is judged by the others alone.
  const alone = judged.state === 'unproven' && reasons[0]?.rule === 'no-minimum' && !judged.quarrel && compared;
  return {
    id,
    state,
    parts: { ...(alone ? {} : { compression: judged.state }), ...(compared ? { spread: compared.state } : {}) },
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
  draft.parts.leakage = leak.judged.state;
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
  return [...leaks].flatMap(
    ([
      cylinder,
      {
        judged,
        settled: { quarrel },
      },
    ]): Caution[] => [
      ...(quarrel?.kind === 'disagree'
        ? [{ caution: 'leak-attempts-disagree' as const, cylinder, earlier: quarrel.earlier, latest: quarrel.latest }]
        : []),
      ...(quarrel?.kind === 'scatter'
        ? [{ caution: 'leak-attempts-scatter' as const, cylinder, low: quarrel.low, high: quarrel.high }]
        : []),
      ...(judged.heard.some(({ at, level }) => at === 'adapter' && level > 0)
        ? [{ caution: 'adapter-leaks' as const, cylinder }]
        : []),
    ],
  );
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
