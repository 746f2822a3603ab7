import type { PressureUnit } from '../quantity/units';

/** What makes a tester's figures true: gain x shown + offset, and the doubt that is left, all in the tester's unit. */
export interface Correction {
  gain: number;
  offset: number;
  doubt: number;
}

/** A gauge with its hose. Figures in `unit`; class in percent of full scale. */
export interface Tester {
  name?: string;
  unit?: PressureUnit;
  fullScale?: number;
  division?: number;
  accuracyPercentOfFullScale?: number;
  valveAtEngineEnd?: boolean;
  hoseVolumeCm3?: number;
  /** From a comparison with a better gauge: what was read is kept, and judged as gain x read + offset. */
  correction?: Correction;
  /** The readings are of a virtual engine, for training: said wherever they are shown. */
  simulated?: boolean;
}
