import type { Engine, Fuel } from '../../engine/engine';
import { leastChamberOf } from '../../engine/least-chamber';
import { InputError } from '../../quantity/input-error';
import { toKPa } from '../../quantity/pressure';
import { lockingDoseMl, refuseLockingDose } from '../../oil/oil';
import { compressionGauge } from '../../reading/gauge';
import type { CompressionReading } from '../../jobfile/tests';
import type { Tester } from '../../jobfile/tester';
import type { PressureUnit } from '../../quantity/units';

/** What of an engine a reading is held against. */
export type ReadEngine = Pick<
  Engine,
  'cylinders' | 'cycle' | 'family' | 'fuel' | 'boreMm' | 'strokeMm' | 'compressionRatio' | 'ratioBasis'
>;

/**
 * Refuses a compression reading that cannot be true on this engine with this tester.
 * @throws InputError naming the field within the reading: `cylinder`, `peak`, `strokes[2]`
 */
export function checkCompressionReading(
  reading: Pick<CompressionReading, 'cylinder' | 'unit' | 'peak' | 'strokes' | 'wet' | 'oilMl' | 'swing'>,
  engine: ReadEngine,
  tester?: Tester,
): void {
  if (!engine.cylinders.includes(reading.cylinder)) {
    throw new InputError('cylinder', 'no-such-cylinder', { cylinder: reading.cylinder });
  }
  if (reading.wet && reading.oilMl !== undefined) {
    const chamber = leastChamberOf(engine);
    if (chamber.known) refuseLockingDose(reading.oilMl, chamber.cm3);
    else if (reading.oilMl >= lockingDoseMl(chamber.cm3))
      throw new InputError('oilMl', 'may-lock-the-engine', {
        oilMl: reading.oilMl,
        leastCm3: chamber.cm3,
        missing: chamber.missing,
      });
  }
  if (reading.swing !== undefined && reading.swing > reading.peak)
    throw new InputError('swing', 'must-not-be-above-field', { field: 'peak' });
  checkOnScale(reading.peak, reading.unit, 'peak', engine.fuel, tester);
  reading.strokes?.forEach((stroke, i) => {
    checkOnScale(stroke, reading.unit, `strokes[${i}]`, engine.fuel, tester);
    if (stroke > reading.peak) {
      throw new InputError('peak', 'peak-below-a-stroke', { place: i + 1, stroke, unit: reading.unit });
    }
  });
}

function checkOnScale(figure: number, unit: PressureUnit, field: string, fuel: Fuel, tester?: Tester): void {
  const gauge = compressionGauge(tester, fuel);
  if (gauge.fullScaleStated && toKPa(figure, unit) > gauge.fullScaleKPa * (1 + 1e-9)) {
    throw new InputError(field, 'above-full-scale', {
      figure,
      unit,
      fullScale: tester?.fullScale ?? 0,
      scaleUnit: tester?.unit ?? 'psi',
    });
  }
}
