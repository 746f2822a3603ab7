import type { Answer, Finding, ToOwner } from '@rugged/core/practice';
import type { Worked } from './use-practice';

/** What somebody says of each place, while they think about it: nothing yet, or a finding and how sure. */
export interface Thought {
  said: Readonly<Record<string, { finding: Finding; p: number }>>;
  job?: string;
  owner?: ToOwner;
}
export const NO_THOUGHT: Thought = { said: {} };

/** The bill of what was chosen, as it must be expected by what was said; nothing where it costs nothing. */
export type Bill = { likely: number; bad: number } | undefined;

/** What every plate of the answer is given. */
export interface Thinking {
  worked: Worked;
  thought: Thought;
  bill: Bill;
  onThink(thought: Thought): void;
}

/** An answer of what was said; a place nobody spoke of is said to be sound, about as surely as people mean that. */
export const answerOf = (worked: Pick<Worked, 'places'>, { said, job, owner }: Thought): Answer => ({
  claims: Object.fromEntries(
    worked.places.map(({ place }) => {
      const one = said[place];
      return [place, one ? { [one.finding]: one.p } : { sound: 1 }];
    }),
  ),
  ...(job === undefined ? {} : { job }),
  ...(owner === undefined ? {} : { owner }),
});

/** Whether everything was said that the level asks for. */
export const isWhole = (worked: Worked, { said, job, owner }: Thought, bill: Bill): boolean =>
  Object.keys(said).length > 0 &&
  (worked.of.rule.asks !== 'job' ||
    (job !== undefined &&
      owner?.sure !== undefined &&
      owner.untested !== undefined &&
      (bill === undefined || owner.bill !== undefined)));
