import type { JudgedInspection } from '../test-kinds/inspection';
import { OPEN_KINDS } from '../test-kinds/registry';
import { isFault } from '../verdict/engine-state';
import { hasReason, MOST_READINGS, type Standing } from './standing';
import { again, type PlannedStep, step } from './step';

/** What inspections found wrong, and what is done about it before anything is tested on. */

/** What was found wrong; where it is the spark alone, that has a reason of its own. */
export function faultsBesideSpark({ verdict }: Standing): JudgedInspection[] {
  const faults = verdict.inspections.filter(isFault);
  return faults.every(({ of }) => of === 'spark') ? [] : faults;
}

/** The cylinders are good, and something else is not: that is followed, or said. */
export function afterInspections(at: Standing): PlannedStep[] {
  const faults = faultsBesideSpark(at);
  const bubbles = at.verdict.cylinders.find(
    (one) => hasReason(one, 'gasket-may-blow') && at.can('leakdown') && at.times('leakdown', one.id) < MOST_READINGS,
  );
  if (bubbles) return [again('leakdown', bubbles.id, { because: 'look-again-there' })];
  if (faults.length === 0) return [];
  const starved = faults
    .filter(({ says }) => says.includes('does-not-breathe'))
    .flatMap(({ cylinder }) => (cylinder !== null && !at.inspected(cylinder) ? cylinder : []));
  const [first] = starved;
  return [
    ...(first !== undefined && at.can('valve-train')
      ? [step('inspect-valve-train', first, { because: 'does-not-breathe', cylinders: [...new Set(starved)] })]
      : []),
    step('stop', null, { because: 'inspection-faults', faults }),
  ];
}

/** What misses the book of the parts of an engine that lies open. */
export const foundApart = ({ verdict }: Standing): JudgedInspection[] =>
  verdict.inspections.filter(({ test, state }) => OPEN_KINDS.has(test) && state === 'low');

/** Cylinders that are not good with a valve held open: that is set, and read again, before anything else is asked. */
export const setFirst = (at: Standing): PlannedStep[] =>
  at.can('compression')
    ? at.verdict.cylinders
        .filter(({ state, compression }) => compression && state !== 'sound')
        .flatMap(({ id }) => {
          const valves = tightBefore(at, id);
          return valves.length > 0 ? [again('compression', id, { because: 'set-clearance', valves })] : [];
        })
    : [];

/** Valves of a cylinder that were found tight, with nothing read since: set, they may be all that it lacked. */
function tightBefore({ job, verdict }: Standing, id: string): ('intake' | 'exhaust')[] {
  const tests = job.tests ?? [];
  const looked = tests.findLastIndex(({ kind }) => kind === 'valve-clearance');
  const readSince = tests
    .slice(looked + 1)
    .some((test) => test.kind === 'compression' && test.readings.some(({ cylinder }) => cylinder === id));
  if (readSince) return [];
  return verdict.inspections.flatMap((one) =>
    one.of === 'valve-clearance' && one.cylinder === id && one.says[0] === 'valve-held-open' ? one.valve : [],
  );
}
