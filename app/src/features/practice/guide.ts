import type { Thought } from './thought';
import type { Worked } from './use-practice';
import { lower } from './words';

/** The one thing next for somebody who never did it, and why. */
export interface Guided {
  /** Which step it is of how many. */
  at: number;
  of: number;
  /** What to do, or what is seen. */
  words: string;
  why: string;
  /** Where it goes on: the cylinder, or the answer. */
  to?: { cylinder: string } | 'answer';
}

/** Further from the limit than this the gauge's own error does not matter. */
const CLEAR = 0.06;
/** Cylinders that stand closer to the best are even. Source: the usual limit between the cylinders of one engine. */
const EVEN = 0.1;
/** Two readings of the same that are closer say the same. */
const SAME = 0.05;

/** The first levels are led, step by step, by what was done so far; nothing for a level that is not. */
export function guideOf(
  worked: Worked,
  thought: Thought,
  at: { cylinder: string; answering: boolean },
): Guided | undefined {
  const { level } = worked.of;
  if (level === 'gauge') return gaugeGuide(worked, thought, at.answering);
  return level === 'even' ? evenGuide(worked, thought, at) : undefined;
}

interface Read {
  peaks: number[];
  rising: boolean;
}
/** Every cylinder's figures as they were read, the last one's pattern beside them. */
function readOf(worked: Worked): Map<string, Read> {
  const read = new Map<string, Read>();
  for (const { act, saw } of worked.work.done) {
    if (act.do !== 'crank' || saw?.saw !== 'compression') continue;
    const before = read.get(act.cylinder)?.peaks ?? [];
    // One that was still climbing is no reading.
    const peaks = saw.rising ? before : [...before, saw.reading.peak];
    read.set(act.cylinder, { peaks, rising: saw.rising });
  }
  return read;
}
/** One of so many steps. */
const stepOf =
  (of: number) =>
  (at: number, words: string, why: string, to?: Guided['to']): Guided => ({
    at,
    of,
    words,
    why,
    ...(to === undefined ? {} : { to }),
  });
const limitOf = (worked: Worked) => worked.of.job.books?.[0]?.compression?.min ?? 0;
const turning = (worked: Worked) => (worked.pulled ? 'Pull the cord, again and again,' : 'Hold the key down');
const last = (peaks: readonly number[]) => peaks.at(-1) ?? 0;

const CLIMBS: Pick<Guided, 'words' | 'why'> = {
  words: 'It was still climbing when you stopped. Again, and longer.',
  why: 'What is read is where the needle stands. Stopped early, a good engine looks weak.',
};

function gaugeGuide(worked: Worked, thought: Thought, answering: boolean): Guided {
  const step = stepOf(4);
  const [cylinder = ''] = worked.of.job.engine.cylinders;
  const limit = limitOf(worked);
  const { peaks = [], rising = false } = readOf(worked).get(cylinder) ?? {};
  const said = Object.values(thought.said)[0];
  if (answering && peaks.length > 0)
    return said
      ? step(4, 'And how sure are you?', sureness(last(peaks), limit))
      : step(3, `It stood at ${last(peaks)}, and the band begins at ${limit}. Which is it?`, BAND);
  if (rising) return step(1, CLIMBS.words, CLIMBS.why);
  const [first] = peaks;
  if (first === undefined)
    return step(
      1,
      `${turning(worked)} until the needle climbs no more.`,
      'Each stroke squeezes its air into the gauge in the plug hole. Where the needle stands, that is compression.',
    );
  if (peaks.length === 1 && (first < limit || first < limit * (1 + CLEAR)))
    return step(
      2,
      `It stood at ${first}; the green band begins at ${limit}. ` +
        `${first < limit ? 'That is low' : 'That is close'}: take it again.`,
      'A low figure is read twice before anybody believes it. A gauge that was not tight reads low too.',
    );
  const [a = 0, b] = peaks.slice(-2);
  return step(
    3,
    b === undefined
      ? `It stood at ${a}. The green band begins at ${limit}: it is in it. Say what it is.`
      : Math.abs(a - b) <= SAME * Math.max(a, b)
        ? `Twice about the same, ${a} and ${b}: that is what it has. Say what it is.`
        : `${a} and ${b} are not the same. Take it once more, or say it with less sureness.`,
    BAND,
    'answer',
  );
}
const BAND = 'The green band is what the maker wants of a good one. Under it the cylinder is low.';
const sureness = (peak: number, limit: number): string =>
  Math.abs(peak - limit) > CLEAR * limit
    ? 'It is further from the limit than a gauge errs: be as sure as that.'
    : 'So close to the limit the gauge itself may err by as much. Honest doubt costs less than a bluff.';

function evenGuide(
  worked: Worked,
  thought: Thought,
  { cylinder, answering }: { cylinder: string; answering: boolean },
): Guided {
  const ids = worked.of.job.engine.cylinders;
  const of = ids.length + 3;
  const step = stepOf(of);
  const read = readOf(worked);
  const done = ids.filter((id) => (read.get(id)?.peaks.length ?? 0) > 0);
  if (read.get(cylinder)?.rising) return step(done.length + 1, CLIMBS.words, CLIMBS.why);
  const missing = ids.find((id) => !done.includes(id));
  if (missing !== undefined)
    return missing === cylinder || !done.includes(cylinder)
      ? step(
          done.length + 1,
          `Cyl ${done.includes(cylinder) ? missing : cylinder}: ${lower(turning(worked))} until it stands.`,
          'Each is turned alike, so that what differs is the engine and not the test.',
        )
      : step(
          done.length + 1,
          `Cyl ${cylinder} has ${last(read.get(cylinder)?.peaks ?? [])}. Now cyl ${missing}.`,
          'The figure stays on the dial as a mark with its number: the next ones are seen beside it.',
          { cylinder: missing },
        );
  const figures = ids.map((id) => ({ id, peak: last(read.get(id)?.peaks ?? []) }));
  const best = figures.reduce((a, b) => (b.peak > a.peak ? b : a));
  const least = figures.reduce((a, b) => (b.peak < a.peak ? b : a));
  const under = (best.peak - least.peak) / best.peak;
  const sum = `The best has ${best.peak}, cyl ${least.id} has ${least.peak}: ${Math.round(100 * under)} % under.`;
  if (under <= EVEN)
    return answering
      ? step(of, sum + ' Is one of them out of line?', EVENNESS)
      : step(of - 1, sum + ' Say what it is.', EVENNESS, 'answer');
  const twice = (read.get(least.id)?.peaks.length ?? 0) > 1;
  if (!twice && !answering)
    return step(
      of - 2,
      sum + (cylinder === least.id ? ' Take it again.' : ` Go back to cyl ${least.id}, and take it again.`),
      'One that stands alone is read twice before it is believed.',
      cylinder === least.id ? undefined : { cylinder: least.id },
    );
  return answering
    ? step(of, thought.said[least.id] ? 'And how sure are you?' : sum + ' Which one is it?', EVENNESS)
    : step(of - 1, sum + ' Say which one it is.', EVENNESS, 'answer');
}
const EVENNESS =
  'Cylinders of one engine wear alike: up to a tenth between them is usual. More, and the low one has something.';
