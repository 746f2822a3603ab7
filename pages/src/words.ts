import type { PageBlock, PageMark, PageWay } from '@rugged/contract/page';
import type { CauseNamed, SeenTrouble } from '@rugged/core';
import type { Trouble } from '@rugged/core/decide';

/** Plain words for somebody who knows nothing of engines. */

/** What a part of the engine does, after its name: `cylinder 2 leaks past its piston rings`. */
const DOES: Readonly<Record<Exclude<CauseNamed, 'test-fault'> | SeenTrouble, string>> = {
  sound: 'is sound',
  'rings-or-bore': 'leaks past its piston rings',
  'piston-damage': 'has a damaged piston',
  'intake-valve': 'leaks past its intake valve',
  'exhaust-valve': 'leaks past its exhaust valve',
  'head-gasket-external': 'leaks at its head gasket, to the outside',
  'head-gasket-between': 'leaks through the head gasket into the cylinder beside it',
  'head-gasket-coolant': 'leaks through the head gasket into the cooling water',
  'valve-train': 'has a valve that does not open as it should',
  carbon: 'has carbon built up in it',
  'compression-release': 'reads low because its starting aid lets pressure go',
  'crank-seal': 'leaks at the seals of its crankcase',
  'tester-without-valve': 'was read with a gauge that does not suit it',
  'throttle-closed': 'was read with its throttle shut',
  'slow-cranking': 'was turned too slowly to read it',
  'cold-engine': 'was read cold',
  'adapter-leak': 'was read with a gauge that leaked',
  'off-tdc': 'was read with its piston in the wrong place',
  'bore-past-rings': 'has a worn or scored cylinder wall',
  'valve-guides': 'has a valve that is loose in its guide',
  'small-end': 'has a worn piston pin or small end',
  crank: 'has a worn crank or crank bearing',
  reeds: 'has worn or broken reeds',
  case: 'has a cracked or corroded crankcase',
  head: 'has a cracked head',
};
export const does = (cause: Trouble | CauseNamed): string =>
  cause === 'test-fault' ? 'cannot be told yet' : DOES[cause];

/** What was found when it was opened. */
const FOUND: Readonly<Partial<Record<CauseNamed, string>>> = {
  sound: 'nothing wrong',
  'rings-or-bore': 'worn rings or a worn bore',
  'piston-damage': 'a damaged piston',
  'intake-valve': 'an intake valve that does not seal',
  'exhaust-valve': 'an exhaust valve that does not seal',
  'head-gasket-external': 'a head gasket that leaks to the outside',
  'head-gasket-between': 'a head gasket that leaks into the next cylinder',
  'head-gasket-coolant': 'a head gasket that leaks into the cooling water',
  'valve-train': 'a valve that does not open as it should',
  carbon: 'carbon',
  'compression-release': 'the starting aid letting pressure go',
  'crank-seal': 'crankcase seals that leak',
};
export const found = (cause: CauseNamed): string => FOUND[cause] ?? 'something else';

/** `99 in 100`. Nobody is ever quite sure, nor quite sure of the contrary. */
export function inHundred(probability: number): string {
  const n = Math.round(100 * probability);
  return n >= 100 ? 'more than 99 in 100' : n <= 0 ? 'less than 1 in 100' : `${n} in 100`;
}

/** Before what somebody thinks, so that nobody has to know percentages. Nothing where it is as good as certain. */
export const howSurely = (probability: number): string =>
  probability >= 0.9 ? '' : probability >= 0.7 ? 'most likely' : probability >= 0.5 ? 'probably' : 'perhaps';

/** The same as the start of a sentence: `We are fairly sure`. */
export const weAreSure = (probability: number): string =>
  probability >= 0.94
    ? 'we are almost sure'
    : probability >= 0.7
      ? 'we are fairly sure'
      : probability >= 0.5
        ? 'we think'
        : 'it may be';

/** `in about 8 of 10 cases`, and `almost surely`. */
export const chanceWords = (probability: number): string => {
  const tenths = Math.round(10 * probability);
  return tenths >= 10 || probability >= 0.94
    ? 'almost surely'
    : tenths <= 0
      ? 'hardly ever'
      : `in about ${tenths} of 10 cases`;
};

/** `about 430`, in the shop's money where it is known. Nobody owes a bill to the last unit beforehand. */
export function money(sum: number, currency?: string): string {
  const step = sum < 200 ? 5 : sum < 2000 ? 10 : 50;
  const round = Math.round(sum / step) * step;
  return exactMoney(round, currency);
}

/** A sum that somebody can keep in mind. */
export const tidySum = (sum: number): number => (sum < 200 ? Math.round(sum) : Math.round(sum / 10) * 10);

export function exactMoney(sum: number, currency?: string): string {
  const number = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 }).format(sum);
  return currency === undefined ? number : `${number} ${currency}`;
}

/** `1`, `1 and 2`, `1, 2 and 3` */
export const listed = (things: readonly string[]): string =>
  things.length < 2 ? things.join('') : `${things.slice(0, -1).join(', ')} and ${things[things.length - 1]}`;

/** Cut where it would be too long for a page; what was written stands whole where it was noted. */
export const short = (text: string, most = 380): string =>
  text.length <= most ? text : `${text.slice(0, most - 1).trimEnd()}…`;

export const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
export const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

/** What a way to go on costs, and how likely the engine runs well afterwards. */
export function barWords(bar: Bar, currency?: string): string {
  const { low, likely, high, chance, asItIs } = bar;
  const sums = high === 0 ? 'costs nothing' : `${money(low)} to ${money(high)}, about ${money(likely, currency)}`;
  return `${sums}; ${asItIs ? 'runs on' : 'runs well'}: ${inHundred(chance)}`;
}
type Bar = Extract<PageBlock, { is: 'bars' }>['bars'][number];

/** `Cheaper: run it another season`, of a way on a page. */
export const wayName = ({ name, as }: PageWay): string =>
  as === 'cheaper' ? `Cheaper: ${lower(name)}` : as === 'more' ? `More: ${lower(name)}` : name;
export const waySum = ({ likely }: PageWay, currency?: string): string =>
  likely === 0 ? 'free' : money(likely, currency);
/** Where one sum is as likely as the next, it says nothing: nor where the tail alone makes the mean. */
export const wayRange = ({ low, likely, high }: PageWay, currency?: string): string | undefined =>
  low === undefined || high === undefined || low >= likely || high <= likely
    ? undefined
    : `${money(low)} to ${money(high, currency)}`;

const MARK_WORD: Readonly<Record<PageMark, string>> = {
  good: 'good',
  watch: 'keep an eye on it',
  bad: 'needs work',
  open: 'not proven',
};
/** `Cylinder 2: needs work`, of a block that draws them. */
export const markWords = ({ cylinders }: Extract<PageBlock, { is: 'cylinders' }>): string[] =>
  cylinders.map(({ id, mark }) => `${cylinders.length === 1 ? 'The engine' : `Cylinder ${id}`}: ${MARK_WORD[mark]}`);
