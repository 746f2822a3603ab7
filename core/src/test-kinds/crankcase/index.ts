import { holdLimits } from '../../limits/hold-limits';
import { InputError } from '../../quantity/input-error';
import { fromKPa, toKPa } from '../../quantity/pressure';
import { checkCylinder } from '../check-cylinder';
import type { KindDefinition } from '../definition';
import { CRANKCASE_PRESSURE, CRANKCASE_VACUUM } from './steps';

export const crankcase: KindDefinition<'crankcase'> = {
  suits: ({ cycle }) => cycle === 'two-stroke',
  takes: ['crankcase-kit'],
  /** More than seals are made for is an error in the entry, and in the procedure a stop. */
  check({ value }, { unit }, job) {
    const { highestKPa } = holdLimits(job.books ?? []);
    if (toKPa(value, unit) > highestKPa * (1 + 1e-9))
      throw new InputError('value', 'above-what-seals-take', { highest: fromKPa(highestKPa, unit), unit });
  },
  checkTest({ case: cylinder }, job) {
    if (cylinder !== undefined) checkCylinder(job, cylinder, 'case');
  },
  sessionHours: 6,
  procedure: ({ mode }) => (mode === 'vacuum' ? 'crankcase-vacuum' : 'crankcase-pressure'),
  implies: () => ['caps-on'],
  steps: { 'crankcase-pressure': CRANKCASE_PRESSURE, 'crankcase-vacuum': CRANKCASE_VACUUM },
};
