import type { Named } from '../causes/names';
import type { Purpose } from '../jobfile/purpose';
import type { SchoolOf } from '../jobfile/schools';
import type { State } from '../jobfile/state';
import type { JudgedInspection } from '../test-kinds/inspection';
import type { Outcome } from './worth';

export type NextTest =
  | 'compression'
  | 'leakdown'
  | 'crankcase'
  | 'valve-clearance'
  | 'manifold-vacuum'
  | 'battery-cranking'
  | 'wet'
  | 'retest'
  | 'inspect-valve-train'
  | 'check-tester'
  | 'quick-checks'
  | 'stop';

/** Purposes that end with an answer of their own when the engine seals. */
export type SealsFor = Exclude<Purpose, 'fault' | 'waking'>;

/** Which reading is taken again. */
export type Again = 'compression' | 'leakdown' | 'crankcase';

/** Why this step is next: a rule with its numbers, told elsewhere. */
export type NextReason =
  | { because: 'nothing-measured' }
  /** It stood: oil, turned by hand, oil pressure, before anything cranks it hard. */
  | { because: 'wake-first' }
  /** A fresh rebuild is proven by air first: rings that have not run in read low. */
  | { because: 'fresh-rebuild' }
  /** Something was repaired and nothing was measured since. */
  | { because: 'prove-repair'; repair: string }
  /** It read better each time: what was stuck frees itself. */
  | { because: 'rings-free'; from: number; to: number }
  /** It stood, and was read once: it may read better when it has turned. */
  | { because: 'may-free'; cylinders: number }
  | { because: 'release-hides' }
  | { because: 'still-to-measure'; missing: string[] }
  | { because: 'read-once'; state: State }
  | { because: 'attempts-disagree' }
  | { because: 'too-close' }
  /** It misses a limit while everything else speaks for a sound one, or one stands high. */
  | { because: 'contradicts' }
  | { because: 'seal-the-adapter' }
  /** Faint air where only a gasket lets it out. */
  | { because: 'look-again-there' }
  /** Valves without their clearance hold the cylinder open. */
  | { because: 'set-clearance'; valves: ('intake' | 'exhaust')[] }
  /** It lies open: what was measured there, and misses the book. */
  | { because: 'apart'; faults: JudgedInspection[] }
  | { because: 'all-low'; cylinders: number }
  | { because: 'takes-most-doubt'; bits: number; left: number; likeliest: { cause: Named; probability: number } }
  /** Another way to go on: what it would tell. */
  | { because: 'would-tell'; bits: number; left: number }
  /** A case leaks or holds whatever the cylinders read. */
  | { because: 'case-apart'; bits: number }
  | { because: 'test-likelier'; likeliest: { cause: Named; probability: number } }
  | { because: 'wrong-stroke' }
  | { because: 'crank-turned' }
  | { because: 'case-may-leak' }
  /** The case did not hold: once, so that the place is looked for while it is fed; more than once. */
  | { because: 'case-leaks'; found: boolean; mode: 'pressure' | 'vacuum' }
  | { because: 'case-not-proven' }
  | { because: 'no-tester-for-it'; missing: 'leakdown' | 'compression' }
  | { because: 'sure-enough'; likeliest: { cause: Named; probability: number }; purpose?: Purpose }
  | { because: 'find-where-the-air-goes' }
  | { because: 'reads-nothing' }
  /** It makes nothing, and air was fed: so much of it gets out, in percent. */
  | { because: 'dead-and-fed'; percent: number }
  /** Air at the intake may be the crankcase's, by the breather. */
  | { because: 'breather-on' }
  | { because: 'half-of-the-other'; other: string }
  | { because: 'past-watch' }
  /** It passes, and these stand so high that their chambers have likely grown small. */
  | { because: 'look-for-carbon'; cylinders: string[] }
  | { because: 'good-and-even'; cylinders: number; fuel: 'petrol' | 'diesel' }
  /** It seals: what that means for why it was tested, where that is not a fault to be found. */
  | { because: 'seals-for'; purpose: SealsFor; cylinders: number }
  /** Whoever pays for a report is owed the leak of every cylinder. */
  | { because: 'report-owed'; cylinders: string[] }
  | { because: 'enough-known'; purpose?: Purpose }
  /** Nothing on the cart tells more, and it is not settled. */
  | { because: 'nothing-tells-more'; cylinders: string[] }
  | { because: 'cannot-crank' }
  /** Oiled cold, and alone: dry bores rise too. */
  | { because: 'oil-the-others'; other: string }
  /** The engine must not be turned any further. */
  | { because: 'no-oil-pressure' }
  /** It seals, and these plugs have no spark, or a weak one. */
  | { because: 'no-spark'; cylinders: string[] }
  | { because: 'spark-is-there' }
  /** What is done in ten minutes; whether its spark was looked at already. */
  | { because: 'quick-look'; sparks: boolean }
  /** The cylinders are good, and another gauge, or an eye, found what is wrong. */
  | { because: 'inspection-faults'; faults: JudgedInspection[] }
  /** It makes what it should when cranked, and not when it runs. */
  | { because: 'does-not-breathe'; cylinders: string[] }
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
  /** Of a retest: which reading is doubted. */
  of?: Again;
  minutes: number;
  reason: NextReason;
  /** The likeliest first; missing where the trade's rule decides and there are no odds to tell. */
  outcomes?: StepOutcome[];
}
export interface NextStep extends PlannedStep {
  rank: number;
}

/** Minutes at the bench with the tester at hand. Access is not counted yet. */
export const MINUTES: Readonly<Record<NextTest, number>> = {
  compression: 3,
  leakdown: 12,
  crankcase: 20,
  'valve-clearance': 15,
  'manifold-vacuum': 5,
  'battery-cranking': 3,
  wet: 4,
  retest: 3,
  'inspect-valve-train': 10,
  'check-tester': 5,
  'quick-checks': 10,
  stop: 0,
};
/** Getting a compression test ready, once. */
export const COMPRESSION_SET_UP = 4;

export const step = (
  test: NextTest,
  cylinder: string | null,
  reason: NextReason,
  minutes = MINUTES[test],
): PlannedStep => ({ test, cylinder, minutes, reason });

/** The same reading once more. */
export const again = (of: Again, cylinder: string | null, reason: NextReason): PlannedStep => ({
  ...step('retest', cylinder, reason, of === 'leakdown' ? MINUTES.leakdown / 2 : MINUTES.retest),
  of,
});
