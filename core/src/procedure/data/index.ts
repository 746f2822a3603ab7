import type { ProcedureName, StepData } from '../step';
import { CRANKCASE_PRESSURE, CRANKCASE_VACUUM, LEAKDOWN, LISTENING } from './air';
import { COMPRESSION, WET } from './compression';
import { FUEL_PRESSURE, LEAD_MAP, MANIFOLD_VACUUM, QUICK_CHECKS, RUNNING_COMPRESSION, TEARDOWN, VALVE_CLEARANCE, WAKING } from './gauges';

export const PROCEDURE_DATA: Readonly<Record<Exclude<ProcedureName, 'leave-as-found'>, readonly StepData[]>> = {
  compression: COMPRESSION, wet: WET, leakdown: LEAKDOWN, listening: LISTENING, 'crankcase-pressure': CRANKCASE_PRESSURE, 'crankcase-vacuum': CRANKCASE_VACUUM,
  'running-compression': RUNNING_COMPRESSION, 'manifold-vacuum': MANIFOLD_VACUUM, 'fuel-pressure': FUEL_PRESSURE, 'valve-clearance': VALVE_CLEARANCE,
  'quick-checks': QUICK_CHECKS, waking: WAKING, teardown: TEARDOWN, 'lead-map': LEAD_MAP,
};

export const TITLES: Readonly<Record<ProcedureName, string>> = {
  compression: 'Compression', wet: 'Wet test', leakdown: 'Leak-down', listening: 'Listening', 'crankcase-pressure': 'Crankcase, pressure', 'crankcase-vacuum': 'Crankcase, vacuum',
  'running-compression': 'Running compression', 'manifold-vacuum': 'Manifold vacuum', 'fuel-pressure': 'Fuel pressure', 'valve-clearance': 'Valve clearances',
  'quick-checks': 'Quick checks', waking: 'Waking a stored engine', teardown: 'Teardown', 'lead-map': 'Leads', 'leave-as-found': 'Leave as found',
};
