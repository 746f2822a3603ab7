import { hasStood } from '../jobfile/stood';
import type { Standing } from './standing';
import { COMPRESSION_SET_UP, MINUTES, type PlannedStep, step } from './step';

/** What is measured before there is anything to judge: the school of the shop, the engine and the cart decide. */
export function measureFirst(at: Standing): PlannedStep[] {
  const { job, verdict } = at;
  const missing = verdict.cylinders.filter((one) => !one.compression && !one.leakage).map(({ id }) => id);
  const first = missing[0];
  if (first === undefined) return [];
  const none = missing.length === job.engine.cylinders.length;
  const wake =
    none && hasStood(job) && !job.signed?.includes('waking')
      ? [step('quick-checks', null, { because: 'wake-first' })]
      : [];
  const usual = usuallyFirst(at, missing, first, none);
  const school = job.houseRules?.firstTestSchool ?? 'planner';
  if (!none || school === 'planner' || job.engine.cranks === false) return [...wake, ...usual];
  const own = FIRST_BY_SCHOOL[school];
  // A school whose test this engine or this shop has not, or that was done, leaves the choice to the planner.
  if (job.tests?.some(({ kind }) => kind === own) || !at.can(own)) return [...wake, ...usual];
  const steps = usual.filter(({ test }) => test !== own);
  const mine = usual.find(({ test }) => test === own);
  const cylinder = own === 'compression' || own === 'leakdown' ? first : null;
  return [...wake, step(own, cylinder, { because: 'school-first', school }, mine?.minutes ?? MINUTES[own]), ...steps];
}

const FIRST_BY_SCHOOL = {
  compression: 'compression',
  'leak-down': 'leakdown',
  'valve-clearance': 'valve-clearance',
  vacuum: 'manifold-vacuum',
} as const;

function usuallyFirst(at: Standing, missing: string[], first: string, none: boolean): PlannedStep[] {
  const { job } = at;
  const { engine } = job;
  const minutes = MINUTES.compression * missing.length + (none ? COMPRESSION_SET_UP : 0);
  const compression = step(
    'compression',
    first,
    none ? { because: 'nothing-measured' } : { because: 'still-to-measure', missing },
    minutes,
  );
  const air = at.can('leakdown');
  const borrow = (tester: 'leakdown' | 'compression') => [
    step('stop', null, { because: 'no-tester-for-it', missing: tester }),
    step('quick-checks', null, { because: 'no-tester-for-it', missing: tester }),
  ];
  if (engine.cranks === false) return air ? [step('leakdown', first, { because: 'cannot-crank' })] : borrow('leakdown');
  if (job.purpose === 'after-rebuild' && air)
    return [step('leakdown', first, { because: 'fresh-rebuild' }), ...(at.can('compression') ? [compression] : [])];
  if (engine.compressionRelease === 'automatic' && air)
    return [step('leakdown', first, { because: 'release-hides' }), ...(at.can('compression') ? [compression] : [])];
  if (!at.can('compression'))
    return air ? [step('leakdown', first, { because: 'find-where-the-air-goes' })] : borrow('compression');
  return [compression];
}
