import { type PracticeCase, placesOf } from './case';
import { type Answer, SURENESS, type Sureness, surest, TESTINGS, type Testing, type ToOwner } from './answer';
import { billOf } from './jobs';
import { dryOf, type Work } from './work';

export type Told = keyof ToOwner;

/** From so many in 100 on it may be called certain, and down to so many likely. Source: judgement; house words. */
const CERTAIN = 0.9;
const LIKELY = 0.6;
/** So near to a border both words are honest. */
const EITHER = 0.03;
/** A bad case dearer than the likely one by this is said. */
const DEARER = 1.1;

/** The words that are honest for somebody who is so sure, 0 to 1. */
export const honestWords = (p: number): Sureness[] =>
  SURENESS.filter((word) =>
    word === 'certain'
      ? p >= CERTAIN - EITHER
      : word === 'likely'
        ? p >= LIKELY - EITHER && p < CERTAIN + EITHER
        : p < LIKELY + EITHER,
  );

/** Everything that this cart could test of this engine. */
export const testingsOf = ({ rule: { cart }, job: { engine } }: Pick<PracticeCase, 'rule' | 'job'>): Testing[] =>
  TESTINGS.filter((one) =>
    one === 'compression'
      ? cart.includes('compression-tester')
      : one === 'air'
        ? cart.includes('leakdown-tester')
        : cart.includes('crankcase-kit') && engine.cycle === 'two-stroke',
  );

/** What was left out, on one cylinder or on all of them. */
export function untestedOf(of: PracticeCase, work: Work): Testing[] {
  const everyOne = (read: readonly { reading: { cylinder: string } }[]) =>
    of.job.engine.cylinders.every((id) => read.some(({ reading }) => reading.cylinder === id));
  return testingsOf(of).filter((one) =>
    one === 'case' ? work.cases.length === 0 : !everyOne(one === 'air' ? work.air : dryOf(work)),
  );
}

/** It is only as sure as what is least sure in it. */
const leastSure = (of: PracticeCase, { claims }: Answer): number =>
  Math.min(...placesOf(of).map((place) => surest(of, claims, place).p));

/** What an honest mechanic tells of such an answer. */
export const honestly = (of: PracticeCase, work: Work, answer: Answer): ToOwner => ({
  sure: honestWords(leastSure(of, answer))[0] ?? 'open',
  bill: 'both',
  untested: untestedOf(of, work),
});

/**
 * What of it was told as it is: as sure as it was answered, the bill with its bad case, and what was not tested.
 * Source: what an owner's page has to say.
 */
export function toldTrue(of: PracticeCase, work: Work, answer: Answer): Readonly<Partial<Record<Told, boolean>>> {
  const { sure, bill, untested } = answer.owner ?? {};
  const costs = billOf(of, answer.claims, answer.job);
  const left = untestedOf(of, work);
  return {
    sure: sure !== undefined && honestWords(leastSure(of, answer)).includes(sure),
    ...(costs ? { bill: bill === 'both' || (bill === 'likely' && costs.bad < DEARER * costs.likely) } : {}),
    untested:
      untested !== undefined && new Set(untested).size === left.length && left.every((one) => untested.includes(one)),
  };
}
