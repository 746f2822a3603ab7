import { onCylinder } from '../check-cylinder';
import type { PistonTest } from '../../jobfile/tests';
import type { InspectContext, KindDefinition } from '../definition';
import { type JudgedInspection, find, finish, judged, bounds } from '../inspection';
import { rectangular } from '../../quantity/doubt';
import { BORE_STEP_MM } from '../gauge-steps';
import { widestMm } from '../bore/bore';

/** Two sizes make a clearance: the bore at its widest round the piston's skirt, the rod's eye round the pin. */
function inspect(test: PistonTest, { books, latest }: InspectContext): JudgedInspection[] {
  const bores = latest('bore');
  const doubt = Math.SQRT2 * rectangular((test.stepMm ?? BORE_STEP_MM) / 2);
  const skirts = find(books, 'pistonClearance');
  const pins = find(books, 'pinClearance');
  return test.readings.flatMap(({ cylinder, skirtMm, pinMm, smallEndMm }) => {
    const bore = bores && widestMm(bores.readings.filter((reading) => reading.cylinder === cylinder));
    return [
      ...(skirtMm === undefined || bore === undefined
        ? []
        : [
            finish(
              { of: 'piston-clearance' },
              test.kind,
              cylinder,
              judged(bore - skirtMm, doubt, 'mm', bounds(skirts.figures?.minMm, skirts.figures?.maxMm), skirts.source),
              (missed) => (missed === 'below' ? 'piston-seizes' : 'piston-slaps'),
            ),
          ]),
      ...(pinMm === undefined || smallEndMm === undefined
        ? []
        : [
            finish(
              { of: 'pin-clearance' },
              test.kind,
              cylinder,
              judged(smallEndMm - pinMm, doubt, 'mm', bounds(pins.figures?.minMm, pins.figures?.maxMm), pins.source),
              (missed) => (missed === 'below' ? 'pin-tight' : 'pin-worn'),
            ),
          ]),
    ];
  });
}

export const piston: KindDefinition<'piston'> = {
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
