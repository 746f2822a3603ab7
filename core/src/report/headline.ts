import type { Judgement } from '../plan/judge';
import type { State } from '../jobfile/state';
import { isFault, stateOfEngine } from '../verdict/engine-state';
import { tellFaults } from './test-kinds';
import type { PressureUnit } from '../quantity/units';
import type { JudgedCylinder } from '../verdict/verdict';
import { CAUSE_IS } from './cause-names';
import { lowOne, lowOnes } from './low-ones';
import { are, capital, cylinders as named } from './phrases';
import { readingIn } from './reading';

/** One sentence that a mechanic would say across the bench. */
export function headline(judgement: Judgement, unit: PressureUnit = judgement.unit): string {
  const { cylinders, crankcase, inspections } = judgement;
  const faults = tellFaults(inspections.filter(isFault), cylinders.length > 1);
  const many = cylinders.length > 1;
  const measured = cylinders.filter((one) => one.compression ?? one.leakage);
  if (crankcase?.state === 'low' && cylinders.every(({ state }) => state !== 'low' && state !== 'dead'))
    return (
      `The crankcase${crankcase.case === undefined ? '' : ` of cyl ${crankcase.case}`} does not hold its ` +
      `${crankcase.mode}: find where it leaks.`
    );
  if (measured.length === 0 && faults.length > 0) return `${capital(someOf(faults))}.`;
  if (measured.length === 0)
    return crankcase
      ? `${crankcase.state === 'sound' ? 'The crankcase holds' : 'The crankcase is not proven'}; no cylinder ` +
          'measured yet.'
      : inspections.length > 0
        ? 'No cylinder measured yet.'
        : 'Nothing measured yet.';
  const [only] = cylinders as [JudgedCylinder];
  const reading = readingIn(unit);
  const worst = stateOfEngine(
    cylinders.map(({ state }) => state),
    crankcase,
    [],
  );
  if (faults.length > 0 && (worst === 'sound' || worst === 'watch'))
    return `${many ? 'Every cylinder is good' : `${capital(reading(only))} is good`}, but ${someOf(faults)}.`;
  switch (worst) {
    case 'dead': {
      const dead = at(cylinders, 'dead');
      return many
        ? `${are(dead.map(({ id }) => id))} dead: ${dead.map(reading).join(', ')}.`
        : `It makes next to nothing: ${reading(only)}.`;
    }
    case 'low':
      return many ? lowOnes(judgement, reading, unit) : lowOne(judgement, only, reading(only));
    case 'unproven': {
      if (measured.length < cylinders.length)
        return `${measured.length} of ${cylinders.length} measured, ${soFar(measured)}.`;
      if (crankcase?.state === 'unproven' && at(cylinders, 'unproven').length === 0)
        return 'The cylinders are good; the crankcase is not proven yet.';
      return many ? openOnes(cylinders) : `${capital(reading(only))}: ${whyOpen(only)}.`;
    }
    case 'watch':
      return many
        ? `It passes. Keep an eye on ${named(at(cylinders, 'watch').map(({ id }) => id))}.`
        : watched(only, reading(only));
    case 'sound':
      return many ? 'Good and even on every cylinder.' : `Good: ${reading(only)}.`;
  }
}

/** What passes with a remark, and the remark. */
function watched({ reasons, compression, leakage }: JudgedCylinder, reading: string): string {
  const rules = new Set<string>(reasons.map(({ rule }) => rule));
  if (rules.has('above-maximum')) return `It reads above its maximum: ${reading}.`;
  const likelier = reasons.find((reason) => reason.rule === 'fault-likelier');
  if (likelier?.rule === 'fault-likelier')
    return `It passes at ${reading}, but probably something is wrong all the same: ${CAUSE_IS[likelier.cause]}.`;
  if (rules.has('leak-watch') && leakage)
    return (leakage.usualPercent ?? leakage.percent) > leakage.limits.sound
      ? `It passes at ${reading}: more than a sound one loses, and no fault yet.`
      : `It passes at ${reading}, not surely within what a sound one loses.`;
  const { minHereKPa } = compression?.limit ?? {};
  const close =
    compression !== null &&
    minHereKPa !== undefined &&
    compression.estimateKPa - minHereKPa <= compression.plusMinusKPa;
  return close ? `It passes at ${reading}, with little to spare.` : `It passes at ${reading}. Keep an eye on it.`;
}

/** More than so many faults are told by their number. */
const SOME = 2;

function someOf(faults: readonly string[]): string {
  const more = faults.length - SOME;
  return `${faults.slice(0, SOME).join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
}

/** What was measured of an engine that is not measured whole. */
function soFar(measured: readonly JudgedCylinder[]): string {
  if (measured.every(({ state }) => state === 'sound')) return 'good so far';
  return measured.every(passes) ? 'passing so far' : 'nothing proven yet';
}

const passes = ({ state }: JudgedCylinder) => state === 'sound' || state === 'watch';
const at = (cylinders: readonly JudgedCylinder[], wanted: State) => cylinders.filter(({ state }) => state === wanted);

const DOUBTS: readonly (readonly [rules: readonly string[], words: string])[] = [
  [['test-doubted', 'test-likelier'], 'low, but the test is likelier to blame than the engine'],
  [['attempts-disagree', 'leak-attempts-disagree'], 'readings disagree'],
  [['wrong-stroke-suspected', 'crank-turned'], 'the air test has to be made again'],
  [['high-or-low'], 'low, or another one stands high'],
  [['contradicts-itself'], 'readings contradict each other'],
  [['too-close-to-minimum', 'spread-too-close', 'leak-too-close'], 'too close to call'],
  [['no-minimum'], 'no limit is known to hold it against'],
];

/** What keeps a cylinder from being proven. */
function whyOpen({ reasons }: JudgedCylinder): string {
  const rules = new Set<string>(reasons.map(({ rule }) => rule));
  return DOUBTS.find(([any]) => any.some((rule) => rules.has(rule)))?.[1] ?? 'nothing is proven yet';
}

/** What is open, those that are open for the same reason together. */
function openOnes(cylinders: readonly JudgedCylinder[]): string {
  const by = new Map<string, string[]>();
  for (const one of at(cylinders, 'unproven')) by.set(whyOpen(one), [...(by.get(whyOpen(one)) ?? []), one.id]);
  return `${[...by].map(([why, ids]) => `${capital(named(ids))}: ${why}`).join('. ')}.`;
}
