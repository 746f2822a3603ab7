import { COVERAGE } from '../quantity/doubt';
import { probabilityBelow } from '../quantity/normal';
import type { Met } from '../causes/own';
import type { SpreadLimits } from '../limits/limits';
import { spread } from '../spread/spread';
import type { JudgedLeakage } from '../test-kinds/leakdown/judged';
import type { DryMeasure } from '../test-kinds/compression/measure';
import type { JudgedCompression } from '../test-kinds/compression/judged';

/** A limit says what somebody wants, and little of what is wrong: what surely misses one keeps this share of its odds. */
const LEAST = 0.2;
/** Of that, where all the air is lost. */
const LEAST_LEFT = 0.01;
const GASKET = { blows: 0.01, 'may-blow': 0.4 } as const;

/** How surely a cylinder meets the limits that apply to it: the belief in a sound one goes no further. */
export function metOf(
  compression: JudgedCompression | null,
  leakage: { judged: JudgedLeakage; reasons: readonly { rule: string }[] } | undefined,
  spreadMet: number,
): Met {
  const minimum = compression?.probabilityBelowMin === undefined ? undefined : 1 - compression.probabilityBelowMin;
  return {
    cranking: Math.max(LEAST, (minimum ?? 1) * spreadMet),
    notLow: Math.max(LEAST, (minimum ?? 1) * spreadMet),
    air: leakage ? airMet(leakage) : 1,
    minimum: compression?.quarrel === 'disagree' ? 0.5 : (minimum ?? 0.5),
  };
}

function airMet({ judged, reasons }: { judged: JudgedLeakage; reasons: readonly { rule: string }[] }): number {
  const { limits, percent, usualPercent = percent, plusMinusPercent } = judged;
  // The more is lost the less is left: of nearly all of it next to nothing.
  const left = LEAST * Math.min(1, Math.max(LEAST_LEFT, (100 - usualPercent) / Math.max(1, 100 - limits.fault)));
  const held = Math.max(left, probabilityBelow(limits.fault, usualPercent, plusMinusPercent / COVERAGE));
  if (reasons.some(({ rule }) => rule === 'gasket-blows')) return GASKET.blows * held;
  return (reasons.some(({ rule }) => rule === 'gasket-may-blow') ? GASKET['may-blow'] : 1) * held;
}

/**
 * How surely each cylinder keeps up with the others. One that stands above all of them may be the odd one out, and does
 * not make the others low.
 */
export function spreadMet(
  row: readonly DryMeasure[],
  limits: SpreadLimits,
  high: string | undefined,
): Map<string, number> {
  const inputs = row.map(({ cylinder, counted }) => ({ cylinder, figure: counted.kPa, ownDoubt: counted.ownDoubtKPa }));
  const all = spread(inputs, limits.method)?.perCylinder ?? [];
  const rest = spread(
    inputs.filter(({ cylinder }) => cylinder !== high),
    limits.method,
  )?.perCylinder;
  return new Map(
    all.map((one) => {
      const beside =
        one.cylinder === high || high === undefined ? one : rest?.find(({ cylinder }) => cylinder === one.cylinder);
      if (!beside || beside.side === 'above') return [one.cylinder, 1];
      return [one.cylinder, probabilityBelow(limits.limit, beside.amount, beside.doubt)];
    }),
  );
}
