import { likeliestFirst } from '../causes/likeliest-first';
import { isTestFault, type TestFault } from '../causes/hypotheses';
import type { Belief } from '../causes/infer';
import { namesOf, type Named } from '../causes/names';
import type { JobFile } from '../jobfile/job-file';
import { type State, worstOf } from '../jobfile/state';
import type { HouseRules } from '../jobfile/house-rules';
import type { CompressionLimits } from '../limits/limits';
import type { Otherwise } from '../limits/schools';
import type { DraftCylinder } from '../test-kinds/draft-cylinder';
import type { DryMeasure } from '../test-kinds/compression/measure';
import { testDoubts } from '../test-kinds/compression/test-doubt';
import { crankingNote } from '../test-kinds/inspections';
import type { Reason } from './reason';

/** One cylinder with what each of its tests says by itself. */
export interface Draft extends DraftCylinder {
  reasons: Reason[];
  parts: { compression?: State; spread?: State; leakage?: State };
}

const NOTHING_BLAMED = { cranking: 0, air: 0, crankingBy: new Map<TestFault, number>() };

/** More likely than not. */
const HALF = 0.5;
/** Nothing is left to watch. */
const GOOD = 0.9;

/** What the states are read from, beside the belief. */
export interface Context {
  job: JobFile;
  measures: ReadonlyMap<string, DryMeasure>;
  limits: CompressionLimits;
  rules: HouseRules;
  /** The one cylinder that stands above all others, where there is one. */
  high: string | undefined;
}

/**
 * The state of a cylinder: a limit that is missed makes it low unless a fault of the test is likelier than one of the
 * engine; a cylinder that more likely has something is not called sound.
 */
export function settleState(draft: Draft, belief: Belief, context: Context): void {
  const odds = namesOf(belief, draft.id);
  const blamed = belief.cylinders.get(draft.id)?.blamed ?? NOTHING_BLAMED;
  const sound = odds.get('sound') ?? 0;
  const engineFault = [...odds].reduce((sum, [name, p]) => sum + (isEngineFault(name) ? p : 0), 0);
  const { parts } = draft;
  const released = odds.get('compression-release') ?? 0;
  if (parts.compression !== 'dead' && (isLow(parts.compression) || isLow(parts.spread))) {
    // What a release lets go is counted in by few books: without one, cranking alone condemns nothing.
    const uncounted = engineOf(context).compressionRelease === 'automatic' && !countsTheRelease(context.limits);
    if (uncounted || (blamed.cranking + released > engineFault && sound <= HALF)) {
      const by = new Map<Named, number>([...blamed.crankingBy, ['compression-release', released]]);
      excuse(draft, context, by, blamed.cranking + released, engineFault, 'cranking');
      if (parts.compression === 'low') parts.compression = 'unproven';
      if (parts.spread === 'low') parts.spread = 'unproven';
    } else if (
      !isLow(parts.compression) &&
      context.high !== undefined &&
      context.high !== draft.id &&
      engineFault <= HALF
    ) {
      // Behind only because one stands high: the spread is missed by the high one, or nobody knows yet by whom.
      parts.spread = sound > GOOD ? 'sound' : sound > HALF ? 'watch' : 'unproven';
      draft.reasons.unshift({ rule: sound > HALF ? 'beside-a-high-one' : 'high-or-low', high: context.high });
    }
  }
  if (
    parts.leakage === 'low' &&
    blamed.air > engineFault &&
    !draft.reasons.some(({ rule }) => rule === 'gasket-blows')
  ) {
    parts.leakage = 'unproven';
    excuse(draft, context, odds, blamed.air, engineFault, 'air');
  }
  const disagree = draft.reasons.some(({ rule }) => rule === 'attempts-disagree');
  const said = Object.values(parts);
  draft.state = said.length === 0 ? 'unproven' : worstOf(said);
  if (disagree && draft.state !== 'dead' && parts.leakage !== 'low') draft.state = 'unproven';
  if (draft.compression && parts.compression) draft.compression.state = parts.compression;
  if (draft.leakage && parts.leakage) draft.leakage.state = parts.leakage;
  const top = [...odds].sort(likeliestFirst)[0];
  if (top && draft.state === 'sound' && top[0] !== 'sound' && top[1] > HALF && !isTestFault(top[0])) {
    draft.state = 'watch';
    draft.reasons.unshift({ rule: 'fault-likelier', cause: top[0], probability: top[1] });
  }
  if (top?.[0] === 'sound' && (draft.state === 'low' || draft.state === 'dead')) {
    draft.state = 'unproven';
    draft.reasons.unshift({ rule: 'contradicts-itself' });
  }
  draft.reasons = draft.reasons.map((reason) => (isWellTold(reason, draft) ? { ...reason, well: true } : reason));
}

/** From this loudness on air past the rings is more than a breath. */
const STRONG = 3;

/** Of a good cylinder some things are told otherwise: they are no fault by themselves. */
function isWellTold({ rule, ...reason }: Reason, { state, leakage, reasons }: Draft): boolean {
  const good = state === 'sound' || reasons.some((one) => one.rule === 'beside-a-high-one');
  if (rule === 'wet-response' || rule === 'stroke-pattern') return good;
  return (
    rule === 'heard' &&
    'level' in reason &&
    reason.at === 'crankcase' &&
    reason.level < STRONG &&
    leakage?.state === 'sound'
  );
}

const engineOf = ({ job }: Context) => job.engine;
const countsTheRelease = ({ source, releaseActing }: CompressionLimits) => source.kind === 'book' && releaseActing;

const isLow = (state: State | undefined) => state === 'low';
const isEngineFault = (name: Named) => name !== 'sound' && name !== 'compression-release' && !isTestFault(name);

const CRANKING: ReadonlySet<Named> = new Set([
  'tester-without-valve',
  'throttle-closed',
  'slow-cranking',
  'cold-engine',
  'adapter-leak',
  'compression-release',
]);
const AIR: ReadonlySet<Named> = new Set(['adapter-leak', 'off-tdc']);

/** Why a low cylinder is not called so: what was noted of its test, or what is believed of it. */
function excuse(
  draft: Draft,
  { job, measures, limits, rules }: Context,
  odds: ReadonlyMap<Named, number>,
  /** How likely it is that the test made this figure, whatever else the cylinder has. */
  probability: number,
  engineProbability: number,
  by: 'cranking' | 'air',
): void {
  const touching = by === 'air' ? AIR : CRANKING;
  const released = by === 'cranking' && job.engine.compressionRelease === 'automatic' && !countsTheRelease(limits);
  const [likeliest] = [...odds].filter(([name]) => touching.has(name)).sort(likeliestFirst);
  const blame = released ? 'compression-release' : likeliest?.[0];
  if (!blame) return;
  // The same fault may excuse cranking and air: it is said once.
  if (draft.reasons.some((one) => one.rule === 'test-likelier' && one.blame === blame)) return;
  const measure = by === 'cranking' ? measures.get(draft.id) : undefined;
  const doubt =
    measure &&
    testDoubts(measure.test, job.engine, limits, rules.throttleSchool, crankingNote(job)).find(
      ({ which }) => which === blame || (which === 'weak-battery' && blame === 'slow-cranking'),
    );
  const others: Otherwise[] =
    doubt?.which === 'throttle-closed'
      ? [{ school: { matter: 'throttle', school: 'no-difference' }, state: 'low' }]
      : [];
  draft.reasons.unshift(
    doubt
      ? { rule: 'test-doubted', doubt, ...(others.length > 0 ? { others } : {}) }
      : {
          rule: 'test-likelier',
          blame: blame as TestFault | 'compression-release',
          blamed: odds.get(blame) ?? 0,
          probability,
          engineProbability,
        },
  );
}
