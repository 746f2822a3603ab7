import type { Fuel } from '../engine/engine';
import { combined, rectangular } from '../quantity/doubt';
import { toKPa } from '../quantity/pressure';
import type { Tester } from '../jobfile/tester';
import type { PressureUnit } from '../quantity/units';

/** A gauge with every figure known, in kPa. */
export interface Gauge {
  fullScaleKPa: number;
  divisionKPa: number;
  accuracyPercentOfFullScale: number;
  /** False when the full scale was not stated and the usual class for this fuel is supposed. */
  fullScaleStated: boolean;
  /** From a comparison with a better gauge; its doubt then stands for the class. */
  correction?: { gain: number; offsetKPa: number; doubtKPa: number };
}

const SUPPOSED_CLASS_PERCENT = 2;
/** What a shop cart carries, psi: full scale and division. */
const SUPPOSED: Readonly<Record<Fuel, { fullScale: number; division: number }>> = {
  petrol: { fullScale: 300, division: 5 },
  diesel: { fullScale: 1000, division: 10 },
};

/**
 * The compression gauge behind a test. What the tester does not state is supposed: class 2 %, a full scale that suits
 * the fuel.
 */
export function compressionGauge(tester: Tester | undefined, fuel: Fuel): Gauge {
  return gaugeOf(tester, SUPPOSED[fuel]);
}

/** A gauge from what its tester states. @param supposed psi, for what it does not */
export function gaugeOf(tester: Tester | undefined, supposed: { fullScale: number; division: number }): Gauge {
  const unit: PressureUnit = tester?.unit ?? 'psi';
  return {
    fullScaleKPa: tester?.fullScale === undefined ? toKPa(supposed.fullScale, 'psi') : toKPa(tester.fullScale, unit),
    divisionKPa: tester?.division === undefined ? toKPa(supposed.division, 'psi') : toKPa(tester.division, unit),
    accuracyPercentOfFullScale: tester?.accuracyPercentOfFullScale ?? SUPPOSED_CLASS_PERCENT,
    fullScaleStated: tester?.fullScale !== undefined,
    ...(tester?.correction
      ? {
          correction: {
            gain: tester.correction.gain,
            offsetKPa: tester.correction.offset * toKPa(1, unit),
            doubtKPa: tester.correction.doubt * toKPa(1, unit),
          },
        }
      : {}),
  };
}

/** What a gauge's figure really is, kPa, after its comparison. Zero stays zero: a needle at rest was not lifted. */
export function trueKPa(shownKPa: number, { correction }: Gauge): number {
  return !correction || shownKPa === 0 ? shownKPa : Math.max(0, correction.gain * shownKPa + correction.offsetKPa);
}

/** Either gauge of a leak-down tester: class 2 % of 100 psi in divisions of 2 where nothing is stated. */
export function leakdownGauge(tester: Tester | undefined): Gauge {
  return gaugeOf(tester, { fullScale: 100, division: 2 });
}

/** A low-pressure gauge for the crankcase: class 2 % of 15 psi in divisions of 0.1 where nothing is stated. */
export function crankcaseGauge(tester: Tester | undefined): Gauge {
  return gaugeOf(tester, { fullScale: 15, division: 0.1 });
}

/** Doubt from the gauge's class, kPa: the same error for every reading taken with it. */
export function classDoubtKPa(gauge: Gauge): number {
  return gauge.correction?.doubtKPa ?? rectangular((gauge.accuracyPercentOfFullScale / 100) * gauge.fullScaleKPa);
}

/** Doubt from reading between the marks, kPa: half a division either way. */
export function divisionDoubtKPa(gauge: Gauge): number {
  return rectangular(gauge.divisionKPa / 2);
}

/** Doubt of one reading, kPa, standard. */
export function readingDoubtKPa(gauge: Gauge): number {
  return combined(classDoubtKPa(gauge), divisionDoubtKPa(gauge));
}

/** A gauge is trusted between a quarter and nine tenths of its scale. */
export function scaleFit(kPa: number, gauge: Gauge): 'below' | 'good' | 'above' {
  const share = kPa / gauge.fullScaleKPa;
  return share < 0.25 ? 'below' : share > 0.9 ? 'above' : 'good';
}
