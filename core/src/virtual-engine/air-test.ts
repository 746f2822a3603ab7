import { GAS_CONSTANT, holeAreaMm2, massFlow } from './gas';
import type { Leaks, VirtualCylinder } from './cylinder';

export interface AirTest {
  supplyKPa: number;
  orificeMm: number;
  atmosphereKPa: number;
  airK: number;
  /** The piston stands at another place: a valve or port is open and lets this much through, mm of hole. */
  openMm?: number;
  /** The crank is not held: it goes once the air has pushed for so long, s. */
  turnsAfterSeconds?: number;
}

export interface Aired {
  /** Behind the orifice once the needle has come to rest (or when the crank had gone), kPa gauge. */
  cylinderKPa: number;
  percent: number;
  settling: { seconds: number; cylinderKPa: number }[];
  /** What leaves by each place at rest, g/s. */
  flows: Leaks & { open: number };
}

const STEP_SECONDS = 5e-4;
const LONGEST_SECONDS = 6;
const SAMPLE_SECONDS = 0.25;

/**
 * Regulated air through a tester's orifice into a cylinder at top dead centre, until the needle rests.
 * @returns gauge pressures, kPa
 * Source: the isentropic nozzle at both holes; air in a still cylinder soon has its temperature.
 */
export function putAirIn(cylinder: VirtualCylinder, test: AirTest): Aired {
  const { atmosphereKPa: air, airK } = test;
  const supply = test.supplyKPa + air;
  const orifice = holeAreaMm2(test.orificeMm);
  const leak =
    Object.values(cylinder.leaks).reduce((sum: number, hole) => sum + holeAreaMm2(hole as number), 0) +
    holeAreaMm2(test.openMm ?? 0);
  let volume = cylinder.chamberCm3;
  let pressure = air;
  let sampled = -Infinity;
  const settling: Aired['settling'] = [];
  let seconds = 0;
  for (; seconds < LONGEST_SECONDS; seconds += STEP_SECONDS) {
    if (seconds - sampled >= SAMPLE_SECONDS) {
      settling.push({ seconds, cylinderKPa: pressure - air });
      sampled = seconds;
    }
    const into = massFlow(orifice, supply, airK, pressure);
    const out = massFlow(leak, pressure, airK, air);
    const change = ((into - out) * STEP_SECONDS * GAS_CONSTANT * airK) / volume;
    const turning = test.turnsAfterSeconds !== undefined && seconds > test.turnsAfterSeconds;
    if (turning) {
      const bottom = cylinder.chamberCm3 * 9;
      const wider = volume + (bottom - volume) * 4 * STEP_SECONDS;
      pressure *= volume / wider;
      volume = wider;
    }
    pressure = Math.min(supply, Math.max(air, pressure + change));
    if (test.turnsAfterSeconds === undefined && seconds > 0.2 && Math.abs(change) < 1e-7 * pressure) break;
  }
  settling.push({ seconds, cylinderKPa: pressure - air });
  const flow = (hole: number) => massFlow(holeAreaMm2(hole), pressure, airK, air);
  const flows = Object.fromEntries(
    Object.entries(cylinder.leaks).map(([place, hole]) => [place, flow(hole as number)]),
  ) as unknown as Leaks;
  return {
    cylinderKPa: pressure - air,
    percent: (100 * (supply - pressure)) / test.supplyKPa,
    settling,
    flows: { ...flows, open: flow(test.openMm ?? 0) },
  };
}
