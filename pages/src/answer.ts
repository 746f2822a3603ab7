import type { Purpose } from '@rugged/core';
import type { Answer } from '@rugged/core/decide';
import { does, howSurely, lower, money } from './words';

/** What is asked of an engine, by what it was brought in for. */
export const QUESTION: Readonly<Record<Purpose, string>> = {
  fault: 'Is there a fault inside?',
  'go-or-stop': 'Is it worth going on?',
  'second-opinion': 'Was the other shop right?',
  buying: 'Should it be bought?',
  'before-teardown': 'Does it need a rebuild?',
  'after-rebuild': 'Did the repair work?',
  waking: 'May it be run?',
  baseline: 'Are these figures good to hold the next test against?',
};

interface Reader {
  currency?: string | undefined;
  /** How a cylinder is called; of a single the engine. */
  nameOf?(cylinder: string): string;
}

/** The answer in a line: yes, no, or not yet, and why. */
export function tellAnswer(answer: Answer, { currency, nameOf = () => 'it' }: Reader = {}): string {
  if (answer.because === 'seals') return SEALS[answer.purpose];
  if (answer.because === 'unproven')
    return answer.test === undefined
      ? 'Not yet. The readings do not tell what it has.'
      : `Not yet. The readings do not tell what it has: ${
          answer.test === 'wet' ? 'a wet test' : 'a leak-down test'
        } would tell more.`;
  const { cause, cylinder, chance, way, bill } = answer;
  const who = cylinder === undefined ? 'it' : nameOf(cylinder);
  const has = [who, howSurely(chance), does(cause)].filter(Boolean).join(' ');
  const costs = bill === undefined ? '' : `, about ${money(bill, currency)}`;
  const repair = way === undefined ? '' : ` ${way}${costs}.`;
  switch (answer.because) {
    case 'known':
      return answer.purpose === 'fault' || answer.purpose === 'second-opinion'
        ? `Yes. ${sentenceOf(has)}${repair}`
        : `No. ${sentenceOf(has)}${repair}`;
    case 'pays':
      return `Yes. ${way ?? 'The repair'} costs${costs.replace(',', '')}, and it is worth more than that.`;
    case 'runs-on':
      return 'Yes, as it is. It is worn, and should last as long as it is wanted.';
    case 'does-not-pay':
      return bill === undefined
        ? 'No. No repair brings what it costs.'
        : `No. The repair costs${costs.replace(',', '')}, more than it brings.`;
    case 'no-value':
      return `Not yet. ${sentenceOf(has)} Say what the machine is worth running and as it stands.`;
    case 'takes-off':
      return `Not at the asking price. ${sentenceOf(has)} Take${costs.replace(',', '')} off for: ${lower(way ?? 'the repair')}.`;
    case 'agrees':
      return cause === 'sound'
        ? 'Yes. We found nothing wrong inside either.'
        : `Yes, we agree. ${sentenceOf(has)}${repair}`;
    case 'disagrees':
      return cause === 'sound'
        ? 'No. It seals, and we found nothing wrong inside.'
        : `No, we do not agree. ${sentenceOf(has)}${repair}`;
    case 'comes-apart':
      return `Yes. ${sentenceOf(has)} It has to come apart for that.`;
    case 'stays-together':
      return `No. ${sentenceOf(has)} It need not come apart for that.`;
  }
}

const sentenceOf = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

const SEALS: Readonly<Record<Purpose, string>> = {
  fault: 'No. Inside it is good; what it was brought in for is still to be found.',
  'go-or-stop': 'Yes. It seals, and nothing inside stands against going on.',
  'second-opinion': 'It seals, and we found nothing wrong inside.',
  buying: 'Yes, as far as its inside goes: it seals.',
  'before-teardown': 'No. It seals, and nothing inside asks for a rebuild.',
  'after-rebuild': 'Yes. Tested again, it seals.',
  waking: 'Yes. It seals and may be run.',
  baseline: 'Yes. It seals.',
};
