import type { FaultCause } from '../engine/faults';

/** Causes that one cylinder has by itself, as they are told. */
export type CylinderCause = 'sound' | Exclude<FaultCause, 'crank-seal'>;
