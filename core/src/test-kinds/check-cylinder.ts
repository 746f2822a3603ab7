import { InputError } from '../quantity/input-error';
import type { CheckedJob } from './definition';

/** @throws InputError at `field` where the engine has no such cylinder */
export function checkCylinder({ engine }: CheckedJob, cylinder: string, field: string): void {
  if (!engine.cylinders.includes(cylinder)) throw new InputError(field, 'no-such-cylinder', { cylinder });
}

/** The check of a reading of which nothing can be wrong but its cylinder. */
export const onCylinder = ({ cylinder }: { cylinder: string }, _test: unknown, job: CheckedJob): void =>
  checkCylinder(job, cylinder, 'cylinder');
