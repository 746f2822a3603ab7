import { neighboursOfCylinder } from '../../engine/banks';
import { InputError, within } from '../../quantity/input-error';
import { toKPa } from '../../quantity/pressure';
import { checkCylinder } from '../check-cylinder';
import type { KindDefinition } from '../definition';
import { LEAKDOWN, LISTENING } from './steps';

export const leakdown: KindDefinition<'leakdown'> = {
  suits: () => true,
  takes: ['leakdown-tester', 'compressor'],
  check({ cylinder, unit, supply, cylinderPressure, percent, heard }, { tester }, job) {
    checkCylinder(job, cylinder, 'cylinder');
    if (!(supply > 0)) throw new InputError('supply', 'must-be-above', { limit: 0 });
    if (percent !== undefined && percent < 0) throw new InputError('percent', 'must-not-be-negative');
    if (percent !== undefined && percent > 100) throw new InputError('percent', 'must-not-be-above', { limit: 100 });
    if (cylinderPressure !== undefined && cylinderPressure < 0)
      throw new InputError('cylinderPressure', 'must-not-be-negative');
    if (cylinderPressure !== undefined && cylinderPressure > supply)
      throw new InputError('cylinderPressure', 'above-the-supply', { supply });
    const { maxSupply, unit: testersUnit = 'psi' } = tester ?? {};
    if (maxSupply !== undefined && toKPa(supply, unit) > toKPa(maxSupply, testersUnit) * (1 + 1e-9))
      throw new InputError('supply', 'above-the-testers-ceiling', { most: maxSupply, unit: testersUnit });
    heard?.forEach(({ cylinder: beside }, i) => {
      if (beside === undefined) return;
      within(`heard[${i}]`, () => {
        checkCylinder(job, beside, 'cylinder');
        if (!neighboursOfCylinder(job.engine, cylinder).includes(beside))
          throw new InputError('cylinder', 'no-wall-between', { cylinder: beside, other: cylinder });
      });
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
