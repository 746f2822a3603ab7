import type { FiguresOf, TestKind, TestOf } from '../jobfile/tests';
import type { CheckedJob } from './definition';
import { checkPossible } from './possible';
import { KINDS } from './registry';

/**
 * Refuses a reading that cannot be: beyond what such a figure can be at all, or not true on this engine.
 *
 * @throws InputError naming the field within the reading
 */
export function checkReading<K extends TestKind>(
  kind: K,
  reading: FiguresOf<K>,
  test: TestOf<K>,
  job: CheckedJob,
): void {
  checkPossible(kind, reading, test, job.engine.fuel);
  KINDS[kind].check(reading, test, job);
}
