import { InputError } from '@rugged/core/quantity';
import {
  type Act,
  act,
  type Answer,
  begin,
  billOf,
  CASE,
  type PracticeCase as Case,
  caseName,
  CASES_A_LEVEL,
  dailyCase,
  dialTasks,
  fed,
  findingsAt,
  followPlan,
  isPulled,
  jobsWithBills,
  type Level,
  makeCase,
  markOf,
  mostStrokes,
  nextOf,
  openUp,
  placesOf,
  readCaseName,
  readRight,
  soundOf,
  soundsOf,
  testingsOf,
  turned,
  type Work,
} from '@rugged/core/practice';

/** What is asked beside the screen: engines are made, turned and opened there, so that needles go on moving. */
export type PracticeTask =
  | { ask: 'name'; level?: Level; chance?: number; day?: string; said?: string }
  | { ask: 'work'; name: string; luck: number; acts: readonly Act[] }
  | { ask: 'turn'; cylinder: string }
  | { ask: 'fed'; cylinder: string }
  | { ask: 'hint' }
  | { ask: 'dials'; chance: number }
  | { ask: 'sound'; at: Parameters<typeof soundOf>[0]; cylinder: string; hz: number }
  | { ask: 'bill'; claims: Answer['claims']; job: string }
  | { ask: 'ready'; name: string }
  | { ask: 'mark'; answer: Answer };

type Asked<A extends PracticeTask['ask']> = Extract<PracticeTask, { ask: A }>;

/** Made while the list of levels is looked at, so that one of them opens at once. */
const made = new Map<string, Case>();
function taken(name: string): Case {
  const of = made.get(name) ?? makeCase(name);
  made.delete(name);
  return of;
}

let now: { of: Case; work: Work; luck: number; acts: readonly Act[] } | undefined;
const here = () => {
  if (!now) throw new Error('no case is open');
  return now;
};

/** A case and everything that was done: what was done before is not done again. */
function worked({ name, luck, acts }: Asked<'work'>) {
  const same = now?.of.name === name && now.luck === luck && now.acts.every((one, i) => equal(one, acts[i]));
  const of = now?.of.name === name ? now.of : taken(name);
  let work = same && now && now.acts.length <= acts.length ? now.work : begin(of, luck);
  for (const one of acts.slice(work.done.length)) work = act(of, work, one);
  now = { of, work, luck, acts };
  return {
    of: shown(of),
    work,
    pulled: isPulled(of),
    most: mostStrokes(of),
    places: placesToName(of).map((place) => ({ place, findings: findingsAt(of, place) })),
    testings: testingsOf(of),
    options: of.money.price === undefined ? jobsWithBills(of) : [],
  };
}
/** Nobody is asked for a crankcase that this cart cannot test. */
const placesToName = (of: Case): string[] =>
  placesOf(of).filter((place) => place !== CASE || testingsOf(of).includes('case'));
const equal = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** The case without what it hides. */
const shown = ({ hidden: _, ...rest }: Case): Omit<Case, 'hidden'> => rest;

function marked({ answer }: Asked<'mark'>) {
  const { of, work } = here();
  const plan = followPlan(of);
  return {
    marks: markOf(of, work, answer, plan.work),
    opened: openUp(of, work),
    plan: plan.work.done.map(({ act: one }) => one),
  };
}

function sounded({ at, cylinder, hz }: Asked<'sound'>) {
  const { of, work } = here();
  const level = soundsOf(of, work, cylinder).find((one) => one.at === at)?.level ?? 0;
  return { samples: soundOf(at, [0, 0.2, 0.5, 0.9][level] ?? 0, { hz, seed: work.done.length + 1 }) };
}

function named({ level, chance = 0, day, said }: Asked<'name'>) {
  if (said !== undefined) {
    const { level: its, seed } = readCaseName(said);
    return { name: caseName(its, seed), level: its };
  }
  const name = day === undefined ? caseName(level ?? 'gauge', Math.floor(chance * CASES_A_LEVEL)) : dailyCase(day);
  return { name, level: readCaseName(name).level };
}

const ANSWERS = {
  name: named,
  work: worked,
  turn: ({ cylinder }: Asked<'turn'>) => turned(here().of, here().work, cylinder),
  fed: ({ cylinder }: Asked<'fed'>) => fed(here().of, here().work, cylinder),
  dials: ({ chance }: Asked<'dials'>) =>
    dialTasks(Math.floor(chance * 1e9)).map((task) => ({ task, right: readRight(task) })),
  hint: () => nextOf(here().of, here().work) ?? null,
  sound: sounded,
  bill: ({ claims, job }: Asked<'bill'>) => billOf(here().of, claims, job) ?? null,
  ready: ({ name }: Asked<'ready'>) => made.set(name, made.get(name) ?? makeCase(name)).size,
  mark: marked,
} satisfies { [A in PracticeTask['ask']]: (task: Asked<A>) => unknown };

export type PracticeAnswers = { [A in PracticeTask['ask']]: ReturnType<(typeof ANSWERS)[A]> };

onmessage = ({ data }: MessageEvent<{ id: number; task: PracticeTask }>) => {
  const { id, task } = data;
  try {
    const answer = (ANSWERS[task.ask] as (one: PracticeTask) => unknown)(task);
    postMessage({ id, answer });
  } catch (error) {
    postMessage({
      id,
      error: error instanceof InputError ? error.message : `It went wrong: ${(error as Error).message}`,
    });
  }
};
