import { neighboursOfCylinder } from '../engine/banks';
import type { Engine } from '../engine/engine';
import type { JobFile } from '../jobfile/job-file';
import { type Chamber, CHAMBERS, type Conditions } from './facts';
import { likelierBy } from './symptoms';
import { canHave } from '../engine/faults';
import { learnedFactors } from './learned';
import type { CylinderCause } from './cylinder-cause';

/** Faults of the test: the first two belong to a cylinder, the others to all of them. */
export type OwnTestFault = 'adapter-leak' | 'off-tdc';
export type SharedTestFault = 'tester-without-valve' | 'throttle-closed' | 'slow-cranking' | 'cold-engine';
export type TestFault = OwnTestFault | SharedTestFault;

export const GRADED_CAUSES = [
  'rings-or-bore',
  'piston-damage',
  'intake-valve',
  'exhaust-valve',
  'head-gasket-external',
  'head-gasket-between',
  'head-gasket-coolant',
  'valve-train',
  'carbon',
] as const satisfies readonly CylinderCause[];
export const SHARED_TEST_FAULTS: readonly SharedTestFault[] = [
  'tester-without-valve',
  'throttle-closed',
  'slow-cranking',
  'cold-engine',
];
/** A slight fault and a gross one read so differently that each has tables of its own: severities up to these. */
export const GRADES = [0.4, 0.65, 1] as const;

/** One way in which a cylinder, or the test on it, may be: the row of the evidence tables. */
export interface Hypothesis {
  row: string;
  cause: CylinderCause | 'test-fault';
  which?: TestFault;
}

export const OWN_HYPOTHESES: readonly Hypothesis[] = [
  { row: 'sound', cause: 'sound' },
  ...GRADED_CAUSES.flatMap((cause) => GRADES.map((_, grade): Hypothesis => ({ row: `${cause}:${grade + 1}`, cause }))),
  { row: 'compression-release', cause: 'compression-release' },
  { row: 'adapter-leak', cause: 'test-fault', which: 'adapter-leak' },
  { row: 'off-tdc', cause: 'test-fault', which: 'off-tdc' },
];

/** The row of a shared test fault: a hose takes more from a small chamber. */
export const sharedRow = (fault: SharedTestFault, chamber: Chamber): string =>
  fault === 'tester-without-valve' ? `${fault}:${chamber}` : fault;
export const SHARED_ROWS: readonly string[] = [
  ...CHAMBERS.map((chamber) => `tester-without-valve:${chamber}`),
  'throttle-closed',
  'slow-cranking',
  'cold-engine',
];

/**
 * How often each cause is met, before anything is measured, as odds against the others of its engine.
 * Source: the order in which the trade suspects them; hours and symptoms move them, measurements decide.
 */
const FREQUENCY: Readonly<Record<Exclude<CylinderCause, 'sound' | 'compression-release'>, number>> = {
  'rings-or-bore': 1,
  'exhaust-valve': 0.8,
  'intake-valve': 0.45,
  'head-gasket-external': 0.3,
  'head-gasket-between': 0.35,
  'head-gasket-coolant': 0.35,
  'valve-train': 0.3,
  'piston-damage': 0.3,
  carbon: 0.3,
};
/** Chance that an engine on the bench has a fault of its own in some cylinder. */
const FAULTY_ENGINE = 0.6;
/** All cylinders worn alike. */
export const ALL_WORN = 0.05;
/** Two-strokes lose rings and pistons first. */
const TWO_STROKE: Partial<typeof FREQUENCY> = { 'rings-or-bore': 1.4, 'piston-damage': 0.7 };
/** Hours at which wear is as likely as the table says. */
const USUAL_HOURS = 800;

/** Whether an engine can have a cause at all. */
export const canHaveCause = (engine: Engine, cause: CylinderCause | 'crank-seal' | 'test-fault'): boolean =>
  cause === 'sound' || cause === 'test-fault' || canHave(engine, cause);

/** Prior of each own hypothesis of one cylinder, adding up to 1. */
export function priorsOf(
  job: Pick<JobFile, 'engine' | 'symptoms' | 'books' | 'houseRules' | 'tests'>,
  cylinder: string,
): Map<string, number> {
  const { engine, symptoms = [], houseRules } = job;
  const n = engine.cylinders.length;
  const odds = new Map<(typeof GRADED_CAUSES)[number], number>();
  for (const cause of GRADED_CAUSES) {
    if (
      !canHave(engine, cause) ||
      (cause === 'head-gasket-between' && neighboursOfCylinder(engine, cylinder).length === 0)
    )
      continue;
    const usual = (engine.cycle === 'two-stroke' ? TWO_STROKE[cause] : undefined) ?? FREQUENCY[cause];
    // What says the same twice counts once.
    const said = Math.max(1, ...symptoms.map((symptom) => likelierBy(symptom, cause)));
    const worn = cause === 'rings-or-bore' ? wearFactor(engine) : 1;
    odds.set(cause, usual * said * worn);
  }
  for (const [cause, factor] of learnedFactors(odds, engine.family, houseRules))
    odds.set(cause, (odds.get(cause) ?? 0) * factor);
  const all = [...odds.values()].reduce((a, b) => a + b, 0);
  const faulty = n === 1 ? FAULTY_ENGINE : (1.1 * FAULTY_ENGINE) / n;
  const priors = new Map<string, number>();
  for (const [cause, one] of odds)
    GRADES.forEach((_, grade) => priors.set(`${cause}:${grade + 1}`, (faulty * one) / all / GRADES.length));
  if (canHave(engine, 'compression-release') && wasCranked(job, cylinder))
    priors.set('compression-release', releasePrior(job));
  priors.set('adapter-leak', 0.03 / Math.sqrt(n));
  priors.set('off-tdc', 0.03 / Math.sqrt(n));
  const taken = [...priors.values()].reduce((a, b) => a + b, 0);
  priors.set('sound', Math.max(0.1, 1 - taken));
  const sum = taken + Math.max(0.1, 1 - taken);
  return new Map([...priors].map(([row, p]) => [row, p / sum]));
}

/** A release takes from a cranking pressure alone: where none was read it explains nothing, and the engine is sound. */
const wasCranked = ({ tests = [] }: Pick<JobFile, 'tests'>, cylinder: string): boolean =>
  tests.some((test) => test.kind === 'compression' && test.readings.some((reading) => reading.cylinder === cylinder));

/** Machines for the road count kilometres where others count hours: about so many an hour. */
const KM_AN_HOUR = 50;
const COUNTED_IN_KM = 5000;

function wearFactor({ family, hours }: Engine): number {
  if (hours === undefined) return 1;
  const onRoad = (family === 'motorcycle' || family === 'scooter') && hours > COUNTED_IN_KM;
  return Math.min(2.5, Math.max(0.5, Math.sqrt((onRoad ? hours / KM_AN_HOUR : hours) / USUAL_HOURS)));
}

/**
 * A release that the book does not count in explains a low reading by itself; one that is counted in may hang. A lever
 * is now and then forgotten.
 */
function releasePrior({ engine, books }: Pick<JobFile, 'engine' | 'books'>): number {
  if (engine.compressionRelease !== 'automatic') return 0.06;
  const book = books?.find(({ compression }) => compression)?.compression;
  return book && book.releaseActing !== false ? 0.05 : 0.35;
}

/**
 * Prior of each fault that the whole test may share: testers made for larger engines are met on small ones above all.
 * Source: what is found wrong with tests when they are repeated with care.
 */
export const sharedPrior = (fault: SharedTestFault, chamber: Chamber): number =>
  fault === 'tester-without-valve' ? WITHOUT_VALVE[chamber] : SHARED_PRIOR[fault];
const WITHOUT_VALVE: Readonly<Record<Chamber, number>> = { tiny: 0.15, small: 0.06, large: 0.03 };
const SHARED_PRIOR: Readonly<Record<Exclude<SharedTestFault, 'tester-without-valve'>, number>> = {
  'throttle-closed': 0.045,
  'slow-cranking': 0.05,
  'cold-engine': 0.04,
};

/**
 * How likely a note is when the test has a fault, and when it has none. Rows that are not listed: as likely either way.
 * Source: practice; people write down what they know, and forget half of it.
 */
type Noted = { [K in 'valve' | 'throttle' | 'cranking' | 'temperature']: Record<Conditions[K], number> };
const NOTED_WITHOUT: Noted = {
  valve: { 'engine-end': 0.5, elsewhere: 0.005, unsaid: 0.495 },
  throttle: { open: 0.6, closed: 0.02, unsaid: 0.38 },
  cranking: { 'turns-well': 0.4, labours: 0.01, unsaid: 0.59 },
  temperature: { warm: 0.75, cold: 0.03, unsaid: 0.22 },
};
const NOTED_WITH: Readonly<Record<SharedTestFault, Partial<Noted>>> = {
  'tester-without-valve': { valve: { 'engine-end': 0.06, elsewhere: 0.42, unsaid: 0.52 } },
  'throttle-closed': { throttle: { open: 0.06, closed: 0.44, unsaid: 0.5 } },
  'slow-cranking': { cranking: { 'turns-well': 0.03, labours: 0.57, unsaid: 0.4 } },
  'cold-engine': { temperature: { warm: 0.05, cold: 0.65, unsaid: 0.3 } },
};

export type NotedFact = keyof Noted;

/** How likely a note is under a shared fault, or under none. */
export function notedProbability(fact: NotedFact, conditions: Conditions, fault: SharedTestFault | undefined): number {
  const table = ((fault && NOTED_WITH[fault][fact]) ?? NOTED_WITHOUT[fact]) as Record<string, number>;
  return table[conditions[fact]] ?? 1;
}

/** From this share of its usual speed down a starter surely labours, from that up it surely turns well. */
const LABOURS_AT = 0.45;
const TURNS_WELL_AT = 0.85;

/** A speed that was measured, without a step between slow and fast. */
function slowFactor(speed: number): number {
  const { labours, 'turns-well': well } = NOTED_WITH['slow-cranking'].cranking ?? NOTED_WITHOUT.cranking;
  const fast = Math.min(1, Math.max(0, (speed - LABOURS_AT) / (TURNS_WELL_AT - LABOURS_AT)));
  const slow = Math.log(labours / NOTED_WITHOUT.cranking.labours);
  return Math.exp((1 - fast) * slow + fast * Math.log(well / NOTED_WITHOUT.cranking['turns-well']));
}

const NOT_THE_ENGINE: ReadonlySet<string> = new Set(['adapter-leak', 'off-tdc', ...SHARED_TEST_FAULTS]);
/** Whether a name stands for the test rather than for something of the engine. */
export const isTestFault = (name: string): boolean => NOT_THE_ENGINE.has(name);

/** What of the notes speaks of each shared fault. */
export const NOTED_BY: Readonly<Record<SharedTestFault, NotedFact>> = {
  'tester-without-valve': 'valve',
  'throttle-closed': 'throttle',
  'slow-cranking': 'cranking',
  'cold-engine': 'temperature',
};

/**
 * How much likelier the notes make a shared fault, as a factor on its odds. What nobody noted counts for nothing. An
 * engine that was noted cold is corrected for: nothing is left of it to blame.
 */
export function notedFactor(conditions: Conditions, fault: SharedTestFault): number {
  const fact = NOTED_BY[fault];
  if (conditions[fact] === 'unsaid' || (fault === 'cold-engine' && conditions.temperature === 'cold')) return 1;
  if (fault === 'slow-cranking' && conditions.speed !== undefined) return slowFactor(conditions.speed);
  return notedProbability(fact, conditions, fault) / notedProbability(fact, conditions, undefined);
}
