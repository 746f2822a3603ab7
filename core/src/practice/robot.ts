import { namesOf } from '../causes/names';
import { leastChamberOf } from '../engine/least-chamber';
import { neighboursOfCylinder } from '../engine/banks';
import { doseFor } from '../oil/dose-for';
import { lockingDoseMl } from '../oil/oil';
import { siteAtmosphere } from '../air/atmosphere';
import { toKPa } from '../quantity/pressure';
import { engineOdds } from '../decide/odds';
import { judge, type NextStep } from '../plan';
import { examine } from '../verdict/examine';
import type { HeardAt } from '../jobfile/tests';
import type { Answer, Claims, Finding } from './answer';
import { CASE, type PracticeCase, placesOf } from './case';
import { act, begin } from './hands';
import { isPulled, isRising, mostStrokes, turnOver } from './engine-under-hands';
import { jobOf } from './job-of';
import { bestJob, worthByClaims } from './jobs';
import { honestly } from './to-owner';
import { type Act, hasLooked, type Look, type Mend, type Work } from './work';

/** How somebody works. Careful, everything is done as it should be. */
export interface Habits {
  /** Reads again what is doubted. */
  retests: boolean;
  opensThrottle: boolean;
  looksAtTester: boolean;
}
export const CAREFUL: Habits = { retests: true, opensThrottle: true, looksAtTester: true };

const ENOUGH_STROKES = 7;
const ENOUGH_PULLS = 5;
const SLOWLY_SECONDS = 5;
/** It always ends: so much is done at most. */
const MOST_STEPS = 60;

/** What to ask of the cart that is not on it is not asked. */
const takes: Readonly<Record<string, readonly string[]>> = {
  'compression-tester': ['compression-tester'],
  'leakdown-tester': ['leakdown-tester', 'compressor'],
  'crankcase-kit': ['crankcase-kit'],
};
export const equipmentOf = (cart: readonly string[]): string[] => cart.flatMap((tool) => takes[tool] ?? []);

/**
 * Works a case by the plan of the judgement, as somebody who does what it says.
 * @param luck another try at the same case
 */
export function followPlan(of: PracticeCase, habits: Habits = CAREFUL, luck = 0): { work: Work; answer: Answer } {
  let work = begin(of, luck);
  const done = (one: Act) => {
    work = act(of, work, one);
  };
  const seen = new Map<string, number>();
  for (let i = 0; i < MOST_STEPS; i += 1) {
    const step = nextOf(of, work, habits, seen);
    if (!step) break;
    const key = `${step.test} ${step.cylinder ?? ''}`;
    seen.set(key, (seen.get(key) ?? 0) + 1);
    for (const one of actsFor(of, work, step, habits)) done(one);
    // What a look found is put right, and everything that it spoiled is read anew.
    for (const what of foundWrong(work)) done({ do: 'mend', what });
  }
  return { work, answer: answerBy(of, work) };
}

/** The first step of the plan that the cart and the habits allow. The same is not done for ever. */
export function nextOf(
  of: PracticeCase,
  work: Work,
  { retests, looksAtTester }: Habits = CAREFUL,
  seen: ReadonlyMap<string, number> = new Map(),
): NextStep | undefined {
  const oil = of.rule.cart.includes('oil-can');
  for (const step of judge(jobOf(of, work)).next) {
    if (step.test === 'stop') return undefined;
    if (step.test === 'quick-checks' || step.test === 'valve-clearance' || step.test === 'manifold-vacuum') continue;
    if (step.test === 'wet' && !oil) continue;
    // Everything was looked at before somebody who reads their first gauge came.
    if (of.rule.ready && step.test !== 'compression' && step.test !== 'retest') continue;
    if (step.test === 'retest' && !retests) continue;
    if (step.test === 'check-tester' && (!looksAtTester || hasLooked(work, 'tester'))) continue;
    if ((seen.get(`${step.test} ${step.cylinder ?? ''}`) ?? 0) >= 3) continue;
    return step;
  }
  return undefined;
}

const foundWrong = ({ done, hands }: Work): Mend[] =>
  done.flatMap(({ saw }) => (saw?.saw === 'wrong' && !hands.mended.includes(saw.what) ? [saw.what] : []));

/** What a step comes to with the hands. */
export function actsFor(of: PracticeCase, work: Work, step: NextStep, { opensThrottle }: Habits = CAREFUL): Act[] {
  const { engine } = of.job;
  const { hands } = work;
  const cylinder = step.cylinder ?? engine.cylinders[0] ?? '';
  const ready: Act[] = [
    ...(!hands.warm && engine.runs !== false ? [{ do: 'warm' } as const] : []),
    ...(hands.plugs === 'in' || (!hands.warm && engine.runs !== false) ? [{ do: 'plugs', to: 'out' } as const] : []),
    ...(hands.earthed ? [] : [{ do: 'earth' } as const]),
    ...(hands.throttle === 'shut' && opensThrottle ? [{ do: 'throttle', to: 'open' } as const] : []),
  ];
  const crank = (id: string): Act => ({ do: 'crank', cylinder: id, strokes: strokesUntilItStands(of, work, id) });
  switch (step.test) {
    case 'compression': {
      const read = new Set(
        jobOf(of, work).tests?.flatMap((test) =>
          test.kind === 'compression' ? test.readings.map((r) => r.cylinder) : [],
        ),
      );
      const missing = engine.cylinders.filter((id) => !read.has(id));
      return [...ready, ...(missing.length > 0 ? missing : [cylinder]).map(crank)];
    }
    case 'retest':
      return step.of === 'leakdown'
        ? airInto(of, work, cylinder)
        : step.of === 'crankcase'
          ? [{ do: 'case', mode: 'pressure' }]
          : [...ready, crank(cylinder)];
    case 'wet':
      return [...ready, { do: 'oil', cylinder, ml: doseMl(of, work, cylinder) }, crank(cylinder)];
    case 'leakdown':
      return airInto(of, work, cylinder);
    case 'crankcase':
      return [
        ...(hasLooked(work, 'rig') ? [] : [{ do: 'look', at: 'rig' } as const]),
        { do: 'case', mode: 'pressure' },
      ];
    case 'inspect-valve-train':
      return [{ do: 'look', at: 'valve-train', cylinder }];
    case 'battery-cranking':
      return [{ do: 'look', at: 'battery' }];
    case 'check-tester':
    case 'manifold-vacuum':
    case 'quick-checks':
    case 'stop':
    case 'valve-clearance':
      return looksFor(of)
        .filter((at) => !hasLooked(work, at))
        .map((at): Act => ({ do: 'look', at }));
  }
}

const looksFor = ({ job: { engine } }: PracticeCase): Look[] => [
  'tester',
  'adapter',
  'battery',
  ...(engine.compressionRelease === 'lever' ? (['lever'] as const) : []),
];

/** Whoever watches sees less than what is held against anybody. */
const STANDS = 0.02;
/** Turned until the needle does not climb any more, as somebody who watches it does. */
function strokesUntilItStands(of: PracticeCase, work: Work, cylinder: string): number {
  const least = isPulled(of) ? ENOUGH_PULLS : ENOUGH_STROKES;
  const most = mostStrokes(of);
  const { strokes } = turnOver(of, work, { cylinder, strokes: most }).cranked;
  for (let n = least; n < most; n += 1) if (!isRising(strokes.slice(0, n), STANDS)) return n;
  return most;
}

/** Everywhere that air can come out of this engine. */
export function earsAt({ job: { engine } }: PracticeCase, cylinder: string): { at: HeardAt; neighbour?: string }[] {
  return [
    { at: 'exhaust' },
    { at: 'intake' },
    { at: 'crankcase' },
    ...(engine.cooling === 'liquid' ? [{ at: 'coolant' } as const] : []),
    ...(engine.headless ? [] : [{ at: 'head-joint' } as const]),
    ...neighboursOfCylinder(engine, cylinder).map((neighbour) => ({ at: 'neighbour', neighbour }) as const),
    { at: 'adapter' },
  ];
}

function airInto(of: PracticeCase, { hands }: Work, cylinder: string): Act[] {
  const { engine } = of.job;
  return [
    ...(hands.plugs === 'in' ? [{ do: 'plugs', to: 'out' } as const] : []),
    { do: 'turn', cylinder, off: 0, stroke: 'compression' },
    { do: 'hold' },
    ...(engine.cycle === 'four-stroke' && !hands.breatherOff ? [{ do: 'breather' } as const] : []),
    { do: 'air', cylinder, seconds: SLOWLY_SECONDS },
    ...earsAt(of, cylinder).map((ear): Act => ({ do: 'listen', cylinder, ...ear })),
  ];
}

/** What suits, well under what may lock it; a few drops where nothing is known. */
export function doseMl(of: PracticeCase, work: Work, cylinder: string): number {
  const dry = work.compression.findLast(({ reading }) => reading.cylinder === cylinder && !reading.wet)?.reading;
  const least = leastChamberOf(of.job.engine);
  const most = 0.5 * lockingDoseMl(least.cm3);
  if (!dry || dry.peak <= 0) return Math.min(most, 0.5);
  const { fromMl } = doseFor(of.job.engine, toKPa(dry.peak, dry.unit), siteAtmosphere(of.job.site));
  return Math.max(0.05, Number(Math.min(most, fromMl ?? 0.3).toFixed(2)));
}

/** What the readings prove, said as an answer: the belief of each place, and the way that leaves most by it. */
export function answerBy(of: PracticeCase, work: Work): Answer {
  const { belief, verdict } = examine(jobOf(of, work));
  const seals = verdict.causes.find(({ cause }) => cause === 'crank-seal')?.probability;
  const claims: Claims = Object.fromEntries(
    placesOf(of).map((place): [string, Partial<Record<Finding, number>>] => [
      place,
      place === CASE
        ? { sound: 1 - (seals ?? 0), 'crank-seal': seals ?? 0 }
        : Object.fromEntries(engineOdds(namesOf(belief, place))),
    ]),
  );
  const answer = { claims, job: bestJob(worthByClaims(of, claims)) };
  return { ...answer, owner: honestly(of, work, answer) };
}
