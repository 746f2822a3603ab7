import { likeliestFirst } from '../causes/likeliest-first';
import type { Belief } from '../causes/infer';
import { isTestFault } from '../causes/hypotheses';
import { namesOf } from '../causes/names';
import { CASE_SYMPTOMS } from '../causes/symptoms';
import type { JobFile } from '../jobfile/job-file';
import { hasStood } from '../jobfile/stood';
import { type HeardAt, readingsOf } from '../jobfile/tests';
import { latestLeakdown } from '../test-kinds/leakdown/judge';
import type { JudgedCylinder, Verdict } from '../verdict/verdict';
import { LEAST_BITS, otherWays, perMinute, SURE_ENOUGH, worthwhile } from './feasible';
import { afterInspections, faultsBesideSpark, foundApart, setFirst } from './inspection-faults';
import { measureFirst } from './measure-first';
import { hasReason, labours, likeliestOf, MOST_READINGS, type Standing, standingOf } from './standing';
import { again, MINUTES, type NextReason, type PlannedStep, step } from './step';
import { leakdownWorth } from './worth';

/**
 * What an experienced colleague would do next, best first: the rules of the trade where they hold, and where they leave
 * a choice the test that takes away the most doubt for its minutes. Other ways to go on follow. It ends: what was done
 * and brought nothing new is not asked for again, and where nothing on the cart tells more it says stop, and why.
 */
export function nextSteps(job: JobFile, verdict: Verdict, belief: Belief): PlannedStep[] {
  if (verdict.inspections.some(({ says }) => says.includes('no-oil-pressure')))
    return [step('stop', null, { because: 'no-oil-pressure' })];
  const at = standingOf(job, verdict, belief);
  const proof = proveRepair(at);
  // What was read before the repair says nothing of what to do after it.
  if (proof.length > 0) return proof;
  if (at.apart) return [step('stop', null, { because: 'apart', faults: foundApart(at) })];
  const front = inFront(at).filter(isFirstOfItsKind).filter(asksOfClosed(at));
  const missing = verdict.cylinders.some((one) => !one.compression && !one.leakage);
  const settled = front[0]?.test === 'stop';
  const ways = missing || settled ? [] : otherWays(at, front).filter(asksOfClosed(at));
  const all = mostFirst([...front, ...ways]);
  return all.some(({ test }) => test === 'stop') || missing ? all : [...all, step('stop', null, whyStop(at))];
}

/** What was opened has been seen: nothing is asked of it, nor of the test where all that is low was opened. */
function asksOfClosed({ job: { found = [] }, verdict }: Standing): (one: PlannedStep) => boolean {
  const opened = new Set(found.map(({ cylinder }) => cylinder));
  const isLow = ({ state }: JudgedCylinder) => state === 'low' || state === 'dead' || state === 'unproven';
  const explained = opened.size > 0 && verdict.cylinders.filter(isLow).every(({ id }) => opened.has(id));
  return ({ test, cylinder }) =>
    test === 'stop' || test === 'crankcase' || (cylinder === null ? !explained : !opened.has(cylinder));
}

/**
 * Among what is weighed by what it tells a minute, the most first, in the places that these have; and only the first of
 * them is said to tell the most.
 */
function mostFirst(steps: readonly PlannedStep[]): PlannedStep[] {
  const weighed = steps.filter(({ reason }) => 'bits' in reason).sort((a, b) => perMinute(b) - perMinute(a));
  const [most] = weighed;
  return steps
    .map((one) => ('bits' in one.reason ? (weighed.shift() as PlannedStep) : one))
    .map((one) =>
      one !== most && one.reason.because === 'takes-most-doubt'
        ? { ...one, reason: { because: 'would-tell', bits: one.reason.bits, left: one.reason.left } }
        : one,
    );
}

function inFront(at: Standing): PlannedStep[] {
  const { job, verdict } = at;
  const { cylinders, patterns } = verdict;
  const first = measureFirst(at);
  if (verdict.crankcase?.state === 'low' && first.length > 0) return [...caseSteps(at), ...first];
  if (first.length > 0) return first;
  const tight = setFirst(at);
  if (tight.length > 0) return tight;
  const failing = cylinders.some(({ state }) => state === 'low' || state === 'dead');
  const theCase = failing ? [] : caseSteps(at);
  if (theCase.length > 0) return theCase;
  const allLow =
    patterns.some(({ name }) => name === 'all-low') ||
    (cylinders.length === 1 && cylinders[0]?.state === 'low' && !cylinders[0].leakage);
  // Air tells a poor test from a poor engine: once it is in, the cylinders are looked at one by one.
  if (allLow && cylinders.every(({ leakage }) => !leakage)) {
    const steps = questionTheTest(at);
    if (steps.length > 0) return steps;
  }
  const steps = [
    ...blamedTest(at),
    ...mayFree(at),
    ...oilTheOthers(at),
    ...cylinders.flatMap((cylinder) => forCylinder(at, cylinder)),
  ].filter(isFirstOfItsKind);
  if (steps.length > 0) return steps.sort((a, b) => urgency(a) - urgency(b));
  if (failing) return [step('stop', null, enough(at))];
  const doubtful = faultsBesideSpark(at).length > 0 ? [] : inDoubt(at);
  if (doubtful.length > 0) return doubtful;
  if (cylinders.some(({ state }) => state === 'unproven')) return [step('stop', null, whyStop(at))];
  const faulty = afterInspections(at);
  if (faulty.length > 0) return faulty;
  if (cylinders.some(({ state }) => state === 'watch')) return [step('stop', null, watchedFor(at)), ...watched(at)];
  const fine: PlannedStep[] = [
    step('stop', null, seals(at)),
    ...reportOwed(at),
    ...(job.engine.fuel === 'petrol'
      ? [
          step('quick-checks', null, {
            because: 'quick-look',
            sparks: verdict.inspections.some(({ of }) => of === 'spark'),
          }),
        ]
      : []),
  ];
  return caseSuspected(at) ? [step('crankcase', null, { because: 'case-may-leak' }), ...fine] : fine;
}

/** After a repair what was measured before it, so that the one stands beside the other: what failed in front. */
function proveRepair({ job, verdict, can }: Standing): PlannedStep[] {
  const { untestedRepair: repair, engine } = job;
  const [first] = engine.cylinders;
  if (repair === undefined || first === undefined) return [];
  const reason = { because: 'prove-repair', repair } as const;
  const turns = engine.cranks !== false;
  const possible = (['compression', 'leakdown', 'crankcase'] as const).filter(
    (kind) => can(kind) && (kind !== 'compression' || turns),
  );
  const before = possible.filter((kind) =>
    job.tests?.some((test) => test.kind === kind && readingsOf(test).length > 0),
  );
  const kinds = before.length > 0 ? before : possible.slice(0, 1);
  const caseFailed = verdict.crankcase?.state === 'low';
  return kinds
    .sort((a, b) => Number(b === 'crankcase' && caseFailed) - Number(a === 'crankcase' && caseFailed))
    .map((kind) => step(kind, kind === 'crankcase' ? (verdict.crankcase?.case ?? null) : first, reason));
}

const isFirstOfItsKind = (one: PlannedStep, i: number, all: readonly PlannedStep[]) =>
  all.findIndex(({ test, cylinder, of }) => test === one.test && cylinder === one.cylinder && of === one.of) === i;

/** Why nothing more is to be tested. */
function whyStop(at: Standing): NextReason {
  const { cylinders } = at.verdict;
  if (cylinders.some(({ state }) => state === 'low' || state === 'dead')) return enough(at);
  const open = cylinders.filter(({ state }) => state === 'unproven').map(({ id }) => id);
  if (open.length > 0) {
    if (!at.can('leakdown') && cylinders.some(({ leakage }) => !leakage))
      return { because: 'no-tester-for-it', missing: 'leakdown' };
    return { because: 'nothing-tells-more', cylinders: open };
  }
  const faults = faultsBesideSpark(at);
  if (faults.length > 0) return { because: 'inspection-faults', faults };
  return cylinders.some(({ state }) => state === 'watch') ? watchedFor(at) : seals(at);
}

/** What passes with a remark: little to spare, or a chamber that has grown small. */
function watchedFor({ verdict }: Standing): NextReason {
  const watch = verdict.cylinders.filter(({ state }) => state === 'watch');
  const carbon = watch.filter(({ reasons }) =>
    reasons.some((one) => one.rule === 'above-maximum' || (one.rule === 'fault-likelier' && one.cause === 'carbon')),
  );
  return carbon.length === watch.length
    ? { because: 'look-for-carbon', cylinders: carbon.map(({ id }) => id) }
    : { because: 'past-watch' };
}

/** What failed owns the next step: a case that does not hold, or one that was not proven. */
function caseSteps(at: Standing): PlannedStep[] {
  const { crankcase } = at.verdict;
  if (!crankcase || crankcase.state === 'sound' || crankcase.state === 'watch') return [];
  const { mode, case: where } = crankcase;
  const times = (at.job.tests ?? []).filter(
    (test) => test.kind === 'crankcase' && test.mode === mode && test.case === where && test.samples.length > 0,
  ).length;
  const cylinder = where ?? null;
  if (crankcase.state === 'low')
    return times < 2
      ? [
          step('crankcase', cylinder, { because: 'case-leaks', found: false, mode }),
          step('stop', null, { because: 'case-leaks', found: true, mode }),
        ]
      : [step('stop', null, { because: 'case-leaks', found: true, mode })];
  return times < MOST_READINGS ? [step('crankcase', cylinder, { because: 'case-not-proven' })] : [];
}

/** A fault that the whole test shares is likelier than not: it is put right before anything is repeated. */
function blamedTest(at: Standing): PlannedStep[] {
  const { belief, verdict } = at;
  const [top] = [...belief.shared].sort(likeliestFirst);
  const doubted = verdict.cylinders.some(
    ({ state, compression }) => compression && state !== 'sound' && state !== 'watch',
  );
  if (!top || !doubted || top[1] <= 0.5 || at.questioned) return [];
  return [step('check-tester', null, { because: 'test-likelier', likeliest: { cause: top[0], probability: top[1] } })];
}

/** It stood, was read once, and not all of it is good: what stuck may free itself before anything is concluded. */
function mayFree(at: Standing): PlannedStep[] {
  const { job, verdict } = at;
  const { cylinders } = verdict;
  if (!hasStood(job) || !at.can('compression') || cylinders.some(({ wet }) => wet)) return [];
  if (cylinders.some(({ id }) => at.times('compression', id) !== 1)) return [];
  const [weakest] = cylinders
    .filter(({ state, compression }) => state !== 'sound' && compression)
    .sort((a, b) => (a.compression?.readKPa ?? 0) - (b.compression?.readKPa ?? 0));
  return weakest ? [again('compression', weakest.id, { because: 'may-free', cylinders: cylinders.length })] : [];
}

/** One cylinder answered to oil on a cold engine: whether the others would too, nobody knows. */
function oilTheOthers(at: Standing): PlannedStep[] {
  const { cylinders, cautions } = at.verdict;
  if (!at.can('compression') || !cautions.some(({ caution }) => caution === 'wet-exaggerated-cold')) return [];
  if (cylinders.filter(({ wet }) => wet).length !== 1) return [];
  const oiled = cylinders.find(({ wet }) => wet);
  const other = cylinders.find(({ wet, compression, state }) => !wet && compression && state !== 'dead');
  return oiled && other ? [step('wet', other.id, { because: 'oil-the-others', other: oiled.id })] : [];
}

/** It seals: what that means for why it was tested. */
function seals(at: Standing): NextReason {
  const { engine } = at.job;
  const { purpose = 'fault' } = at.verdict.before ? { purpose: 'after-rebuild' as const } : at.job;
  const spark = sparkOrFuel(at);
  return purpose === 'fault' || purpose === 'waking' || spark.because === 'no-spark'
    ? spark
    : { because: 'seals-for', purpose, cylinders: engine.cylinders.length };
}

/** A buyer, or whoever is told two things about one engine, is owed the air as well. */
function reportOwed(at: Standing): PlannedStep[] {
  const { purpose } = at.job;
  const missing = at.verdict.cylinders.filter(({ leakage }) => !leakage).map(({ id }) => id);
  const [first] = missing;
  return (purpose === 'buying' || purpose === 'second-opinion') && at.can('leakdown') && first !== undefined
    ? [step('leakdown', first, { because: 'report-owed', cylinders: missing }, MINUTES.leakdown * missing.length)]
    : [];
}

/** It seals: what is known of its spark says where to look. */
function sparkOrFuel({ job: { engine }, verdict }: Standing): NextReason {
  const sparks = verdict.inspections.filter(({ of }) => of === 'spark');
  const without = sparks.flatMap(({ cylinder, state }) => (cylinder !== null && state !== 'sound' ? [cylinder] : []));
  if (without.length > 0) return { because: 'no-spark', cylinders: without };
  return sparks.length === engine.cylinders.length
    ? { because: 'spark-is-there' }
    : { because: 'good-and-even', cylinders: engine.cylinders.length, fuel: engine.fuel };
}

/** Compression is good, and the complaint is one that a leaking crankcase makes. */
const caseSuspected = (at: Standing): boolean =>
  at.can('crankcase') &&
  (at.job.purpose === 'after-rebuild' ||
    at.job.symptoms?.some((symptom) => CASE_SYMPTOMS.includes(symptom)) === true) &&
  at.verdict.crankcase === null;

/** Nothing left that is worth its minutes: the likeliest cause of the worst cylinder. */
function enough(at: Standing): NextReason {
  const { cylinders } = at.verdict;
  const worst = cylinders.find(({ state }) => state === 'dead') ?? cylinders.find(({ state }) => state === 'low');
  const likeliest = worst && likeliestOf(at, worst.id);
  const airWouldTell =
    worst &&
    !worst.leakage &&
    likeliest &&
    likeliest.probability <= SURE_ENOUGH &&
    leakdownWorth(at.belief, worst.id, at.job.engine).bits >= LEAST_BITS;
  if (airWouldTell && !at.can('leakdown')) return { because: 'no-tester-for-it', missing: 'leakdown' };
  // What is wrong with the test is put right, not decided on.
  if (likeliest && likeliest.probability > 0.5 && isTestFault(likeliest.cause))
    return { because: 'test-likelier', likeliest };
  // A reason names a cause only where it is likelier than not.
  return likeliest && likeliest.cause !== 'sound' && likeliest.probability > 0.5
    ? { because: 'sure-enough', likeliest, ...purposeOf(at) }
    : { because: 'enough-known', ...purposeOf(at) };
}

const purposeOf = ({ job: { purpose } }: Standing) => (purpose === undefined ? {} : { purpose });

/** Rules first, in their order; then what takes away the most doubt a minute. */
const URGENCY: readonly PlannedStep['test'][] = ['check-tester', 'retest', 'inspect-valve-train'];
/** What was read wrongly, or alone, is put right before anything else is weighed. */
const IN_FRONT: ReadonlySet<NextReason['because']> = new Set([
  'wrong-stroke',
  'crank-turned',
  'may-free',
  'oil-the-others',
]);
const urgency = (one: PlannedStep): number => {
  if (IN_FRONT.has(one.reason.because)) return -1;
  const at = URGENCY.indexOf(one.test);
  return at >= 0 ? at : URGENCY.length + 1 - Math.min(1, perMinute(one));
};

function questionTheTest(at: Standing): PlannedStep[] {
  const { cylinders } = at.verdict;
  const once = cylinders.filter((one) => at.times('compression', one.id) === 1);
  const lowest = [...cylinders].sort(
    (a, b) => (a.compression?.readKPa ?? 0) - (b.compression?.readKPa ?? 0),
  )[0] as JudgedCylinder;
  return [
    ...(at.questioned
      ? []
      : [
          step(
            'check-tester',
            null,
            labours(at) ? { because: 'weak-battery' } : { because: 'all-low', cylinders: cylinders.length },
          ),
        ]),
    ...(at.can('compression') ? once.slice(0, 1) : []).map(({ id, state }) =>
      again('compression', id, { because: 'read-once', state }),
    ),
    ...(at.can('leakdown') && !lowest.leakage
      ? [step('leakdown', lowest.id, { because: 'find-where-the-air-goes' })]
      : []),
  ];
}

function forCylinder(at: Standing, cylinder: JudgedCylinder): PlannedStep[] {
  const { id, state, compression, leakage } = cylinder;
  const cranks = at.can('compression');
  const airs = at.can('leakdown');
  const air = airs && !leakage;
  const dry = at.times('compression', id);
  const fed = at.times('leakdown', id);
  if (airs && fed < MOST_READINGS && hasReason(cylinder, 'wrong-stroke-suspected'))
    return [step('leakdown', id, { because: 'wrong-stroke' })];
  if (airs && fed < MOST_READINGS && hasReason(cylinder, 'crank-turned'))
    return [step('leakdown', id, { because: 'crank-turned' })];
  if (cranks && dry <= MOST_READINGS && hasReason(cylinder, 'attempts-disagree'))
    return [again('compression', id, { because: 'attempts-disagree' })];
  const freeing = cylinder.reasons.find((one) => one.rule === 'rings-freeing');
  if (airs && fed <= MOST_READINGS && freeing?.rule === 'rings-freeing')
    return [again('leakdown', id, { because: 'rings-free', from: freeing.from, to: freeing.to })];
  if (airs && fed <= MOST_READINGS && hasReason(cylinder, 'leak-attempts-disagree'))
    return [again('leakdown', id, { because: 'attempts-disagree' })];
  if (state === 'dead') {
    if (cranks && dry === 1) return [again('compression', id, { because: 'read-once', state })];
    return [
      ...(at.job.engine.cycle === 'four-stroke' && !at.inspected(id)
        ? [
            step(
              'inspect-valve-train',
              id,
              leakage ? { because: 'dead-and-fed', percent: leakage.percent } : { because: 'reads-nothing' },
            ),
          ]
        : []),
      ...(air ? [step('leakdown', id, { because: 'reads-nothing' })] : []),
    ];
  }
  if (state === 'low') {
    if (airs && fed < MOST_READINGS && onlyAtTheIntake(at.job, cylinder))
      return [again('leakdown', id, { because: 'breather-on' })];
    if (airs && leakage && !compression && fed === 1) return [again('leakdown', id, { because: 'read-once', state })];
    if (cranks && compression && dry === 1 && !leakage)
      return [again('compression', id, { because: 'read-once', state })];
    const half = at.verdict.patterns.find(({ name }) => name === 'half-of-the-other');
    return [
      ...(half?.name === 'half-of-the-other' && half.cylinders[0] === id && !at.inspected(id)
        ? [step('inspect-valve-train', id, { because: 'half-of-the-other', other: half.other })]
        : []),
      ...worthwhile(at, cylinder),
    ];
  }
  return state === 'unproven' ? forUnproven(at, cylinder) : [];
}

/** Of how loud air is heard: silent, faint, clear, strong. */
const CLEAR = 2;
/** Clear air at the intake and not at the filler: past the rings it comes out there, too, while the breather is on. */
const onlyAtTheIntake = (job: JobFile, { id, leakage }: JudgedCylinder): boolean => {
  const loud = (place: HeardAt) => leakage?.heard.some(({ at, level }) => at === place && level >= CLEAR) === true;
  return (
    job.engine.cycle === 'four-stroke' &&
    loud('intake') &&
    !loud('crankcase') &&
    latestLeakdown(job, id)?.breatherOff !== true
  );
};

/** What would settle a cylinder of which nothing is proven: the reading that was doubted, by its own test. */
function forUnproven(at: Standing, cylinder: JudgedCylinder): PlannedStep[] {
  const { id, leakage } = cylinder;
  const air = at.can('leakdown') && !leakage;
  const toAir = (reason: NextReason) => (air ? [step('leakdown', id, reason)] : []);
  const cranks = at.can('compression') && at.times('compression', id) < MOST_READINGS;
  const feeds = at.can('leakdown') && at.times('leakdown', id) < MOST_READINGS;
  if (hasReason(cylinder, 'test-likelier', 'test-doubted')) {
    const release = at.job.engine.compressionRelease === 'automatic';
    const off = [...namesOf(at.belief, id)].filter(([name]) => isTestFault(name)).sort(likeliestFirst)[0]?.[0];
    if (leakage && off === 'off-tdc') return feeds ? [again('leakdown', id, { because: 'wrong-stroke' })] : [];
    if (leakage && off === 'adapter-leak' && leakage.state === 'unproven')
      return feeds ? [again('leakdown', id, { because: 'seal-the-adapter' })] : [];
    // What doubts the test doubts it on all of them: the lowest one is enough to tell.
    if (id !== lowestDoubted(at)) return [];
    return [
      ...(release || at.questioned
        ? []
        : [step('check-tester', null, { because: 'all-low', cylinders: at.verdict.cylinders.length })]),
      ...toAir(release ? { because: 'release-hides' } : { because: 'find-where-the-air-goes' }),
      ...(cranks && at.times('compression', id) < 2
        ? [again('compression', id, { because: 'read-once', state: 'unproven' })]
        : []),
    ];
  }
  if (cranks && readAgain(cylinder, at.times('compression', id), 'too-close-to-minimum', 'spread-too-close'))
    return [...testOfAll(at), again('compression', id, { because: 'too-close' })];
  if (cranks && hasReason(cylinder, 'contradicts-itself', 'high-or-low') && at.times('compression', id) < 2)
    return [again('compression', id, { because: 'contradicts' })];
  if (feeds && readAgain(cylinder, at.times('leakdown', id), 'leak-too-close'))
    return [again('leakdown', id, { because: 'too-close' })];
  return toAir({ because: 'find-where-the-air-goes' });
}

/** All of them a little under their limit: before each is read again, what they share is looked at. */
function testOfAll(at: Standing): PlannedStep[] {
  const { cylinders, causes } = at.verdict;
  const shared = causes
    .filter(({ cylinder, cause }) => cylinder === null && cause === 'test-fault')
    .reduce((sum, { probability }) => sum + probability, 0);
  const all = cylinders.length > 1 && cylinders.every(({ state }) => state !== 'sound');
  return all && shared >= TEST_DOUBTED && !at.questioned
    ? [step('check-tester', null, { because: 'all-low', cylinders: cylinders.length })]
    : [];
}
const TEST_DOUBTED = 0.3;

/** Whether a close call rests on one reading, or another one would carry it over its line. */
const readAgain = ({ reasons }: JudgedCylinder, times: number, ...rules: string[]): boolean =>
  reasons.some(
    (reason) => rules.includes(reason.rule) && 'settle' in reason && (times < 2 || reason.settle.by === 'repeat'),
  );

/** The lowest of the cylinders that a fault of the test may have made low. */
const lowestDoubted = ({ verdict }: Standing): string | undefined =>
  verdict.cylinders
    .filter((one) => hasReason(one, 'test-likelier', 'test-doubted'))
    .sort((a, b) => (a.compression?.readKPa ?? 0) - (b.compression?.readKPa ?? 0))[0]?.id;

/** Within its limits a cylinder may still read like a slightly leaking one: under this it is worth its air. */
const SOUND_ENOUGH = 0.5;

/** What passes, but by so little that it more likely has something: the least sure first. */
function inDoubt(at: Standing): PlannedStep[] {
  const sound = (id: string) => namesOf(at.belief, id).get('sound') ?? 1;
  return at.verdict.cylinders
    .filter(({ id }) => sound(id) < SOUND_ENOUGH)
    .sort((a, b) => sound(a.id) - sound(b.id))
    .flatMap((cylinder) => worthwhile(at, cylinder));
}

const watched = (at: Standing): PlannedStep[] =>
  at.verdict.cylinders
    .filter(({ state, leakage }) => state === 'watch' && !leakage && at.can('leakdown'))
    .map(({ id }) => step('leakdown', id, { because: 'past-watch' }));
