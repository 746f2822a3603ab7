import type { Judgement } from '../plan/judge';
import type { State } from '../jobfile/state';
import { formatPressure } from '../quantity/pressure';
import { type PressureUnit, UNIT_SIGN } from '../quantity/units';
import type { JudgedCylinder } from '../verdict/verdict';
import { capital, cylinders as named, percent } from './phrases';

/** A headline names a cause only where it is likelier than not. */
const HALF = 0.5;

/** One sentence that a mechanic would say across the bench. */
export function headline(judgement: Judgement, unit: PressureUnit = judgement.unit): string {
  const { cylinders, crankcase, engine } = judgement;
  const measured = cylinders.filter((one) => one.compression ?? one.leakage);
  if (crankcase?.state === 'low' && cylinders.every(({ state }) => state !== 'low' && state !== 'dead'))
    return `The crankcase does not hold its ${crankcase.mode}: find where it leaks.`;
  if (measured.length === 0)
    return crankcase
      ? `${crankcase.state === 'sound' ? 'The crankcase holds' : 'The crankcase is not proven'}; no cylinder ` +
          'measured yet.'
      : 'Nothing measured yet.';
  const many = cylinders.length > 1;
  const [only] = cylinders as [JudgedCylinder];
  const reading = readingIn(unit);
  switch (engine.state) {
    case 'dead': {
      const dead = at(cylinders, 'dead');
      return many
        ? `${are(dead)} dead: ${dead.map(reading).join(', ')}.`
        : `It makes next to nothing: ${reading(only)}.`;
    }
    case 'low':
      return many ? lowOnes(judgement, reading, unit) : `It is low: ${reading(only)}.`;
    case 'unproven': {
      if (measured.length < cylinders.length)
        return `${measured.length} of ${cylinders.length} measured, nothing proven yet.`;
      if (crankcase?.state === 'unproven' && at(cylinders, 'unproven').length === 0)
        return 'The cylinders are good; the crankcase is not proven yet.';
      return many ? openOnes(cylinders) : `${capital(reading(only))}: ${whyOpen(only)}.`;
    }
    case 'watch':
      return many
        ? `It passes. Keep an eye on ${named(at(cylinders, 'watch').map(({ id }) => id))}.`
        : `It passes at ${reading(only)}, with little to spare.`;
    case 'sound':
      return many ? 'Good and even on every cylinder.' : `Good: ${reading(only)}.`;
  }
}

const at = (cylinders: readonly JudgedCylinder[], wanted: State) => cylinders.filter(({ state }) => state === wanted);

/** `84 psi`, `98 psi, 34 % lost`, `17 % lost` */
const readingIn =
  (unit: PressureUnit) =>
  ({ compression, leakage }: JudgedCylinder): string => {
    const lost = leakage ? `${percent(leakage.percent)} of the air lost` : '';
    if (!compression) return lost;
    const read = `${formatPressure(compression.readKPa, unit)} ${UNIT_SIGN[unit]}`;
    if (leakage?.state !== 'low') return read;
    // What condemns it stands first.
    return compression.state === 'low' || compression.state === 'dead' ? `${read}, ${lost}` : `${lost}, ${read}`;
  };

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
  if (low.length === cylinders.length)
    return next[0]?.test === 'check-tester'
      ? 'Low all round. Question the test before the engine.'
      : `Low on every cylinder: ${low.length > FEW ? rangeOf(low, unit) : low.map(reading).join('; ')}.`;
  const under =
    spread?.unit === 'percent' && spread.method === 'lowest-vs-highest' && low.length === 1
      ? spread.perCylinder.find(({ cylinder }) => cylinder === low[0]?.id)
      : undefined;
  return (
    `${are(low)} low: ` +
    `${low.map(reading).join(', ')}${under && under.amount > 0 ? `, ${percent(under.amount)} under the best one` : ''}.`
  );
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
