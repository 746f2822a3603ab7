import { holdLimits } from '../../limits/hold-limits';
import { InputError } from '../../quantity/input-error';
import { fromKPa, toKPa } from '../../quantity/pressure';
import { checkCylinder } from '../check-cylinder';
import type { KindDefinition } from '../definition';
import { CRANKCASE_PRESSURE, CRANKCASE_VACUUM } from './steps';

export const crankcase: KindDefinition<'crankcase'> = {
  suits: ({ cycle }) => cycle === 'two-stroke',
  takes: ['crankcase-kit'],
  checkTest({ case: cylinder }, job) {
    if (cylinder !== undefined) checkCylinder(job, cylinder, 'case');
  },
  /** More than seals are made for is an error in the entry, and in the procedure a stop. */
  check({ value }, { unit }, { books = [] }) {
    const { highestKPa } = holdLimits(books);
    if (toKPa(value, unit) > highestKPa * (1 + 1e-9)) throw new InputError('value', `is above the ${fromKPa(highestKPa, unit).toFixed(1)} ${unit} that crank seals are made for`);
  },
  procedure: ({ mode }) => (mode === 'vacuum' ? 'crankcase-vacuum' : 'crankcase-pressure'),
  implies: () => ['caps-on'],
  steps: { 'crankcase-pressure': CRANKCASE_PRESSURE, 'crankcase-vacuum': CRANKCASE_VACUUM },
};
