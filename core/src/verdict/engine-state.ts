import { type State, worstOf } from '../jobfile/state';
import type { JudgedInspection } from '../test-kinds/inspection';

/** What these measure is set, charged or fed, and not worn out: they never make an engine low. */
const SET_OR_FED: ReadonlySet<JudgedInspection['of']> = new Set([
  'battery-before',
  'battery-cranking',
  'spark',
  'fuel-pressure',
  'fuel-pressure-lost',
  'valve-clearance',
]);
/** What says nothing is wrong. */
const NO_FAULT: ReadonlySet<string> = new Set(['oil-builds', 'book-temperature-differs']);

/** Whether an inspection found something wrong: a limit that is missed, or a needle that flicks. */
export const isFault = ({ state, says }: JudgedInspection): boolean =>
  state === 'low' || says.some((word) => !NO_FAULT.has(word));

/** What an inspection makes of the engine; nothing where it has nothing to be held against. */
function stateOfInspection(one: JudgedInspection): State | undefined {
  if (isFault(one)) return one.state === 'low' && !SET_OR_FED.has(one.of) ? 'low' : 'watch';
  const { min, max } = one as { min?: number; max?: number };
  return one.state === 'unproven' && (min !== undefined || max !== undefined) && one.says.length === 0
    ? 'watch'
    : undefined;
}

/** The engine's answer: the worst of all that was looked at. */
export const stateOfEngine = (
  cylinders: readonly State[],
  crankcase: { state: State } | null,
  inspections: readonly JudgedInspection[],
): State =>
  worstOf([
    ...cylinders,
    ...(crankcase ? [crankcase.state] : []),
    ...inspections.flatMap((one) => stateOfInspection(one) ?? []),
  ]);

/** Low while it runs, and good when it is cranked: such a cylinder does not breathe. */
export const withBreath = (
  inspections: readonly JudgedInspection[],
  cranksWell: ReadonlySet<string>,
): JudgedInspection[] =>
  inspections.map((one) =>
    one.test === 'running-compression' && one.state === 'low' && one.cylinder !== null && cranksWell.has(one.cylinder)
      ? { ...one, says: ['does-not-breathe'] }
      : one,
  );
