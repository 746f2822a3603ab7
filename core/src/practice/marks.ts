import { type Danger, dryOf, hasLooked, type Work } from './work';
import { type Answer, distance, surest } from './answer';
import { type PracticeCase, placesOf, truthAt } from './case';
import { MENDED_BY } from './engine-under-hands';
import { bestJob, worthOfJobs } from './jobs';
import { followPlan } from './robot';
import { toldTrue } from './to-owner';

/** What was taken carelessly, and how often. */
export const CARELESS = [
  'throttle-shut',
  'plugs-in',
  'too-few-strokes',
  'low-not-repeated',
  'tester-not-looked-at',
  'off-its-top',
  'breather-on',
] as const;
export type Careless = (typeof CARELESS)[number];

export interface Marks {
  /** Of so many points each; together 100. */
  cause: Mark;
  job: Mark;
  /** What the owner was told. */
  owner: Mark;
  time: Mark;
  safety: Mark;
  care: Mark;
  hints: number;
  /** 0 to 100. */
  total: number;
  /** Every place named as it is. */
  right: boolean;
  /** What was said of the worst place, for whoever keeps count of how sure they were. */
  said: { p: number; right: boolean };
  plan: { minutes: number; spent: number };
  dangers: readonly Danger[];
  careless: readonly { what: Careless; times: number }[];
  /** What of it was told the owner as it is. */
  told: ReturnType<typeof toldTrue>;
  bestJob: string;
  /** What the chosen way cost beside the best, in money. */
  lost: number;
}
export interface Mark {
  got: number;
  of: number;
}

const OF = { cause: 40, job: 14, owner: 6, time: 15, safety: 15, care: 10 } as const;
/** A level that asks for less gives its points for what it asks. */
const WITHOUT_JOB = { cause: 60, job: 0, owner: 0, time: 15, safety: 15, care: 10 } as const;
const DANGER_COSTS: Readonly<Record<Danger, number>> = {
  'spark-loose': 4,
  'fuel-sprays': 4,
  'piston-goes': 6,
  'air-at-once': 3,
  'oil-locks': 15,
};
const CARELESS_COSTS = 2;
const HINT_COSTS = 4;
/** So much of what the machine is worth running may be lost by a wrong job before nothing is left of its points. */
const LOST_ALL = 0.4;
/** A minute at the bench costs as much as an hour says; money spent counts beside it. */
const spentOf = ({ minutes, spent }: Pick<Work, 'minutes' | 'spent'>, ratePerHour: number) =>
  (minutes / 60) * ratePerHour + spent;

/**
 * What an answer is worth, and how it was come by. Never better for more tests or less safety: time and money only
 * count against, and every danger costs.
 *
 * @param plan what the plan took for it
 */
export function markOf(of: PracticeCase, work: Work, answer: Answer, plan = followPlan(of).work): Marks {
  const points = of.rule.asks === 'job' ? OF : WITHOUT_JOB;
  const away = asked(of, answer) / mostFaulty(of);
  const worth = worthOfJobs(of);
  const best = bestJob(worth);
  const left = (name: string | undefined) =>
    worth.get(name ?? '')?.left ?? Math.min(...[...worth.values()].map((w) => w.left));
  const lost = Math.max(0, left(best) - left(answer.job));
  const [mine, theirs] = [work, plan].map((one) => spentOf(one, of.money.labourRatePerHour)) as [number, number];
  const asTold = toldTrue(of, work, answer);
  const told = Object.values(asTold);
  const dangers = work.done.flatMap((done) => done.dangers);
  const careless = carelessIn(of, work);
  const part = (name: keyof typeof OF, share: number): Mark => ({
    of: points[name],
    got: Math.round(10 * points[name] * Math.min(1, share)) / 10,
  });
  const marks = {
    // Surely wrong loses as much as surely right gains: bluff does not pay.
    cause: part('cause', Math.max(-1, 1 - 2 * away)),
    job: part('job', Math.max(0, 1 - lost / (LOST_ALL * of.money.valueRunning))),
    owner: part('owner', told.filter(Boolean).length / told.length),
    time: part('time', mine <= 0 ? 0 : Math.min(1, Math.max(theirs, 1e-9) / mine)),
    safety: part('safety', Math.max(0, 1 - dangers.reduce((sum, one) => sum + DANGER_COSTS[one], 0) / OF.safety)),
    care: part(
      'care',
      Math.max(0, 1 - (CARELESS_COSTS * careless.reduce((sum, { times }) => sum + times, 0)) / OF.care),
    ),
  };
  const sum = Object.values(marks).reduce((all, { got }) => all + got, 0) - HINT_COSTS * work.hints;
  const worst = placesOf(of).find((place) => truthAt(of, place) !== 'sound') ?? placesOf(of)[0] ?? '';
  const claim = surest(of, answer.claims, worst);
  return {
    ...marks,
    hints: work.hints,
    total: Math.round(Math.max(0, Math.min(100, sum))),
    right: placesOf(of).every((place) => isRight(of, answer, place)),
    said: { p: claim.p, right: isRight(of, answer, worst) },
    plan: { minutes: plan.minutes, spent: plan.spent },
    dangers,
    careless,
    told: asTold,
    bestJob: best,
    lost,
  };
}

/** Whether a place is named as it is, as far as the level asks: which cylinder, or what it has. */
export function isRight(of: PracticeCase, { claims }: Pick<Answer, 'claims'>, place: string): boolean {
  const truth = truthAt(of, place);
  const { finding } = surest(of, claims, place);
  return of.rule.asks === 'state' || of.rule.asks === 'place'
    ? (finding === 'sound') === (truth === 'sound')
    : finding === truth;
}

/**
 * So many places may have something at this level: who finds one of two is half right. It is the same whatever the case
 * has, so that the score stays proper.
 */
const mostFaulty = ({ rule, job }: PracticeCase): number =>
  Math.max(1, ...rule.faulty.map((count) => (count === 'all' ? job.engine.cylinders.length : count)));

/** How far off, as far as the level asks: where it only asks which, every fault of a place counts as one. */
function asked(of: PracticeCase, { claims }: Answer): number {
  if (of.rule.asks === 'cause' || of.rule.asks === 'job') return distance(of, claims);
  return placesOf(of).reduce((sum, place) => {
    const sound = claims[place] === undefined ? 1 : soundShare(claims, place);
    return sum + (sound - Number(truthAt(of, place) === 'sound')) ** 2;
  }, 0);
}
function soundShare(claims: Answer['claims'], place: string): number {
  const named = claims[place] ?? {};
  if (named.sound !== undefined) return Math.min(1, named.sound);
  // Somebody who says what it has says that it has something.
  return Math.max(0, 1 - Object.values(named).reduce((sum, p) => sum + p, 0));
}

/** What a stroke too few and a throttle forgotten look like in what was done. */
function carelessIn(of: PracticeCase, work: Work): Marks['careless'] {
  const count = (what: Careless, times: number) => (times > 0 ? [{ what, times }] : []);
  const cranked = work.done.flatMap(({ act, saw }) =>
    act.do === 'crank' && saw?.saw === 'compression' ? [{ ...saw, cylinder: act.cylinder }] : [],
  );
  const fed = work.done.flatMap(({ saw }) => (saw?.saw === 'air' ? [saw.reading] : []));
  const shut = work.compression.filter(({ throttle }) => throttle === 'shut').length;
  const laboured =
    of.job.engine.cylinders.length > 1 ? work.compression.filter(({ plugs }) => plugs === 'in').length : 0;
  return [
    ...count('throttle-shut', shut),
    ...count('plugs-in', laboured),
    ...count('too-few-strokes', cranked.filter(({ rising }) => rising).length),
    ...count('low-not-repeated', lowReadOnce(of, work)),
    ...count('tester-not-looked-at', testerForgotten(of, work) ? 1 : 0),
    ...count('off-its-top', fed.filter(({ tdcConfirmed }) => tdcConfirmed !== true).length),
    ...count('breather-on', fed.filter(({ breatherOff }) => breatherOff === false).length),
  ];
}

/** The least that its makers want, in the unit of its gauge. */
const leastWanted = ({ job }: PracticeCase): number => job.books?.[0]?.compression?.min ?? 0;

/** Under this share of the best, or under the book's minimum, a reading is taken again by whoever is careful. */
const DOUBTED = 0.85;
function lowReadOnce(of: PracticeCase, work: Work): number {
  // Air says it again, and better; a level whose cart has none of it asks for the second reading.
  const aired = new Set(work.air.map(({ reading }) => reading.cylinder));
  // All of it low, the test itself is asked, and says it as well.
  const asked = hasLooked(work, 'tester');
  const dry = dryOf(work);
  const best = Math.max(0, ...dry.map(({ reading }) => reading.peak));
  const min = leastWanted(of);
  const times = new Map<string, { n: number; low: boolean }>();
  for (const { reading } of dry) {
    const before = times.get(reading.cylinder)?.n ?? 0;
    times.set(reading.cylinder, { n: before + 1, low: reading.peak < Math.max(DOUBTED * best, min) });
  }
  const wet = new Set(work.compression.flatMap(({ reading }) => (reading.wet ? [reading.cylinder] : [])));
  const all = times.size > 1 && [...times.values()].every(({ low }) => low);
  if (all && asked) return 0;
  return [...times].filter(([id, { n, low }]) => low && n === 1 && !aired.has(id) && !wet.has(id)).length;
}

/** So much of the air lost explains a low reading. Source: the usual limit of what is sound. */
const LOST = 0.2;
/** A case that keeps less than this share of what went in does not hold. */
const HOLDS = 0.8;
/**
 * What lied was never asked; or everything read low, and nobody asked the tester. Where it was got ready by others they
 * did.
 */
function testerForgotten(of: PracticeCase, work: Work): boolean {
  if (of.rule.ready) return false;
  const { trouble, at } = of.hidden;
  if (trouble !== undefined) {
    const used =
      trouble === 'rig-leak'
        ? work.cases.length > 0
        : work.compression.some(({ reading }) => at === undefined || reading.cylinder === at);
    return used && !hasLooked(work, MENDED_BY[trouble]);
  }
  // A case that does not hold says nothing before its rig was tried by itself.
  const leaking = work.cases.some(({ samples }) => (samples.at(-1)?.value ?? 0) < HOLDS * (samples[0]?.value ?? 0));
  if (leaking && !hasLooked(work, 'rig')) return true;
  const dry = dryOf(work);
  const min = leastWanted(of);
  const read = new Set(dry.map(({ reading }) => reading.cylinder));
  const allLow = read.size === of.job.engine.cylinders.length && dry.every(({ reading }) => reading.peak < min);
  // Air that is lost says by itself that it is not the compression tester; air that is held says that it may be.
  const loses = new Set(
    work.air.flatMap(({ reading: { cylinder, supply, cylinderPressure = supply } }) =>
      cylinderPressure < (1 - LOST) * supply ? [cylinder] : [],
    ),
  );
  return allLow && [...read].some((id) => !loses.has(id)) && !hasLooked(work, 'tester');
}
