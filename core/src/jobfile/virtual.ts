import type { FaultCause } from '../engine/faults';

/** What can be wrong with the test rather than the engine. */
export const VIRTUAL_TEST_FAULTS = [
  'tester-without-valve',
  'stiff-tester-valve',
  'throttle-closed',
  'slow-cranking',
  'cold-engine',
  'adapter-leak',
  'off-tdc',
  'crank-turned',
  'breather-connected',
  'rig-leak',
  'lever-on',
] as const;
export type VirtualTestFault = (typeof VIRTUAL_TEST_FAULTS)[number];

/** @field severity 0 none to 1 gross; @field with the neighbour, for a gasket between two cylinders */
export interface Fault {
  cause: FaultCause;
  cylinder: string;
  severity: number;
  with?: string;
}

/** What a virtual engine can be put through. */
export const VIRTUAL_TESTS = ['compression', 'wet', 'leakdown', 'crankcase'] as const;
export type VirtualTest = (typeof VIRTUAL_TESTS)[number];

/** The block of a job file that asks for readings of an engine that does not exist. */
export interface Virtual {
  seed: number;
  starting?: 'electric' | 'recoil';
  faults?: Fault[];
  testFaults?: VirtualTestFault[];
  tests?: VirtualTest[];
  /** For checking: no leak, no loss, no noise, closed at bottom dead centre. */
  ideal?: 'adiabatic' | 'isothermal';
  /** Also say what was really the matter. */
  truth?: boolean;
}

/** What really was the matter, beside the readings. Pressures kPa gauge. */
export interface Truth {
  cylinders: {
    id: string;
    state: 'sound' | 'faulty';
    causes: { cause: Fault['cause']; severity: number; with?: string }[];
    peakKPa: number;
    leakPercent: number;
    crankingRpm: number;
  }[];
  testFaults: VirtualTestFault[];
}
