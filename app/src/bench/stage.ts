import type { AnswerWord } from '@rugged/contract';
import { type Bench, latestOf } from '@rugged/contract/bench';

export const ANSWER_WORD: Readonly<Record<AnswerWord, string>> = {
  agreed: 'Agreed',
  call: 'Call first',
  declined: 'Said no',
};

/** Where a job stands once it is told: nothing while it is still tested. */
export type Stage =
  | { is: 'waiting' }
  | { is: 'call' }
  | { is: 'declined' }
  | { is: 'agreed'; option?: string; stopAt?: number }
  | { is: 'in-repair'; option?: string }
  | { is: 'test-after'; repair: string };

type Told = Pick<Bench, 'pages' | 'answers' | 'repairs' | 'outcomes' | 'tests'>;

/** By what was added last: a page asks, an answer follows, then it is opened, mended, and tested again. */
export function stageOf({ pages, answers, repairs, outcomes, tests }: Told): Stage | undefined {
  const time = (at: string | undefined) => (at === undefined ? -Infinity : Date.parse(at));
  const repair = latestOf(repairs);
  const answer = latestOf(answers);
  const asked = latestOf(pages.filter(({ page }) => page.asks));
  const tested = Math.max(-Infinity, ...tests.map(({ startedAt }) => time(startedAt)));
  if (repair && time(repair.madeAt) >= Math.max(time(answer?.madeAt), time(asked?.madeAt)))
    return tested > time(repair.madeAt) ? undefined : { is: 'test-after', repair: repair.what };
  if (answer && time(answer.madeAt) >= time(asked?.madeAt)) {
    if (answer.answer !== 'agreed') return { is: answer.answer };
    const { option, stopAt } = answer;
    const goes = option === undefined ? {} : { option };
    return outcomes.some(({ madeAt }) => time(madeAt) > time(answer.madeAt))
      ? { is: 'in-repair', ...goes }
      : { is: 'agreed', ...goes, ...(stopAt === undefined ? {} : { stopAt }) };
  }
  return asked ? { is: 'waiting' } : undefined;
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** In a line, as a card says it. */
export function tellStage(stage: Stage): string {
  switch (stage.is) {
    case 'waiting':
      return 'Waiting for the owner';
    case 'call':
      return 'Call the owner';
    case 'declined':
      return 'The owner said no';
    case 'agreed':
      return stage.option === undefined ? 'Agreed' : `Agreed: ${lower(stage.option)}`;
    case 'in-repair':
      return stage.option === undefined ? 'In repair' : `In repair: ${lower(stage.option)}`;
    case 'test-after':
      return `Test after: ${lower(stage.repair)}`;
  }
}
