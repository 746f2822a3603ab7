import type { Bench, Overrule } from '@rugged/contract';
import { type JudgedInspection, type State, stateOfEngine } from '@rugged/core';

export interface ShownStates {
  engine: State;
  cylinders: Map<string, State>;
  /** The overrules that stand, by cylinder; the engine's own under an empty name. */
  overruled: Map<string, Overrule>;
}

/** What of a judgement the states are read from. */
interface Judged {
  cylinders: readonly { id: string; state: State }[];
  crankcase: { state: State } | null;
  inspections?: readonly JudgedInspection[];
}

/** The states as they are shown: computed, and where a mechanic has overruled, the mechanic's. */
export function shownStates(bench: Bench, judgement: Judged | undefined): ShownStates {
  const overruled = standingOverrules(bench.overrules);
  const cylinders = new Map(
    bench.engine.cylinders.map((id): [string, State] => {
      const computed = judgement?.cylinders.find((cylinder) => cylinder.id === id)?.state ?? 'unproven';
      return [id, overruled.get(id)?.state ?? computed];
    }),
  );
  return {
    engine:
      overruled.get('')?.state ??
      stateOfEngine([...cylinders.values()], judgement?.crankcase ?? null, judgement?.inspections ?? []),
    cylinders,
    overruled,
  };
}

/** The latest overrule of each cylinder, unless it was lifted. */
function standingOverrules(overrules: readonly Overrule[]): Map<string, Overrule> {
  const latest = new Map<string, Overrule>();
  for (const overrule of [...overrules].sort((a, b) => Date.parse(a.madeAt) - Date.parse(b.madeAt))) {
    if (overrule.state ?? overrule.cause) latest.set(overrule.cylinder ?? '', overrule);
    else latest.delete(overrule.cylinder ?? '');
  }
  return latest;
}
