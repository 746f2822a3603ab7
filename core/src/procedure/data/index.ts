import type { ProcedureName, StepData } from '../../step/step';
import { KINDS } from '../../test-kinds/registry';
import { LEAD_MAP, QUICK_CHECKS, TEARDOWN, WAKING } from './around';

type Led = Exclude<ProcedureName, 'leave-as-found'>;

/** Each test brings its own steps; what goes on around them is here. */
export const PROCEDURE_DATA = Object.assign(
  { 'quick-checks': QUICK_CHECKS, waking: WAKING, teardown: TEARDOWN, 'lead-map': LEAD_MAP },
  ...Object.values(KINDS).map(({ steps }) => steps),
) as Readonly<Record<Led, readonly StepData[]>>;

export const TITLES: Readonly<Record<ProcedureName, string>> = {
  compression: 'Compression', wet: 'Wet test', leakdown: 'Leak-down', listening: 'Listening', 'crankcase-pressure': 'Crankcase, pressure', 'crankcase-vacuum': 'Crankcase, vacuum',
  'running-compression': 'Running compression', 'manifold-vacuum': 'Manifold vacuum', 'fuel-pressure': 'Fuel pressure', 'valve-clearance': 'Valve clearances',
  'oil-pressure': 'Oil pressure', spark: 'Spark', 'battery-cranking': 'Battery while cranking', 'quick-checks': 'Quick checks', waking: 'Waking a stored engine', teardown: 'Teardown', 'lead-map': 'Leads', 'leave-as-found': 'Leave as found',
};
