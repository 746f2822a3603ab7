import { COLD_AND_ALONE } from '../causes/facts';
import { namesOf } from '../causes/names';
import { layoutOf } from '../engine/engine';
import type { JudgedCylinder } from '../verdict/verdict';
import { doubtLeft, labours, likeliestOf, type Standing } from './standing';
import { MINUTES, type PlannedStep, step } from './step';
import { leakdownWorth, wetWorth, type Worth } from './worth';

/** A test that is expected to take away less than this is not worth its minutes, bits. */
export const LEAST_BITS = 0.12;
/** Surer than this nobody tests on. */
export const SURE_ENOUGH = 0.9;
/** An outcome rarer than this is not told beforehand. */
const RARE = 0.03;

/** Oil or air, whichever still tells causes apart on this cylinder. */
export function worthwhile(at: Standing, cylinder: JudgedCylinder): PlannedStep[] {
  const likeliest = likeliestOf(at, cylinder.id);
  if (!likeliest || likeliest.probability > SURE_ENOUGH) return [];
  return offers(at, cylinder).filter(({ reason }) => 'bits' in reason && reason.bits >= LEAST_BITS);
}

/** Which of oil and air can still be tried on a cylinder. */
export function canBeTested(
  at: Standing,
  { wet, leakage, compression, state }: JudgedCylinder,
): ('wet' | 'leakdown')[] {
  // Oil is set against a dry reading, and a cylinder that makes nothing gives it nothing to lift.
  // What a release lets go no oil brings back.
  const released = at.job.engine.compressionRelease === 'automatic' && at.can('leakdown');
  const oil = !released && !wet && compression && compression.readKPa > 0 && state !== 'dead' && at.can('compression');
  return [...(oil ? ['wet' as const] : []), ...(!leakage && at.can('leakdown') ? ['leakdown' as const] : [])];
}

/** Oil and air on one cylinder, whatever they tell. */
export function offers(at: Standing, cylinder: JudgedCylinder): PlannedStep[] {
  const { id } = cylinder;
  const likeliest = likeliestOf(at, id);
  if (!likeliest) return [];
  const left = doubtLeft(at, id);
  const offer = (test: 'wet' | 'leakdown', { bits, outcomes }: Worth): PlannedStep => ({
    ...step(test, id, { because: 'takes-most-doubt', bits, left, likeliest }),
    outcomes: outcomes.filter(({ probability }) => probability > RARE).map(({ outcome, then }) => ({ outcome, then })),
  });
  return canBeTested(at, cylinder).map((test) =>
    offer(test, test === 'wet' ? oilWorth(at, id) : leakdownWorth(at.belief, id, at.job.engine)),
  );
}

/** Oil, where what it does would count for less: on a cold engine that nothing else was oiled on, in a bore that lies. */
function oilWorth(at: Standing, id: string): Worth {
  const worth = wetWorth(at.belief, id);
  const alone = at.belief.conditions?.temperature === 'cold' && at.verdict.cylinders.every(({ wet }) => !wet);
  const counts = (alone ? COLD_AND_ALONE : 1) * (layoutOf(at.job.engine) === 'flat' ? ON_ITS_SIDE_AT_ALL : 1);
  return { ...worth, bits: worth.bits * counts };
}
/** A rise still says what it says there. */
const ON_ITS_SIDE_AT_ALL = 0.6;

/** Everything else that could be done, by what it would tell a minute. What tells next to nothing is left out. */
export function otherWays(at: Standing, taken: readonly PlannedStep[]): PlannedStep[] {
  const { verdict, job } = at;
  const isNew = ({ test, cylinder }: PlannedStep) =>
    !taken.some((one) => one.test === test && one.cylinder === cylinder);
  const open = verdict.cylinders.filter(({ state }) => state !== 'sound' && state !== 'watch');
  const ways = open.flatMap((cylinder) => [...offers(at, cylinder), ...looks(at, cylinder)]);
  const shared = [...askTheTest(at), ...askTheCase(at)];
  const clearances =
    job.engine.cycle === 'four-stroke' &&
    at.can('valve-clearance') &&
    !job.tests?.some(({ kind }) => kind === 'valve-clearance')
      ? verdict.cylinders
          .filter(({ state }) => state === 'low' || state === 'unproven')
          .slice(0, 1)
          .flatMap(({ id }) =>
            tells(at, 'valve-clearance', null, id, 0.25 * binary(oddsOf(at, id, ['intake-valve', 'exhaust-valve']))),
          )
      : [];
  return [...ways, ...shared, ...clearances]
    .filter(isNew)
    .filter(({ reason }) => 'bits' in reason && reason.bits >= LEAST_BITS)
    .sort((a, b) => perMinute(b) - perMinute(a))
    .map((one) =>
      one.reason.because === 'takes-most-doubt'
        ? { ...one, reason: { because: 'would-tell', bits: one.reason.bits, left: one.reason.left } }
        : one,
    );
}

export const perMinute = ({ reason, minutes }: PlannedStep): number =>
  'bits' in reason ? reason.bits / Math.max(1, minutes) : 0;

/** Under the rocker cover: a valve that does not move shows itself. */
function looks(at: Standing, { id, compression, leakage }: JudgedCylinder): PlannedStep[] {
  if (at.job.engine.cycle !== 'four-stroke' || at.inspected(id) || (!compression && !leakage)) return [];
  return tells(at, 'inspect-valve-train', id, id, 0.9 * binary(oddsOf(at, id, ['valve-train'])));
}

/** The tester, the throttle, the battery: as far as nobody has asked yet. */
function askTheTest(at: Standing): PlannedStep[] {
  if (at.questioned) return [];
  const first = at.verdict.cylinders.find(({ compression }) => compression);
  if (!first) return [];
  const faults = ['tester-without-valve', 'throttle-closed', 'slow-cranking', 'adapter-leak'] as const;
  const battery =
    at.can('battery-cranking') && !at.job.tests?.some(({ kind }) => kind === 'battery-cranking') && !labours(at)
      ? tells(at, 'battery-cranking', null, first.id, 0.8 * binary(oddsOf(at, first.id, ['slow-cranking'])))
      : [];
  return [...tells(at, 'check-tester', null, first.id, 0.9 * binary(oddsOf(at, first.id, faults))), ...battery];
}

/** A two-stroke's case that nobody tried: what it says no cylinder can. */
function askTheCase(at: Standing): PlannedStep[] {
  if (!at.can('crankcase') || at.verdict.crankcase) return [];
  return [step('crankcase', null, { because: 'case-apart', bits: binary(CASE_LEAKS) })];
}
/** How often a case that nobody suspects leaks. */
const CASE_LEAKS = 0.04;

const oddsOf = ({ belief }: Standing, id: string, names: readonly string[]): number =>
  [...namesOf(belief, id)].reduce((sum, [name, p]) => sum + (names.includes(name) ? p : 0), 0);

/** Entropy of a yes or no, bits. */
const binary = (p: number): number => (p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p));

const tells = (
  at: Standing,
  test: PlannedStep['test'],
  cylinder: string | null,
  by: string,
  bits: number,
): PlannedStep[] => [step(test, cylinder, { because: 'would-tell', bits, left: doubtLeft(at, by) }, MINUTES[test])];
