import type { Answer, PageRecord } from '@rugged/contract';
import type { PageDocument } from '@rugged/contract/page';
import { aBench, aTest } from './bench.fixture';
import { stageOf, tellStage } from './stage';

const at = (hour: number) => new Date(Date.UTC(2026, 4, 4, hour)).toISOString();
const of = { jobId: 'j' };
const page = (hour: number, asks = true): PageRecord => ({
  ...of,
  id: `p${hour}`,
  madeAt: at(hour),
  page: { ...(asks ? { asks: { option: 'New top end', stopAt: 900 } } : {}) } as PageDocument,
});
const answer = (hour: number, said: Answer['answer'], more: Partial<Answer> = {}): Answer => ({
  ...of,
  id: `a${hour}`,
  madeAt: at(hour),
  answer: said,
  through: 'shop',
  ...more,
});
const told = (more: Parameters<typeof aBench>[0]) => {
  const stage = stageOf(aBench(more));
  return stage && tellStage(stage);
};

test('nothing is waited for while it is still tested, nor for a page that asks nothing', () => {
  expect(told({})).toBeUndefined();
  expect(told({ pages: [page(9, false)] })).toBeUndefined();
});
test('a page that asks waits; the answer moves it on; a later page waits again', () => {
  expect(told({ pages: [page(9)] })).toBe('Waiting for the owner');
  expect(told({ pages: [page(9)], answers: [answer(10, 'call')] })).toBe('Call the owner');
  expect(told({ pages: [page(9)], answers: [answer(10, 'declined')] })).toBe('The owner said no');
  expect(
    told({ pages: [page(9)], answers: [answer(10, 'call'), answer(11, 'agreed', { option: 'New top end' })] }),
  ).toBe('Agreed: new top end');
  expect(told({ pages: [page(9), page(12)], answers: [answer(10, 'agreed')] })).toBe('Waiting for the owner');
});
test('opened after it was agreed it is in repair; repaired it wants its test; tested it is done', () => {
  const agreed = { pages: [page(9)], answers: [answer(10, 'agreed' as const)] };
  const outcomes = [{ ...of, id: 'o', cylinder: '1', found: 'rings-or-bore' as const, madeAt: at(11) }];
  const repairs = [{ ...of, id: 'r', what: 'New top end', madeAt: at(12) }];
  expect(told({ ...agreed, outcomes })).toBe('In repair');
  expect(told({ ...agreed, outcomes, repairs })).toBe('Test after: new top end');
  const tests = [aTest('compression', {}, { startedAt: at(13) })];
  expect(told({ ...agreed, outcomes, repairs, tests })).toBeUndefined();
});
