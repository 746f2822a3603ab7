import type { ProcedureName, StepData } from '../../step/step';
import { KINDS } from '../../test-kinds/registry';
import { LEAD_MAP, QUICK_CHECKS, TEARDOWN, WAKING } from './around';

type Led = Exclude<ProcedureName, 'leave-as-found'>;

/** Each test brings its own steps; what goes on around them is here. */
export const PROCEDURE_DATA = Object.assign({}, ...Object.values(KINDS).map(({ steps }) => steps), {
  'quick-checks': QUICK_CHECKS,
  waking: WAKING,
  teardown: TEARDOWN,
  'lead-map': LEAD_MAP,
}) as Readonly<Record<Led, readonly StepData[]>>;

/** Every procedure there is. */
export const PROCEDURES: readonly ProcedureName[] = [...(Object.keys(PROCEDURE_DATA) as Led[]), 'leave-as-found'];
