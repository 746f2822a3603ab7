import type { Cause } from '../causes/cause';
import type { Judgement } from '../plan/judge';
import { type State, worstOf } from '../jobfile/state';
import type { JudgedLeakage } from '../test-kinds/leakdown/judged';
import type { JudgedInspection } from '../test-kinds/inspection';
import { isFault } from '../verdict/beside';
import { tellFault } from './test-kinds';
import { formatPressure } from '../quantity/pressure';
import { type PressureUnit, UNIT_SIGN } from '../quantity/units';
import type { JudgedCylinder } from '../verdict/verdict';
import { CAUSE_IS } from './cause-names';
import { capital, cylinders as named, percent } from './phrases';

/** A headline names a cause only where it is likelier than not. */
const HALF = 0.5;

/** One sentence that a mechanic would say across the bench. */
export function headline(judgement: Judgement, unit: PressureUnit = judgement.unit): string {
  const { cylinders, crankcase, inspections } = judgement;
  const faults = inspections.filter(isFault);
  const many = cylinders.length > 1;
  const measured = cylinders.filter((one) => one.compression ?? one.leakage);
  if (crankcase?.state === 'low' && cylinders.every(({ state }) => state !== 'low' && state !== 'dead'))
    return (
      `The crankcase${crankcase.case === undefined ? '' : ` of cyl ${crankcase.case}`} does not hold its ` +
      `${crankcase.mode}: find where it leaks.`
    );
  if (measured.length === 0 && faults.length > 0) return `${capital(toldFaults(faults, many))}.`;
  if (measured.length === 0)
    return crankcase
      ? `${crankcase.state === 'sound' ? 'The crankcase holds' : 'The crankcase is not proven'}; no cylinder ` +
          'measured yet.'
      : inspections.length > 0
        ? 'No cylinder measured yet.'
        : 'Nothing measured yet.';
  const [only] = cylinders as [JudgedCylinder];
  const reading = readingIn(unit);
  const worst = worstOf([...cylinders.map(({ state }) => state), ...(crankcase ? [crankcase.state] : [])]);
  if (faults.length > 0 && (worst === 'sound' || worst === 'watch'))
    return `${many ? 'Every cylinder is good' : `${capital(reading(only))} is good`}, but ${toldFaults(faults, many)}.`;
  switch (worst) {
    case 'dead': {
      const dead = at(cylinders, 'dead');
      return many
        ? `${are(dead)} dead: ${dead.map(reading).join(', ')}.`
        : `It makes next to nothing: ${reading(only)}.`;
    }
    case 'low':
      return many ? lowOnes(judgement, reading, unit) : lowOne(judgement, only, reading(only));
    case 'unproven': {
      if (measured.length < cylinders.length)
        return `${measured.length} of ${cylinders.length} measured, ${measured.every(passes) ? 'good so far' : 'nothing proven yet'}.`;
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
    return `It passes at ${reading}, and ${CAUSE_IS[likelier.cause]} is likelier than not.`;
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

function toldFaults(faults: readonly JudgedInspection[], several: boolean): string {
  const told = [...new Set(faults.map((one) => tellFault(one, several)))];
  const more = told.length - SOME;
  return `${told.slice(0, SOME).join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
}

const passes = ({ state }: JudgedCylinder) => state === 'sound' || state === 'watch';
const at = (cylinders: readonly JudgedCylinder[], wanted: State) => cylinders.filter(({ state }) => state === wanted);

/** `84 psi`, `98 psi, 34 % lost`, `17 % lost`: of a low one what condemns it, of a good one what it reads. */
const readingIn =
  (unit: PressureUnit) =>
  ({ compression, leakage, state, reasons }: JudgedCylinder): string => {
    const lost = leakage ? `${percent(leakage.percent)} of the air lost${throughUsual(leakage)}` : '';
    if (!compression) return lost;
    const read = `${formatPressure(compression.readKPa, unit)} ${UNIT_SIGN[unit]}`;
    if (leakage?.state !== 'low' || state !== 'low') return read;
    const missed = reasons.some(({ rule }) => rule === 'misses-minimum' || rule === 'spread-missed');
    const leaks = reasons.some(({ rule }) => rule === 'leak-missed');
    if (!leaks) return missed ? read : '';
    return missed ? `${read}, ${lost}` : lost;
  };

/** Orifices that show this much more or less are told apart, as a factor. */
const ANOTHER_FIGURE = 1.5;

/** A figure through another orifice than the bands are for: what it comes to. */
function throughUsual({ percent: read, usualPercent = read }: JudgedLeakage): string {
  const more = Math.max(read, usualPercent) / Math.max(0.5, Math.min(read, usualPercent));
  return more > ANOTHER_FIGURE ? ` (${percent(usualPercent)} through an orifice of 1 mm)` : '';
}

function lowOnes(
  { cylinders, patterns, spread, causes, next }: Judgement,
  reading: (one: JudgedCylinder) => string,
  unit: PressureUnit,
): string {
  const low = at(cylinders, 'low');
  const gasketBetween = (a: string, b: string) =>
    causes.some(
      ({ cause, cylinder, with: other, probability }) =>
        cause === 'head-gasket-between' && cylinder === a && other === b && probability > HALF,
    );
  const pair =
    low.length === 2 && low[0] && low[1]
      ? ([low[0].id, low[1].id] as const)
      : patterns.find(({ name }) => name === 'neighbours-low-and-alike')?.cylinders;
  const [a, b] = pair ?? [];
  if (a !== undefined && b !== undefined && gasketBetween(a, b) && gasketBetween(b, a))
    return `${capital(named([a, b]))} are low: look at the gasket between them.`;
  const all = low.length === cylinders.length;
  if (all && next[0]?.test === 'check-tester') return 'Low all round. Question the test before the engine.';
  const under =
    spread?.unit === 'percent' && spread.method === 'lowest-vs-highest' && low.length === 1
      ? spread.perCylinder.find(({ cylinder }) => cylinder === low[0]?.id)
      : undefined;
  const beside = under && under.amount > 0 ? `${percent(under.amount)} under the best one` : '';
  const figures = (some: readonly JudgedCylinder[]) =>
    [some.length > FEW ? rangeOf(some, unit) : together([...new Set(some.map(reading))].filter(Boolean)), beside]
      .filter(Boolean)
      .join(', ');
  const groups = new Map<string, JudgedCylinder[]>();
  for (const one of low) {
    const named = namedCause(causes, one.id) ?? '';
    groups.set(named, [...(groups.get(named) ?? []), one]);
  }
  return [...groups].map(([cause, some]) => lowGroup(cause, some, all && groups.size === 1, figures(some))).join(' ');
}

/** Readings that are lists themselves stand apart by semicolons. */
const together = (readings: readonly string[]) =>
  readings.join(readings.some((one) => one.includes(',')) ? '; ' : ', ');

/** `Cyl 2: the exhaust valve leaks (84 psi, 45 % under the best one).`, `Cyl 2 is low: 84 psi.` */
function lowGroup(cause: string, some: readonly JudgedCylinder[], all: boolean, figures: string): string {
  const told = figures === '' ? '' : ` (${figures})`;
  if (cause === '')
    return `${all ? 'Low on every cylinder' : `${are(some)} low`}${figures === '' ? '' : `: ${figures}`}.`;
  const who = all ? 'On every cylinder' : capital(named(some.map(({ id }) => id)));
  return `${who}: ${cause}${told}.`;
}

function lowOne({ causes }: Judgement, { id }: JudgedCylinder, read: string): string {
  const cause = namedCause(causes, id);
  if (cause === undefined) return read === '' ? 'It is low.' : `It is low: ${read}.`;
  return read === '' ? `${capital(cause)}.` : `${capital(cause)}: ${read}.`;
}

/** A cause is named in the headline from this probability on. */
const NAMED_FROM = 0.7;
const CLAUSE: Readonly<Partial<Record<Cause['cause'], string>>> = {
  'rings-or-bore': 'the rings or the bore are worn',
  'piston-damage': 'the piston is damaged',
  'intake-valve': 'the intake valve leaks',
  'exhaust-valve': 'the exhaust valve leaks',
  'head-gasket-external': 'the head gasket blows to the outside',
  'head-gasket-coolant': 'the head gasket or a crack lets air into the coolant',
  'valve-train': 'the valve train does not open a valve as it should',
};

/** What a cylinder has, where it is likely enough to be said. */
function namedCause(causes: readonly Cause[], id: string): string | undefined {
  const top = causes.find(({ cylinder, probability }) => cylinder === id && probability >= NAMED_FROM);
  if (!top) return undefined;
  return top.cause === 'head-gasket-between' && top.with !== undefined
    ? `the head gasket blows to cyl ${top.with}`
    : CLAUSE[top.cause];
}

/** More than this many readings are told from the lowest to the highest. */
const FEW = 3;

function rangeOf(low: readonly JudgedCylinder[], unit: PressureUnit): string {
  const between = (figures: readonly number[], told: (figure: number) => string) =>
    `${told(Math.min(...figures))} to ${told(Math.max(...figures))}`;
  const read = low.flatMap(({ compression }) => compression?.readKPa ?? []);
  const lost = low.flatMap(({ leakage }) => leakage?.percent ?? []);
  return [
    ...(read.length > 0 ? [`${between(read, (kPa) => formatPressure(kPa, unit))} ${UNIT_SIGN[unit]}`] : []),
    ...(lost.length === low.length ? [`${between(lost, (figure) => figure.toFixed(0))} % of the air lost`] : []),
  ].join(', ');
}

const DOUBTS: readonly (readonly [rules: readonly string[], words: string])[] = [
  [['test-doubted', 'test-likelier'], 'low, but the test is likelier to blame than the engine'],
  [['attempts-disagree', 'leak-attempts-disagree'], 'its readings disagree'],
  [['wrong-stroke-suspected', 'crank-turned'], 'the air test has to be made again'],
  [['high-or-low'], 'low, or another one stands high'],
  [['contradicts-itself'], 'its readings contradict each other'],
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

const are = (some: readonly JudgedCylinder[]) =>
  `${capital(named(some.map(({ id }) => id)))} ${some.length === 1 ? 'is' : 'are'}`;
