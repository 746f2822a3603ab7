import { fromKPa, toKPa } from '../quantity/pressure';
import { InputError } from '../quantity/input-error';
import type { PracticeCase } from './case';
import { airIn, openAt, SUPPLY_KPA, underHands } from './engine-under-hands';
import type { Work } from './work';

/** What a cylinder holds while the regulator is opened: for each supply, from none to all of it, psi. */
export interface Fed {
  supply: number[];
  held: number[];
}

const STEP_PSI = 10;

/**
 * How the second gauge of the tester follows the first one, as the piston stands.
 *
 * @throws InputError where the piston of that cylinder was not brought to its top
 */
export function fed(of: PracticeCase, work: Work, id: string): Fed {
  const { top } = work.hands;
  if (top?.cylinder !== id) throw new InputError('air', 'not-at-its-top', { cylinder: id });
  const { scene, cylinder } = underHands(of, work, id);
  const steps = Math.round(fromKPa(SUPPLY_KPA, 'psi') / STEP_PSI);
  const supply = Array.from({ length: steps + 1 }, (_, i) => i * STEP_PSI);
  return {
    supply,
    held: supply.map((psi) =>
      psi === 0 ? 0 : fromKPa(airIn(scene, cylinder, openAt(of, top), false, toKPa(psi, 'psi')).cylinderKPa, 'psi'),
    ),
  };
}
