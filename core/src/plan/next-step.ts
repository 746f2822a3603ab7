import { isRuledOut } from '../causes/hypotheses';
import type { Belief } from '../causes/infer';
import { CASE_SYMPTOMS } from '../causes/symptoms';
import type { JobFile } from '../jobfile/job-file';
import type { JudgedCylinder, Verdict } from '../verdict/verdict';
import type { SchoolOf } from '../jobfile/schools';
import type { State } from '../jobfile/state';
import type { Pattern } from '../spread/pattern';
import { has as owns } from './equipment';
import { leakdownWorth, type Outcome, wetWorth, type Worth } from './worth';
import { entropyOf, namesOf, type Named } from '../causes/names';
import type { JudgedInspection } from '../test-kinds/inspection';
import { crankingNote } from '../test-kinds/inspections';

export type NextTest =
  | 'compression'
  | 'leakdown'
  | 'crankcase'
  | 'valve-clearance'
  | 'manifold-vacuum'
  | 'wet'
  | 'retest'
  | 'inspect-valve-train'
  | 'check-tester'
  | 'quick-checks'
  | 'stop';

/** Why this step is next: a rule with its numbers, told elsewhere. */
export type NextReason =
  | { because: 'nothing-measured' }
  | { because: 'release-hides' }
  | { because: 'still-to-measure'; missing: string[] }
  | { because: 'read-once'; state: State }
  | { because: 'attempts-disagree' }
  | { because: 'too-close' }
  | { because: 'all-low' }
  | { because: 'takes-most-doubt'; bits: number; left: number; likeliest: { cause: Named; probability: number } }
  | { because: 'test-likelier'; likeliest: { cause: Named; probability: number } }
  | { because: 'wrong-stroke' }
  | { because: 'case-may-leak' }
  | { because: 'no-tester-for-it'; missing: 'leakdown' | 'compression' }
  | { because: 'sure-enough'; likeliest: { cause: Named; probability: number } }
  | { because: 'find-where-the-air-goes' }
  | { because: 'reads-nothing' }
  | { because: 'half-of-the-other'; other: string }
  | { because: 'past-watch' }
  | { because: 'good-and-even' }
  | { because: 'enough-known' }
  | { because: 'cannot-crank' }
  /** The engine must not be turned any further. */
  | { because: 'no-oil-pressure' }
  /** It seals, and these plugs have no spark, or a weak one. */
  | { because: 'no-spark'; cylinders: string[] }
  | { because: 'spark-is-there' }
  /** The battery explains low readings all round. */
  | { because: 'weak-battery' }
  /** The shop begins with this, whatever the planner would weigh. */
  | { because: 'school-first'; school: Exclude<SchoolOf<'firstTestSchool'>, 'planner'> };

/** What a result of a step would mean. */
export interface StepOutcome {
  outcome: Outcome;
  then: { cause: Named; probability: number };
}
export interface PlannedStep {
  test: NextTest;
  cylinder: string | null;
  minutes: number;
  reason: NextReason;
  /** The likeliest first; missing where the trade's rule decides and there are no odds to tell. */
  outcomes?: StepOutcome[];
}
export interface NextStep extends PlannedStep {
  rank: number;
}

/** Minutes at the bench with the tester at hand. Access is not counted yet. */
const MINUTES: Readonly<Record<NextTest, number>> = {
  compression: 3,
  leakdown: 12,
  crankcase: 20,
  'valve-clearance': 15,
  'manifold-vacuum': 5,
  wet: 4,
  retest: 3,
  'inspect-valve-train': 10,
  'check-tester': 5,
  'quick-checks': 10,
  stop: 0,
};
/** Getting a compression test ready, once. */
const COMPRESSION_SET_UP = 4;

const step = (test: NextTest, cylinder: string | null, reason: NextReason, minutes = MINUTES[test]): PlannedStep => ({
  test,
  cylinder,
  minutes,
  reason,
});

/**
 * What an experienced colleague would do next, best first: the rules of the trade where they hold, and where they leave
 * a choice the test that takes away the most doubt for its minutes.
 */
export function nextSteps(job: JobFile, { cylinders, patterns, inspections }: Verdict, belief: Belief): PlannedStep[] {
  if (inspections.some(({ says }) => says.includes('no-oil-pressure')))
    return [step('stop', null, { because: 'no-oil-pressure' })];
  const missing = cylinders.filter((c) => !c.compression && !c.leakage).map((c) => c.id);
  const first = missing[0];
  if (first !== undefined) return toMeasure(job, missing, first);
  const allLow =
    patterns.some((pattern) => pattern.name === 'all-low') || (cylinders.length === 1 && cylinders[0]?.state === 'low');
  // Air tells a poor test from a poor engine: once it is in, the cylinders are looked at one by one.
  if (allLow && cylinders.every(({ leakage }) => !leakage)) {
    return questionTheTest(job, cylinders);
  }
  const blamed = blamedTest(cylinders, belief);
  const steps = [...blamed, ...cylinders.flatMap((cylinder) => forCylinder(job, cylinder, patterns, belief))].filter(
    isFirstOfItsKind,
  );
  if (steps.length > 0) return steps.sort((a, b) => urgency(a) - urgency(b));
  if (cylinders.some((c) => c.state === 'low' || c.state === 'dead')) return [enough(job, cylinders, belief)];
  const doubtful = inDoubt(job, cylinders, belief);
  if (doubtful.length > 0) return [...doubtful, step('stop', null, { because: 'past-watch' })];
  if (cylinders.some((c) => c.state === 'watch')) {
    return [step('stop', null, { because: 'past-watch' }), ...watched(job, cylinders)];
  }
  const fine: PlannedStep[] = [
    step('stop', null, sparkOrFuel(job, inspections)),
    step('quick-checks', null, sparkOrFuel(job, inspections)),
  ];
  return caseSuspected(job) && owns(job, 'crankcase')
    ? [step('crankcase', null, { because: 'case-may-leak' }), ...fine]
    : fine;
}

/** A fault that the whole test shares is likelier than not: it is put right before anything is repeated. */
function blamedTest(cylinders: readonly JudgedCylinder[], belief: Belief): PlannedStep[] {
  const [top] = [...belief.shared].sort((a, b) => b[1] - a[1]);
  const doubted = cylinders.some(({ state, compression }) => compression && state !== 'sound' && state !== 'watch');
  if (!top || !doubted || top[1] <= 0.5 || isRuledOut(top[0], belief.conditions)) return [];
  return [step('check-tester', null, { because: 'test-likelier', likeliest: { cause: top[0], probability: top[1] } })];
}

const isFirstOfItsKind = (one: PlannedStep, i: number, all: readonly PlannedStep[]) =>
  all.findIndex(({ test, cylinder }) => test === one.test && cylinder === one.cylinder) === i;

/** It seals: what is known of its spark says where to look. */
function sparkOrFuel({ engine }: JobFile, inspections: readonly JudgedInspection[]): NextReason {
  const sparks = inspections.filter(({ of }) => of === 'spark');
  const without = sparks.flatMap(({ cylinder, state }) => (cylinder !== null && state !== 'sound' ? [cylinder] : []));
  if (without.length > 0) return { because: 'no-spark', cylinders: without };
  return sparks.length === engine.cylinders.length ? { because: 'spark-is-there' } : { because: 'good-and-even' };
}

/** Compression is good, and the complaint is one that a leaking crankcase makes. */
const caseSuspected = ({ engine, symptoms, tests }: JobFile): boolean =>
  engine.cycle === 'two-stroke' &&
  symptoms?.some((symptom) => CASE_SYMPTOMS.includes(symptom)) === true &&
  !tests?.some(({ kind }) => kind === 'crankcase');

/** Nothing left that is worth its minutes: the likeliest cause of the worst cylinder, and stop. */
function enough(job: JobFile, cylinders: readonly JudgedCylinder[], belief: Belief): PlannedStep {
  const worst = cylinders.find((c) => c.state === 'dead') ?? cylinders.find((c) => c.state === 'low');
  const likeliest = worst && likeliestOf(belief, worst.id);
  const airWouldTell =
    worst &&
    !worst.leakage &&
    likeliest &&
    likeliest.probability <= SURE_ENOUGH &&
    leakdownWorth(belief, worst.id, job.engine).bits >= LEAST_BITS;
  if (airWouldTell && !owns(job, 'leakdown'))
    return step('stop', null, { because: 'no-tester-for-it', missing: 'leakdown' });
  return step(
    'stop',
    null,
    likeliest && likeliest.cause !== 'sound' ? { because: 'sure-enough', likeliest } : { because: 'enough-known' },
  );
}

const URGENCY: readonly NextTest[] = ['check-tester', 'retest', 'inspect-valve-train'];
/** Rules first, in their order; then what takes away the most doubt a minute. */
const urgency = ({ test, reason, minutes }: PlannedStep): number => {
  const at = URGENCY.indexOf(test);
  return at >= 0
    ? at
    : URGENCY.length + 1 - (reason.because === 'takes-most-doubt' ? Math.min(1, reason.bits / minutes) : 0);
};

function toMeasure(job: JobFile, missing: string[], first: string): PlannedStep[] {
  const none = missing.length === job.engine.cylinders.length;
  const usual = usuallyFirst(job, missing, first, none);
  const school = job.houseRules?.firstTestSchool ?? 'planner';
  if (!none || school === 'planner' || job.engine.cranks === false) return usual;
  const own = FIRST_BY_SCHOOL[school];
  // A school whose test this engine or this shop has not, or that was done, leaves the choice to the planner.
  if (job.tests?.some(({ kind }) => kind === own) || !canBegin(job, own)) return usual;
  const steps = usual.filter(({ test }) => test !== own);
  const mine = usual.find(({ test }) => test === own);
  const cylinder = own === 'compression' || own === 'leakdown' ? first : null;
  return [step(own, cylinder, { because: 'school-first', school }, mine?.minutes ?? MINUTES[own]), ...steps];
}

const FIRST_BY_SCHOOL = {
  compression: 'compression',
  'leak-down': 'leakdown',
  'valve-clearance': 'valve-clearance',
  vacuum: 'manifold-vacuum',
} as const;

/** Valves and a steady vacuum are a four-stroke's; gauges are the shop's. */
function canBegin(job: JobFile, test: (typeof FIRST_BY_SCHOOL)[keyof typeof FIRST_BY_SCHOOL]): boolean {
  return test === 'compression' || test === 'leakdown'
    ? owns(job, test)
    : job.engine.cycle === 'four-stroke' && !(test === 'manifold-vacuum' && job.engine.fuel === 'diesel');
}

function usuallyFirst(job: JobFile, missing: string[], first: string, none: boolean): PlannedStep[] {
  const { engine } = job;
  const minutes = MINUTES.compression * missing.length + (none ? COMPRESSION_SET_UP : 0);
  const compression = step(
    'compression',
    first,
    none ? { because: 'nothing-measured' } : { because: 'still-to-measure', missing },
    minutes,
  );
  const air = owns(job, 'leakdown');
  if (engine.cranks === false)
    return air
      ? [step('leakdown', first, { because: 'cannot-crank' })]
      : [step('quick-checks', null, { because: 'no-tester-for-it', missing: 'leakdown' })];
  if (engine.compressionRelease === 'automatic' && air)
    return [step('leakdown', first, { because: 'release-hides' }), ...(owns(job, 'compression') ? [compression] : [])];
  if (!owns(job, 'compression'))
    return air
      ? [step('leakdown', first, { because: 'find-where-the-air-goes' })]
      : [step('quick-checks', null, { because: 'no-tester-for-it', missing: 'compression' })];
  return [compression];
}

function questionTheTest(job: JobFile, cylinders: readonly JudgedCylinder[]): PlannedStep[] {
  const once = cylinders.filter((c) => c.compression?.attempts.of === 1);
  const lowest = [...cylinders].sort(
    (a, b) => (a.compression?.readKPa ?? 0) - (b.compression?.readKPa ?? 0),
  )[0] as JudgedCylinder;
  return [
    step('check-tester', null, { because: crankingNote(job)?.labours ? 'weak-battery' : 'all-low' }),
    ...once.slice(0, 1).map((c) => step('retest', c.id, { because: 'read-once', state: c.state })),
    ...(owns(job, 'leakdown') && !lowest.leakage
      ? [step('leakdown', lowest.id, { because: 'find-where-the-air-goes' })]
      : []),
  ];
}

function forCylinder(
  job: JobFile,
  cylinder: JudgedCylinder,
  patterns: readonly Pattern[],
  belief: Belief,
): PlannedStep[] {
  const { engine } = job;
  const { id, state, compression } = cylinder;
  const air = owns(job, 'leakdown') && !cylinder.leakage;
  if (reasonsOf(cylinder, 'wrong-stroke-suspected') && owns(job, 'leakdown'))
    return [step('leakdown', id, { because: 'wrong-stroke' })];
  if (!compression)
    return state === 'low' || state === 'unproven' ? [step('retest', id, { because: 'too-close' })] : [];
  const has = (rule: string) => reasonsOf(cylinder, rule);
  if (has('attempts-disagree')) return [step('retest', id, { because: 'attempts-disagree' })];
  if (state === 'dead' || state === 'low') {
    if (compression.attempts.of === 1) return [step('retest', id, { because: 'read-once', state })];
    const half = patterns.find((pattern) => pattern.name === 'half-of-the-other');
    if (state === 'dead') {
      return [
        ...(engine.cycle === 'four-stroke' ? [step('inspect-valve-train', id, { because: 'reads-nothing' })] : []),
        ...(air ? [step('leakdown', id, { because: 'reads-nothing' })] : []),
      ];
    }
    return [
      ...(half?.cylinders[0] === id
        ? [step('inspect-valve-train', id, { because: 'half-of-the-other', other: half.other })]
        : []),
      ...worthwhile(job, cylinder, belief),
    ];
  }
  if (state === 'unproven') {
    if (has('test-likelier'))
      return [
        step('check-tester', null, { because: 'all-low' }),
        ...(air ? [step('leakdown', id, { because: 'find-where-the-air-goes' })] : []),
      ];
    if (has('test-doubted'))
      return air
        ? [step('leakdown', id, { because: 'release-hides' })]
        : [step('check-tester', null, { because: 'all-low' })];
    if (compression.attempts.of < 3) return [step('retest', id, { because: 'too-close' })];
    return air ? [step('leakdown', id, { because: 'too-close' })] : [];
  }
  return [];
}

/** Within its limits a cylinder may still read like a slightly leaking one: under this it is worth its air. */
const SOUND_ENOUGH = 0.5;

/** What passes, but by so little that it more likely has something: the least sure first. */
function inDoubt(job: JobFile, cylinders: readonly JudgedCylinder[], belief: Belief): PlannedStep[] {
  const sound = (id: string) => namesOf(belief, id).get('sound') ?? 1;
  return cylinders
    .filter(({ id }) => sound(id) < SOUND_ENOUGH)
    .sort((a, b) => sound(a.id) - sound(b.id))
    .flatMap((cylinder) => worthwhile(job, cylinder, belief));
}

const reasonsOf = ({ reasons }: JudgedCylinder, rule: string) => reasons.some((reason) => reason.rule === rule);

/** A test that is expected to take away less than this is not worth its minutes, bits. */
const LEAST_BITS = 0.12;
/** Surer than this nobody tests on. */
const SURE_ENOUGH = 0.9;

/** Oil or air, whichever still tells causes apart on this cylinder. */
function worthwhile(
  job: JobFile,
  { id, wet, leakage, compression, state }: JudgedCylinder,
  belief: Belief,
): PlannedStep[] {
  const likeliest = likeliestOf(belief, id);
  if (likeliest && likeliest.probability > SURE_ENOUGH) return [];
  const left = entropyOf(belief, id);
  const offer = (test: 'wet' | 'leakdown', { bits, outcomes }: Worth): PlannedStep[] =>
    bits < LEAST_BITS || !likeliest
      ? []
      : [
          {
            ...step(test, id, { because: 'takes-most-doubt', bits, left, likeliest }),
            outcomes: outcomes
              .filter(({ probability }) => probability > RARE)
              .map(({ outcome, then }) => ({ outcome, then })),
          },
        ];
  return [
    // Oil is set against a dry reading, and a cylinder that makes nothing gives it nothing to lift.
    ...(wet || !compression || state === 'dead' || !owns(job, 'compression') ? [] : offer('wet', wetWorth(belief, id))),
    ...(leakage || !owns(job, 'leakdown') ? [] : offer('leakdown', leakdownWorth(belief, id, job.engine))),
  ];
}
/** An outcome rarer than this is not told beforehand. */
const RARE = 0.03;

/** The likeliest thing that a cylinder may have, test faults included. */
function likeliestOf(belief: Belief, id: string): { cause: Named; probability: number } | undefined {
  const names = namesOf(belief, id);
  const top = [...names].sort((a, b) => b[1] - a[1])[0];
  return top && { cause: top[0], probability: top[1] };
}

function watched(job: JobFile, cylinders: readonly JudgedCylinder[]): PlannedStep[] {
  return cylinders
    .filter((c) => c.state === 'watch' && !c.leakage && owns(job, 'leakdown'))
    .map((c) => step('leakdown', c.id, { because: 'past-watch' }));
}
