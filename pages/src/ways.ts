import type { PageBlock, PageWay } from '@rugged/contract/page';
import type { DecidedOption } from '@rugged/core/decide';
import { chosenOption, currencyOf, type PageFacts } from './facts';
import { chanceWords, does, exactMoney, lower, money } from './words';

/** What most likely follows, where that is the plan and no risk. */
export const plannedAfter = ({ mayFollow }: DecidedOption) =>
  [...mayFollow].sort((a, b) => b.probability - a.probability).find(({ probability }) => probability >= PLANNED);

/** So likely, what follows is not a risk but the plan: the first bill stands alone, and the words tell the rest. */
const PLANNED = 0.3;
/** What follows more rarely is not worth a sentence. */
const WORTH_TELLING = 0.1;
const MOST = 3;

/** At most three ways: what is advised, the best of what is cheaper, and the next that does more. */
export function waysBlock(facts: PageFacts): PageBlock[] {
  return block(facts, (all) => threeOf(facts, all));
}

/** What repairs cost, for whoever does not own the engine yet: nothing is advised, and nothing is left as it is. */
export function repairsBlock(facts: PageFacts): PageBlock[] {
  return block(facts, (all) =>
    all
      .filter(({ cures, name }) => cures.length > 0 && !isAnother(facts, name))
      .slice(0, MOST)
      .map((option) => ({ option })),
  );
}

function block(facts: PageFacts, pick: (all: DecidedOption[]) => Picked[]): PageBlock[] {
  const { decided } = facts;
  const currency = currencyOf(facts);
  if (!decided) return [];
  const told = decided.options.filter(({ unsaid }) => !unsaid).sort((a, b) => a.mean - b.mean);
  // Where nothing is wrong there is nothing to choose.
  if (told.every(({ cures }) => cures.length === 0) && isSound(facts)) return [];
  const ways = pick(told).map(({ option, as }): PageWay => wayOf(facts, option, as));
  if (ways.length === 0) return [];
  const label = ways.some(({ as }) => as === 'advised') ? 'What we advise' : 'What repair costs';
  return [{ is: 'ways', label, ...(currency === undefined ? {} : { currency }), ways }];
}

interface Picked {
  option: DecidedOption;
  as?: PageWay['as'];
}

/** Another engine is no repair of this one. */
export const isAnother = ({ input }: PageFacts, name: string): boolean =>
  input?.options.some((one) => one.name === name && one.repair?.endsWith('-engine')) ?? false;

const isSound = ({ decided }: PageFacts): boolean =>
  (decided?.causes.find(({ cause }) => cause === 'sound')?.probability ?? 0) >= LIKELIER;
const LIKELIER = 0.5;

function threeOf(facts: PageFacts, told: readonly DecidedOption[]): Picked[] {
  const advised = chosenOption(facts);
  if (!advised) return told.slice(0, MOST).map((option) => ({ option }));
  const worth = ({ valueLeft, runs }: DecidedOption) => valueLeft ?? runs;
  const [cheaper] = told.filter(({ mean }) => mean < advised.mean).sort((a, b) => worth(b) - worth(a));
  const dearer = told.filter(({ mean, name }) => mean >= advised.mean && name !== advised.name);
  const more = dearer.find(({ runs }) => runs >= advised.runs) ?? dearer[0];
  return [
    { option: advised, as: 'advised' },
    ...(cheaper ? [{ option: cheaper, as: 'cheaper' as const }] : []),
    ...(more ? [{ option: more, as: 'more' as const }] : []),
  ];
}

function wayOf(facts: PageFacts, option: DecidedOption, as: PageWay['as']): PageWay {
  const { mean, p10, p90, firstBill } = option;
  const planned = plannedAfter(option) !== undefined;
  const one = planned || p90 - p10 < 1;
  return {
    name: option.name,
    ...(as === undefined ? {} : { as }),
    text: [outcome(facts, option), follows(facts, option), leaves(option)].filter(Boolean).join(' '),
    likely: Math.round(planned ? firstBill : mean),
    ...(one ? {} : { low: Math.round(p10), high: Math.round(p90) }),
  };
}

/** What it does, and how likely. */
function outcome(facts: PageFacts, option: DecidedOption): string {
  const { input } = facts;
  const asItIs = input?.options.some(({ name, runsAsItIs }) => name === option.name && runsAsItIs);
  const wanted = input?.wantedHours;
  if (asItIs)
    return (
      'Nothing is repaired, and it goes on wearing. ' +
      (wanted === undefined
        ? `It goes on running ${chanceWords(option.runs)}.`
        : `It lasts the ${wanted} hours you want of it ${chanceWords(option.runs)}.`)
    );
  if (option.cures.length === 0)
    return option.mean > 0
      ? ''
      : isSound(facts)
        ? 'Nothing inside needs repair.'
        : 'Nothing is repaired, and it does not get better by itself.';
  return `Fixes it ${chanceWords(option.runs)}.`;
}

/** What it may lead to, the likeliest. */
function follows(facts: PageFacts, { mayFollow }: DecidedOption): string {
  const [next] = [...mayFollow].sort((a, b) => b.probability - a.probability);
  if (!next || next.probability < WORTH_TELLING) return '';
  const often = chanceWords(next.probability);
  return (
    `${often.charAt(0).toUpperCase()}${often.slice(1)} it needs more once it is open: ` +
    `${lower(next.name)}, about ${money(next.mean, currencyOf(facts))} on top.`
  );
}

const leaves = ({ leaves: left, cures }: DecidedOption): string =>
  cures.length === 0 || left.length === 0 ? '' : `It does not help where the engine ${does(left[0] ?? 'sound')}.`;

/** Where the shop stops and calls. */
export function stopBlock(facts: PageFacts): PageBlock[] {
  const { stopAt } = facts;
  const option = chosenOption(facts);
  if (!option || stopAt === undefined || option.mean === 0) return [];
  return [
    {
      is: 'text',
      strong: `We stop and call you at ${exactMoney(Math.round(stopAt), currencyOf(facts))}.`,
      text: 'Nothing beyond that is done before you have said yes.',
    },
  ];
}
