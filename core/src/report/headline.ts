import type { JudgedCylinder } from '../verdict/verdict';
import type { State } from '../jobfile/state';
import { formatPressure } from '../quantity/pressure';
import type { Pattern } from '../spread/pattern';
import { capital, cylinders as named, percent } from './phrases';
import type { JudgedCrankcase } from '../test-kinds/crankcase/judged';
import type { JudgedSpread } from '../test-kinds/compression/judged';
import { type PressureUnit, UNIT_SIGN } from '../quantity/units';

/** One sentence that a mechanic would say across the bench. */
export function headline(
  state: State,
  cylinders: readonly JudgedCylinder[],
  patterns: readonly Pattern[],
  spread: JudgedSpread | undefined,
  unit: PressureUnit,
  crankcase: JudgedCrankcase | null = null,
): string {
  const measured = cylinders.filter((c) => c.compression ?? c.leakage);
  if (crankcase?.state === 'low' && cylinders.every((c) => c.state !== 'low' && c.state !== 'dead'))
    return `The crankcase does not hold its ${crankcase.mode}: find the leak with soapy water.`;
  if (measured.length === 0)
    return crankcase
      ? `${crankcase.state === 'sound' ? 'The crankcase holds' : 'The crankcase is not proven'}; no cylinder ` +
          'measured yet.'
      : 'Nothing measured yet.';
  const many = cylinders.length > 1;
  const at = (wanted: State) => cylinders.filter((c) => c.state === wanted);
  const reading = (c: JudgedCylinder) =>
    c.compression
      ? `${formatPressure(c.compression.readKPa, unit)} ` +
        `${UNIT_SIGN[unit]}${c.leakage?.state === 'low' ? `, ${percent(c.leakage.percent)} leaks away` : ''}`
      : `${percent(c.leakage?.percent ?? 0)} leaks away`;
  const pattern = (name: Pattern['name']) => patterns.find((p) => p.name === name);

  switch (state) {
    case 'dead': {
      const dead = at('dead');
      return many
        ? `${are(dead)} dead: ${dead.map(reading).join(', ')}.`
        : `It makes nothing: ${reading(dead[0] as JudgedCylinder)}.`;
    }
    case 'low': {
      const low = at('low');
      if (!many) return `It is low: ${reading(low[0] as JudgedCylinder)}.`;
      if (pattern('all-low')) return 'Low all round. Question the test before the engine.';
      const pair = pattern('neighbours-low-and-alike');
      if (pair) return `${capital(named(pair.cylinders))} are low and alike: look at the gasket between them.`;
      const under =
        spread?.unit === 'percent' && spread.method === 'lowest-vs-highest' && low.length === 1
          ? spread.perCylinder.find((c) => c.cylinder === low[0]?.id)
          : undefined;
      return under
        ? `${are(low)} low: ${low.map(reading).join(', ')}, ${percent(under.amount)} under the best one.`
        : `${are(low)} low: ${low.map(reading).join(', ')}.`;
    }
    case 'unproven': {
      const missing = cylinders.length - measured.length;
      if (missing > 0) return `${measured.length} of ${cylinders.length} measured, nothing proven yet.`;
      if (
        cylinders.some((c) =>
          c.reasons.some((reason) => reason.rule === 'test-doubted' || reason.rule === 'test-likelier'),
        )
      )
        return 'Low, but the test is likelier to blame than the engine.';
      return many
        ? `${capital(named(at('unproven').map((c) => c.id)))}: too close to call.`
        : `${reading(cylinders[0] as JudgedCylinder)}: too close to call.`;
    }
    case 'watch':
      return many
        ? `It passes. Keep an eye on ${named(at('watch').map((c) => c.id))}.`
        : `It passes at ${reading(cylinders[0] as JudgedCylinder)}, with little to spare.`;
    case 'sound':
      return many ? 'Good and even on every cylinder.' : `Good: ${reading(cylinders[0] as JudgedCylinder)}.`;
  }
}

const are = (some: readonly JudgedCylinder[]) =>
  `${capital(named(some.map((c) => c.id)))} ${some.length === 1 ? 'is' : 'are'}`;
