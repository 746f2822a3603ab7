import { GAS_CONSTANT, holeAreaMm2, massFlow } from './gas';

export interface CaseTest {
  mode: 'pressure' | 'vacuum';
  /** Above or below the air outside, kPa. */
  startKPa: number;
  caseCm3: number;
  leakMm: number;
  atmosphereKPa: number;
  airK: number;
  /** When the gauge is looked at, s, rising. */
  atSeconds: readonly number[];
}

const STEP_SECONDS = 0.02;

/** A closed crankcase losing its pressure, or its vacuum, through one hole: kPa left at each look. */
export function holdCase({ mode, startKPa, caseCm3, leakMm, atmosphereKPa: air, airK, atSeconds }: CaseTest): number[] {
  const hole = holeAreaMm2(leakMm);
  const perGram = (GAS_CONSTANT * airK) / caseCm3;
  let left = startKPa;
  let seconds = 0;
  return atSeconds.map((look) => {
    while (seconds < look - 1e-9) {
      const dt = Math.min(STEP_SECONDS, look - seconds);
      const flow = mode === 'pressure' ? massFlow(hole, air + left, airK, air) : massFlow(hole, air, airK, air - left);
      left = Math.max(0, left - flow * dt * perGram);
      seconds += dt;
    }
    return left;
  });
}
