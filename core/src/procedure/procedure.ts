import { factsOf, figuresOf, type ProcedureContext } from './facts';
import { PROCEDURE_DATA } from './data';
import { restoring } from './data/restoring';
import type { Change, Procedure, ProcedureName, Step, StepData, When } from '../step/step';
import { type Test, type TestKind, type TestOf, readingsOf } from '../jobfile/tests';
import { KINDS } from '../test-kinds/registry';

/** What somebody said of a step: done, skipped (not done, and known not to be), or open again. The latest counts. */
export type TickMark = 'done' | 'skipped' | 'open';
export interface Tick {
  procedure: ProcedureName;
  step: string;
  mark: TickMark;
  madeAt: string;
}

/**
 * The steps of a procedure for this engine, tester and shop, in the order in which they are done.
 * @example procedureFor('compression', { engine, unit: 'psi' }).steps.map(({ what }) => what)
 */
export function procedureFor(name: Exclude<ProcedureName, 'leave-as-found'>, context: ProcedureContext): Procedure {
  const facts = factsOf(context);
  const figures = figuresOf(context);
  return {
    name,
    steps: PROCEDURE_DATA[name].filter(({ when }) => holds(when, facts)).map((step) => told(step, figures)),
  };
}

/**
 * What this job changed and has to put back: only what was really done, the last change first.
 * @param ticks of the whole job; @param tests of the whole job: who reads a gauge had the plugs out, ticked or not
 */
export function leaveAsFound(
  context: ProcedureContext,
  ticks: readonly Tick[],
  tests: readonly Test[] = [],
): Procedure {
  const done = changesMade(context, ticks, tests);
  const figures = figuresOf(context);
  const steps = [...done].reverse().map((change) => told(restoring[change], figures));
  return { name: 'leave-as-found', steps: context.stood ? [...steps, FOG] : steps };
}

/** An engine that stood stands again before long. */
const FOG: Step = {
  id: 'fog',
  what: 'If it stands again: fog the bores, plugs refitted, fuel drained or treated.',
  why: 'What has freed itself rusts again in a season.',
};

/** Changes made in the order in which they were, each once. */
function changesMade(context: ProcedureContext, ticks: readonly Tick[], tests: readonly Test[]): Change[] {
  const made: Change[] = [];
  const latest = [...ticks]
    .filter(({ procedure }) => procedure !== 'leave-as-found')
    .sort((a, b) => Date.parse(a.madeAt) - Date.parse(b.madeAt));
  const steps = new Map<string, Change>();
  for (const name of Object.keys(PROCEDURE_DATA) as Exclude<ProcedureName, 'leave-as-found'>[]) {
    for (const step of procedureFor(name, context).steps)
      if (step.changes) steps.set(`${name}/${step.id}`, step.changes);
  }
  const done = new Map<string, boolean>();
  for (const { procedure, step, mark } of latest) done.set(`${procedure}/${step}`, mark === 'done');
  for (const [key, isDone] of done) {
    const change = steps.get(key);
    if (isDone && change && !made.includes(change)) made.push(change);
  }
  const denied = new Set(
    [...done].flatMap(([key, isDone]) => {
      const change = steps.get(key);
      return !isDone && change ? [change] : [];
    }),
  );
  for (const change of tests.flatMap((test) => impliedBy(test.kind, test, context)))
    if (!made.includes(change) && !denied.has(change)) made.push(change);
  return made;
}

/** What nobody reads a gauge without, of what this engine has. */
function impliedBy<K extends TestKind>(kind: K, test: TestOf<K>, context: ProcedureContext): Change[] {
  const { steps, procedure, implies } = KINDS[kind];
  const readings = readingsOf<K>(test);
  if (readings.length === 0) return [];
  const names = new Set([...(Object.keys(steps) as Exclude<ProcedureName, 'leave-as-found'>[]), procedure(test)]);
  const possible = new Set(
    [...names].flatMap((name) => procedureFor(name, context).steps.map(({ changes }) => changes)),
  );
  return implies(readings).filter((change) => possible.has(change));
}

/** The mark of each step: the latest tick since the procedure was last signed. A step nobody ticked has none. */
export function marksOf(name: ProcedureName, ticks: readonly Tick[], signedAt?: string): Map<string, Tick> {
  const marks = new Map<string, Tick>();
  for (const tick of [...ticks].sort((a, b) => Date.parse(a.madeAt) - Date.parse(b.madeAt))) {
    if (tick.procedure !== name || (signedAt !== undefined && Date.parse(tick.madeAt) <= Date.parse(signedAt)))
      continue;
    if (tick.mark === 'open') marks.delete(tick.step);
    else marks.set(tick.step, tick);
  }
  return marks;
}

/** Steps with a caution that nobody has ticked: a procedure with any cannot be signed. */
export function unreadHazards({ steps }: Procedure, marks: ReadonlyMap<string, Pick<Tick, 'mark'>>): Step[] {
  return steps.filter(({ id, caution }) => caution && marks.get(id)?.mark !== 'done');
}

/** Where to go on: the first step that is neither done nor skipped. */
export function openStep({ steps }: Procedure, marks: ReadonlyMap<string, unknown>): Step | undefined {
  return steps.find(({ id }) => !marks.has(id));
}

function holds(when: When | undefined, facts: Required<When>): boolean {
  return Object.entries(when ?? {}).every(([key, wanted]) => facts[key as keyof When] === wanted);
}

function told({ when, ...step }: StepData, figures: Readonly<Record<string, string>>): Step {
  const fill = (text: string) => text.replace(/\{(\w+)\}/g, (_, name: string) => figures[name] ?? '');
  return {
    ...step,
    what: fill(step.what),
    why: fill(step.why),
    ...(step.caution ? { caution: { ...step.caution, text: fill(step.caution.text) } } : {}),
  };
}
