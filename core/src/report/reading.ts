import { formatPressure } from '../quantity/pressure';
import { type PressureUnit, UNIT_SIGN } from '../quantity/units';
import type { JudgedLeakage } from '../test-kinds/leakdown/judged';
import type { JudgedCylinder } from '../verdict/verdict';
import { percent } from './phrases';
import { heardAt } from './sentences';

/** `84 psi`, `98 psi, 34 % lost`, `17 % lost`: of a low one what condemns it, of a good one what it reads. */
export const readingIn =
  (unit: PressureUnit) =>
  ({ compression, leakage, state, reasons }: JudgedCylinder): string => {
    const lost = leakage ? `${percent(leakage.percent)} of the air lost${throughUsual(leakage)}` : '';
    const leaks = reasons.some(({ rule }) => rule === 'leak-missed');
    if (!compression) return state === 'low' && !leaks ? '' : lost;
    const read = `${formatPressure(compression.readKPa, unit)} ${UNIT_SIGN[unit]}`;
    if (leakage?.state !== 'low' || state !== 'low') return read;
    const missed = reasons.some(({ rule }) => rule === 'misses-minimum' || rule === 'spread-missed');
    if (!leaks) return missed ? read : '';
    return missed ? `${read}, ${lost}` : lost;
  };

/** What condemns a cylinder that holds its figures: air where only a gasket or a crack lets it out. */
export function heardIn({ reasons }: JudgedCylinder): string {
  const blows = reasons.find((reason) => reason.rule === 'gasket-blows');
  if (blows?.rule !== 'gasket-blows') return '';
  return blows.at === 'coolant'
    ? 'air in the coolant'
    : blows.at === 'neighbour'
      ? 'air in the next cylinder'
      : `air at the ${heardAt(blows.at)}`;
}

/** Orifices that show this much more or less are told apart, as a factor. */
const ANOTHER_FIGURE = 1.5;

/** A figure through another orifice than the bands are for: what it comes to. */
function throughUsual({ percent: read, usualPercent = read }: JudgedLeakage): string {
  const more = Math.max(read, usualPercent) / Math.max(0.5, Math.min(read, usualPercent));
  return more > ANOTHER_FIGURE ? ` (${percent(usualPercent)} through an orifice of 1 mm)` : '';
}
