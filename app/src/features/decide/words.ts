import { capital, CAUSE_NAME } from '@rugged/core';
import type { Decided, Flip } from '@rugged/core/decide';
import { money } from '@rugged/pages';
import { oddsText } from '@/bench/causes/shown-causes';

/** What would flip it, in a line. */
export interface FlipLine {
  when: string;
  then: string;
}

export function tellFlip({ when, then }: Flip): FlipLine {
  const so = `then ${then.charAt(0).toLowerCase()}${then.slice(1)}`;
  if ('cause' in when)
    return {
      when: `${capital(CAUSE_NAME[when.cause])} ${when.to > when.from ? 'over' : 'under'} ${oddsText(when.to)}`,
      then: `now ${oddsText(when.from)}: ${so}`,
    };
  if ('wantedHours' in when)
    return {
      when: `${when.wantedHours > when.from ? 'Over' : 'Under'} ${Math.round(when.wantedHours)} hours wanted`,
      then: so,
    };
  if ('dearerBy' in when) return { when: `${when.option} dearer by ${money(when.dearerBy)}`, then: so };
  return { when: `${when.option} cheaper by ${money(when.cheaperBy)}`, then: 'then that' };
}

/** Those that are worth a line: the nearest of each kind, not every option that would have to be given away. */
export function shownFlips({ flips }: Decided): Flip[] {
  const odds = flips
    .filter(({ when }) => 'cause' in when)
    .sort((a, b) => distance(a) - distance(b))
    .slice(0, 2);
  const dearer = flips.filter(({ when }) => 'dearerBy' in when);
  const cheaper = flips
    .filter(({ when }) => 'cheaperBy' in when)
    .sort((a, b) => distance(a) - distance(b))
    .slice(0, 1);
  const hours = flips.filter(({ when }) => 'wantedHours' in when && when.wantedHours <= Math.max(FAR, 3 * when.from));
  return [...odds, ...dearer, ...cheaper, ...hours];
}

/** Nobody plans for more hours than this of an engine that is on the bench. */
const FAR = 300;

const distance = ({ when }: Flip): number =>
  'cause' in when ? Math.abs(when.to - when.from) : 'cheaperBy' in when ? when.cheaperBy : 0;
