import { onCylinder } from '../check-cylinder';
import type { BoreTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, type Inspected, finish, judged, bounds } from '../inspection';
import { rectangular } from '../../quantity/doubt';
import { BORE_STEP_MM } from '../gauge-steps';
import { widestMm, taperMm, ovalityMm } from './bore';

function inspect(test: BoreTest, { books }: InspectContext): JudgedInspection[] {
  const { figures, source } = find(books, 'bore');
  const one = rectangular((test.stepMm ?? BORE_STEP_MM) / 2);
  return [...new Set(test.readings.map(({ cylinder }) => cylinder))].flatMap((cylinder) => {
    const sizes = test.readings.filter((reading) => reading.cylinder === cylinder);
    const row: [Inspected, number | undefined, number, number | undefined][] = [
      [{ of: 'bore' }, widestMm(sizes), one, figures?.maxMm],
      [{ of: 'taper' }, taperMm(sizes), Math.SQRT2 * one, figures?.maxTaperMm],
      [{ of: 'ovality' }, ovalityMm(sizes), Math.SQRT2 * one, figures?.maxOvalityMm],
    ];
    return row.flatMap(([what, figure, doubt, max]) =>
      figure === undefined
        ? []
        : [
            finish(
              what,
              test.kind,
              cylinder,
              judged(figure, doubt, 'mm', bounds(undefined, max), source),
              () => 'bore-worn',
            ),
          ],
    );
  });
}

export const bore: KindDefinition<'bore'> = {
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
