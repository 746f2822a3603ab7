import type { Cause } from '../causes/cause';
import type { State } from '../jobfile/state';
import type { Judgement } from '../plan/judge';
import { formatPressure } from '../quantity/pressure';
import { type PressureUnit, UNIT_SIGN } from '../quantity/units';
import type { JudgedCylinder } from '../verdict/verdict';
import { heardIn } from './reading';
import { are, capital, cylinders as named, percent } from './phrases';

/** A gasket between two is named where it is likelier than not on both sides. */
const HALF = 0.5;
const at = (cylinders: readonly JudgedCylinder[], wanted: State) => cylinders.filter(({ state }) => state === wanted);

/** The cylinders that are low: what each has where that is likely enough, else what condemns it. */
export function lowOnes(
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
  // Of a cause that is not known what was heard stands in for it.
  const figures = (some: readonly JudgedCylinder[], cause: string) => {
    const told = (one: JudgedCylinder) => reading(one) || (cause === '' ? heardIn(one) : '');
    return [some.length > FEW ? rangeOf(some, unit) : together(some, told), beside].filter(Boolean).join(', ');
  };
  const groups = new Map<string, JudgedCylinder[]>();
  for (const one of low) {
    const named = namedCause(causes, one.id) ?? '';
    groups.set(named, [...(groups.get(named) ?? []), one]);
  }
  return [...groups]
    .map(([cause, some]) => lowGroup(cause, some, all && groups.size === 1, figures(some, cause)))
    .join(' ');
}

/** What each reads; where these are figures of different kinds, each with its cylinder. */
function together(some: readonly JudgedCylinder[], reading: (one: JudgedCylinder) => string): string {
  const told = some.map((one) => [one.id, reading(one)] as const).filter(([, read]) => read !== '');
  const reads = [...new Set(told.map(([, read]) => read))];
  const kinds = new Set(reads.map((read) => read.replace(/[\d.]+/g, '')));
  return kinds.size < 2
    ? reads.join(reads.some((read) => read.includes(',')) ? '; ' : ', ')
    : told.map(([id, read]) => `cyl ${id}: ${read}`).join('; ');
}

/** `Cyl 2: the exhaust valve leaks (84 psi, 45 % under the best one).`, `Cyl 2 is low: 84 psi.` */
function lowGroup(cause: string, some: readonly JudgedCylinder[], all: boolean, figures: string): string {
  const told = figures === '' ? '' : ` (${figures})`;
  if (cause === '')
    return `${all ? 'Low on every cylinder' : `${are(some.map(({ id }) => id))} low`}${figures === '' ? '' : `: ${figures}`}.`;
  const who = all ? 'On every cylinder' : capital(named(some.map(({ id }) => id)));
  return `${who}: ${cause}${told}.`;
}

/** The one cylinder of an engine. */
export function lowOne({ causes }: Judgement, one: JudgedCylinder, read: string): string {
  const cause = namedCause(causes, one.id);
  if (cause === undefined) return `It is low: ${read || heardIn(one)}.`;
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
