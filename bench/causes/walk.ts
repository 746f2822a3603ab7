import { type JobFile, judge, type LeakdownTest, type NextStep, type CompressionTest } from '@rugged/core';
import { caseOf, type Case } from './virtual-shop';
import { toldAs } from './calibrate';

/** What one way of working found on an engine, and how long it took. */
export interface Walked {
  correct: boolean;
  minutes: number;
  steps: string[];
  /** It came to a stop by itself. */
  ended: boolean;
}

/** Minutes of doing every test on every cylinder, each reading twice: set-up, two rounds dry, one wet, air. */
const EVERYTHING = { setUp: 4, dry: 3, wet: 4, air: 12 } as const;
/** Longer than six cylinders with every test twice. */
const LONGEST = 45;
const MOST_READINGS = 3;

/** The planner led, one step at a time, against everything on every cylinder. The same engine, the same readings. */
export function walk(seed: number): { planned: Walked; everything: Walked } {
  const one = caseOf(seed, { complete: true });
  const full = one.again(['compression', 'wet', 'leakdown']);
  const n = full.engine.cylinders.length;
  const repeated = withRepeats(full);
  const slight = new Set(
    judge(repeated)
      .cylinders.filter(({ state }) => state === 'sound')
      .map(({ id }) => id),
  );
  return {
    planned: planned(one, repeated, slight),
    everything: {
      correct: isCorrect(one, repeated, false, slight),
      minutes: EVERYTHING.setUp + n * (2 * EVERYTHING.dry + EVERYTHING.wet + EVERYTHING.air),
      steps: ['everything'],
      ended: true,
    },
  };
}

/** Every dry reading three times. */
function withRepeats(full: JobFile): JobFile {
  return {
    ...full,
    tests:
      full.tests?.map((test) =>
        test.kind === 'compression'
          ? { ...test, readings: [...test.readings, ...[1, 2].flatMap(() => test.readings.filter(({ wet }) => !wet))] }
          : test,
      ) ?? [],
  };
}

function planned(one: Case, full: JobFile, slight: ReadonlySet<string>): Walked {
  const compression = full.tests?.find((test): test is CompressionTest => test.kind === 'compression');
  const leakdown = full.tests?.find((test): test is LeakdownTest => test.kind === 'leakdown');
  const shown = { dry: new Map<string, number>(), wet: new Set<string>(), air: new Set<string>(), checked: false };
  const job = (): JobFile => ({
    ...full,
    tests: [
      ...(compression && shown.dry.size > 0
        ? [
            {
              ...compression,
              ...(shown.checked ? { checked: true } : {}),
              readings: [
                ...compression.readings.filter(
                  ({ cylinder, wet }, i, all) =>
                    !wet &&
                    all.slice(0, i).filter((other) => !other.wet && other.cylinder === cylinder).length <
                      (shown.dry.get(cylinder) ?? 0),
                ),
                ...compression.readings.filter(({ cylinder, wet }) => wet && shown.wet.has(cylinder)),
              ],
            },
          ]
        : []),
      ...(leakdown && shown.air.size > 0
        ? [{ ...leakdown, readings: leakdown.readings.filter(({ cylinder }) => shown.air.has(cylinder)) }]
        : []),
    ],
  });
  const steps: string[] = [];
  const canDo = (step: NextStep) => DOABLE.has(step.test) && step.of !== 'leakdown' && step.of !== 'crankcase';
  const isNew = (step: NextStep) =>
    step.test === 'retest' ? (shown.dry.get(step.cylinder ?? '') ?? 0) < MOST_READINGS : !steps.includes(named(step));
  let minutes = 0;
  let testFound = false;
  let ended = false;
  for (let i = 0; i < LONGEST; i += 1) {
    // Whoever asked once does not ask the same again: what cannot be done here is passed over, as on a real cart.
    const next = judge(job()).next.find((step) => canDo(step) && isNew(step));
    if (!next || next.test === 'stop') {
      ended = true;
      break;
    }
    steps.push(named(next));
    minutes += next.minutes;
    const { cylinder } = next;
    if (next.test === 'compression')
      for (const id of full.engine.cylinders) shown.dry.set(id, Math.max(1, shown.dry.get(id) ?? 0));
    else if (next.test === 'retest' && cylinder !== null) shown.dry.set(cylinder, (shown.dry.get(cylinder) ?? 0) + 1);
    else if (next.test === 'wet' && cylinder !== null) shown.wet.add(cylinder);
    else if (next.test === 'leakdown' && cylinder !== null) shown.air.add(cylinder);
    // Whoever looks at the tester, the throttle and the battery finds what is wrong with them.
    else if (next.test === 'check-tester') {
      shown.checked = true;
      if (!one.shared) continue;
      testFound = true;
      ended = true;
      break;
    }
  }
  return { correct: isCorrect(one, job(), testFound, slight), minutes, steps, ended };
}

/** What this shop can do on its engines: the covers stay on. */
const DOABLE: ReadonlySet<string> = new Set(['compression', 'retest', 'wet', 'leakdown', 'check-tester', 'stop']);

const named = ({ test, cylinder }: NextStep) => `${test} ${cylinder ?? ''}`.trim();

/**
 * Every cylinder named rightly. A test fault that the judgement corrected away leaves a sound engine; a fault too
 * slight
 * for any limit to see may be called sound; a piston at the wrong place is none while no air was let in.
 */
function isCorrect(one: Case, job: JobFile, testFound: boolean, slight: ReadonlySet<string>): boolean {
  if (testFound) return true;
  const { causes, engine } = judge(job);
  const top = (id: string) =>
    causes
      .filter(({ cylinder, cause }) => (cylinder === id || cylinder === null) && cause !== 'crank-seal')
      .sort((a, b) => b.probability - a.probability)[0];
  const name = (id: string) => {
    const cause = top(id);
    return cause && (cause.which ?? cause.cause);
  };
  if (one.shared) return name(job.engine.cylinders[0] as string) === one.shared || engine.state === 'sound';
  const air = (id: string) =>
    job.tests?.some((test) => test.kind === 'leakdown' && test.readings.some(({ cylinder }) => cylinder === id));
  return job.engine.cylinders.every((id) => {
    const truth = toldAs(one.rows[id] as string);
    if (truth === 'off-tdc' && !air(id)) return name(id) === 'sound';
    return name(id) === truth || (name(id) === 'sound' && slight.has(id));
  });
}
