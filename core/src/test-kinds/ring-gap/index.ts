import { onCylinder } from '../check-cylinder';
import type { RingGapTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, finish, judged, bounds } from '../inspection';
import { rectangular } from '../../quantity/doubt';
import { feelerStepMm } from '../gauge-steps';

function inspect(test: RingGapTest, { books }: InspectContext): JudgedInspection[] {
  const { figures, source } = find(books, 'ringGap');
  const doubt = (mm: number) => rectangular((test.stepMm ?? feelerStepMm(mm)) / 2);
  return test.readings.map(({ cylinder, ring, mm }) =>
    finish(
      { of: 'ring-gap', ring },
      test.kind,
      cylinder,
      judged(mm, doubt(mm), 'mm', bounds(figures?.minMm, figures?.maxMm), source),
      (missed) => (missed === 'below' ? 'ring-ends-butt' : 'rings-worn'),
    ),
  );
}

export const ringGap: KindDefinition<'ring-gap'> = {
  suits: () => true,
  takes: [],
  check: onCylinder,
  inspect,
  // Sizes do not change while the engine lies open.
  sessionHours: Infinity,
  procedure: () => 'teardown',
  implies: () => ['head-off'],
  steps: {},
};
