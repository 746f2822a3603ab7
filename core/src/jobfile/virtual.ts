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

/**
 * What no mechanic knows of an engine, a gauge and the person at it. 1 (or 0 for what is added) is the usual; a virtual
 * shop draws them anew for each engine, so that what is learned there is not a portrait of one simulator.
 */
export interface Nuisance {
  /** Factor on the heat that the walls take or give. */
  heat: number;
  /** Factor on the holes of sound rings, and on those of faults. */
  rings: number;
  holes: number;
  /** Added to the closing of the intake, degrees of crank. */
  timingDegrees: number;
  /** Factor on the compression ratio less one. */
  ratio: number;
  /** What the tester's valve opens against, kPa. */
  crackKPa: number;
  hoseCm3: number;
  /** Factors on free cranking speed and on the starter's torque. */
  rpm: number;
  torque: number;
  /** Standard deviation of readings of one cylinder, as a share. */
  scatter: number;
  /** Factor on what an ear takes for loud, and on how much two ears differ. */
  loud: number;
  ears: number;
  /** Share of all the air that is heard where it does not come out. */
  bleed: number;
  /** Factors on an adapter's leak, on what is open off the top, and on what a shut throttle lets through. */
  adapter: number;
  offTop: number;
  throttle: number;
  /** How much sound cylinders of one engine differ, as a factor on the usual. */
  alike: number;
}

/** The block of a job file that asks for readings of an engine that does not exist. */
export interface Virtual {
  seed: number;
  starting?: 'electric' | 'recoil';
  faults?: Fault[];
  testFaults?: VirtualTestFault[];
  tests?: VirtualTest[];
  /** For checking: no leak, no loss, no noise, closed at bottom dead centre. */
  ideal?: 'adiabatic' | 'isothermal';
  nuisance?: Partial<Nuisance>;
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
