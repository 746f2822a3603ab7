import type { Engine } from '../engine/engine';
import type { ProcedureName } from '../step/step';

/** What a procedure takes at the bench with the tester at hand, by the trade's reckoning. Access is not counted. */
const MINUTES: Readonly<Partial<Record<ProcedureName, number>>> = {
  wet: 4,
  leakdown: 12,
  listening: 5,
  'crankcase-pressure': 20,
  'crankcase-vacuum': 10,
  'valve-clearance': 15,
  'valve-train': 10,
  'manifold-vacuum': 5,
  'battery-cranking': 3,
  'quick-checks': 10,
  'lead-map': 5,
  'leave-as-found': 10,
};
const SET_UP = 4;
const EACH_CYLINDER = 3;

/**
 * About how long the rest of a procedure takes, minutes: its usual time by the share of its steps that are open.
 * @returns nothing for one that waits for days, or that nobody can tell
 */
export function minutesLeft(
  name: ProcedureName,
  { cylinders }: Pick<Engine, 'cylinders'>,
  steps: number,
  open: number,
): number | undefined {
  const whole = name === 'compression' ? SET_UP + EACH_CYLINDER * cylinders.length : MINUTES[name];
  return whole === undefined || steps === 0 ? undefined : Math.ceil((whole * open) / steps);
}
