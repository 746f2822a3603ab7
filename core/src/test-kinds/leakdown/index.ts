import { InputError, within } from '../../quantity/input-error';
import { checkCylinder } from '../check-cylinder';
import type { KindDefinition } from '../definition';
import { LEAKDOWN, LISTENING } from './steps';

export const leakdown: KindDefinition<'leakdown'> = {
  suits: () => true,
  takes: ['leakdown-tester', 'compressor'],
  check({ cylinder, supply, cylinderPressure, heard }, _test, job) {
    checkCylinder(job, cylinder, 'cylinder');
    if (!(supply > 0)) throw new InputError('supply', 'must-be-above', { limit: 0 });
    if (cylinderPressure !== undefined && cylinderPressure > supply)
      throw new InputError('cylinderPressure', 'above-the-supply', { supply });
    heard?.forEach(({ cylinder: beside }, i) => {
      if (beside !== undefined) within(`heard[${i}]`, () => checkCylinder(job, beside, 'cylinder'));
    });
  },
  sessionHours: 6,
  procedure: () => 'leakdown',
  implies: (readings) => [
    'ignition-off',
    'stop-held',
    'leads-off',
    'plugs-out',
    'valve-core-out',
    'clamp-on',
    ...(readings.some(({ breatherOff }) => breatherOff) ? ['breather-off' as const] : []),
  ],
  steps: { leakdown: LEAKDOWN, listening: LISTENING },
};
