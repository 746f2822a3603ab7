import type { Engine } from '../engine/engine';
import { neighboursOfCylinder } from '../engine/banks';
import type { JobFile } from '../jobfile/job-file';
import type { JudgedCylinder } from '../judgement/judgement';
import type { State } from '../judgement/state';
import type { Pattern } from '../spread/pattern';

export type NextTest =
  | 'compression' | 'leakdown' | 'crankcase' | 'wet' | 'retest' | 'inspect-valve-train' | 'check-tester' | 'quick-checks' | 'stop';

/** Why this step is next: a rule with its numbers, told elsewhere. */
export type NextReason =
  | { because: 'nothing-measured' }
  | { because: 'release-hides'; }
  | { because: 'still-to-measure'; missing: string[] }
  | { because: 'read-once'; state: State }
  | { because: 'attempts-disagree' }
  | { because: 'too-close' }
  | { because: 'all-low' }
  | { because: 'oil-tells-rings-from-valves' }
  | { because: 'find-where-the-air-goes'; neighbours: string[] }
  | { because: 'reads-nothing' }
  | { because: 'half-of-the-other'; other: string }
  | { because: 'past-watch' }
  | { because: 'good-and-even' }
  | { because: 'enough-known' }
  | { because: 'cannot-crank' };

export interface NextStep {
  rank: number;
  test: NextTest;
  cylinder: string | null;
  minutes: number;
  reason: NextReason & { text: string };
  outcomes: { outcome: string; then: string }[];
}

export type PlannedStep = Omit<NextStep, 'rank' | 'reason' | 'outcomes'> & { reason: NextReason };

/** Minutes at the bench with the tester at hand. Access is not counted yet. */
const MINUTES: Readonly<Record<NextTest, number>> = {
  compression: 3, leakdown: 12, crankcase: 20, wet: 4, retest: 3, 'inspect-valve-train': 10, 'check-tester': 5, 'quick-checks': 10, stop: 0,
};
/** Getting a compression test ready, once. */
const COMPRESSION_SET_UP = 4;

const step = (test: NextTest, cylinder: string | null, reason: NextReason, minutes = MINUTES[test]): PlannedStep =>
  ({ test, cylinder, minutes, reason });

/** What an experienced colleague would do next, best first, from the order of work of the trade. */
export function nextSteps(job: JobFile, cylinders: readonly JudgedCylinder[], patterns: readonly Pattern[]): PlannedStep[] {
  const { engine } = job;
  const missing = cylinders.filter((c) => !c.compression && !c.leakage).map((c) => c.id);
  const first = missing[0];
  if (first !== undefined) return toMeasure(engine, missing, first);
  if (patterns.some((pattern) => pattern.name === 'all-low') || (cylinders.length === 1 && cylinders[0]?.state === 'low')) {
    return questionTheTest(cylinders);
  }
  const steps = cylinders.flatMap((cylinder) => forCylinder(engine, cylinder, patterns));
  if (steps.length > 0) return steps.sort((a, b) => URGENCY.indexOf(a.test) - URGENCY.indexOf(b.test));
  if (cylinders.some((c) => c.state === 'low' || c.state === 'dead')) return [step('stop', null, { because: 'enough-known' })];
  if (cylinders.some((c) => c.state === 'watch')) {
    return [step('stop', null, { because: 'past-watch' }), ...watched(cylinders)];
  }
  return [step('stop', null, { because: 'good-and-even' }), step('quick-checks', null, { because: 'good-and-even' })];
}

const URGENCY: readonly NextTest[] = ['retest', 'inspect-valve-train', 'wet', 'leakdown'];

function toMeasure(engine: Engine, missing: string[], first: string): PlannedStep[] {
  const none = missing.length === engine.cylinders.length;
  const minutes = MINUTES.compression * missing.length + (none ? COMPRESSION_SET_UP : 0);
  const compression = step('compression', first, none ? { because: 'nothing-measured' } : { because: 'still-to-measure', missing }, minutes);
  if (engine.cranks === false) return [step('leakdown', first, { because: 'cannot-crank' })];
  if (engine.compressionRelease === 'automatic') return [step('leakdown', first, { because: 'release-hides' }), compression];
  return [compression];
}

function questionTheTest(cylinders: readonly JudgedCylinder[]): PlannedStep[] {
  const once = cylinders.filter((c) => c.compression?.attempts.of === 1);
  const lowest = [...cylinders].sort((a, b) => (a.compression?.readKPa ?? 0) - (b.compression?.readKPa ?? 0))[0] as JudgedCylinder;
  return [
    step('check-tester', null, { because: 'all-low' }),
    ...once.slice(0, 1).map((c) => step('retest', c.id, { because: 'read-once', state: c.state })),
    step('leakdown', lowest.id, { because: 'find-where-the-air-goes', neighbours: [] }),
  ];
}

function forCylinder(engine: Engine, cylinder: JudgedCylinder, patterns: readonly Pattern[]): PlannedStep[] {
  const { id, state, compression } = cylinder;
  if (!compression) return state === 'low' || state === 'unproven' ? [step('retest', id, { because: 'too-close' })] : [];
  const has = (rule: string) => cylinder.reasons.some((reason) => reason.rule === rule);
  if (has('attempts-disagree')) return [step('retest', id, { because: 'attempts-disagree' })];
  if (state === 'dead' || state === 'low') {
    if (compression.attempts.of === 1) return [step('retest', id, { because: 'read-once', state })];
    const neighbours = neighboursOfCylinder(engine, id);
    const half = patterns.find((pattern) => pattern.name === 'half-of-the-other');
    if (state === 'dead') {
      return [
        step('inspect-valve-train', id, { because: 'reads-nothing' }),
        step('leakdown', id, { because: 'reads-nothing' }),
      ].filter((s) => engine.cycle === 'four-stroke' || s.test !== 'inspect-valve-train');
    }
    return [
      ...(half?.cylinders[0] === id ? [step('inspect-valve-train', id, { because: 'half-of-the-other', other: half.other })] : []),
      ...(cylinder.wet ? [] : [step('wet', id, { because: 'oil-tells-rings-from-valves' })]),
      ...(cylinder.leakage ? [] : [step('leakdown', id, { because: 'find-where-the-air-goes', neighbours })]),
    ];
  }
  if (state === 'unproven') {
    if (has('test-doubted')) return [step('leakdown', id, { because: 'release-hides' })];
    return compression.attempts.of < 3
      ? [step('retest', id, { because: 'too-close' })]
      : [step('leakdown', id, { because: 'too-close' })];
  }
  return [];
}

function watched(cylinders: readonly JudgedCylinder[]): PlannedStep[] {
  return cylinders.filter((c) => c.state === 'watch').map((c) => step('leakdown', c.id, { because: 'past-watch' }));
}
