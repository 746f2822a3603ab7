import type { Page } from '@rugged/contract';
import type { Bench } from '@rugged/contract/bench';
import { aBench } from '@/bench/bench.fixture';
import { found, withChanges } from './changes';

const job = (number: number, status: 'open' | 'closed' = 'open', complaint = 'hard start') =>
  aBench({ job: { id: `j${number}`, number, status, complaint } });
const list = (numbers: number[], next?: string) => {
  const page: Page<Bench> = { items: numbers.map((n) => job(n)), total: 90, at: 'before', ...(next ? { next } : {}) };
  return { pages: [page], pageParams: [''] };
};
const numbers = ({ pages }: ReturnType<typeof withChanges>) =>
  pages.flatMap(({ items }) => items.map(({ job: { number } }) => number));
const changes = (...items: Bench[]) => ({ items, at: 'now', more: false });

test('what changed stands in its place, and the next question asks from now', () => {
  const { pages } = withChanges(list([9, 8, 7]), 'open', '', changes(job(8, 'open', 'smokes')));
  expect(pages[0]?.items[1]?.job.complaint).toBe('smokes');
  expect(pages[0]).toMatchObject({ at: 'now', total: 90 });
});
test('what is new stands on top, what was closed is gone', () => {
  const now = withChanges(list([9, 8, 7], '7'), 'open', '', changes(job(10), job(8, 'closed')));
  expect(numbers(now)).toEqual([10, 9, 7]);
  expect(now.pages[0]?.total).toBe(90);
});
test('what lies under the last page comes with the next one; where there is none it is put in its place', () => {
  expect(numbers(withChanges(list([9, 7], '7'), 'open', '', changes(job(3))))).toEqual([9, 7]);
  expect(numbers(withChanges(list([9, 7]), 'open', '', changes(job(8), job(3))))).toEqual([9, 8, 7, 3]);
});
test('a search keeps to what it looks for', () => {
  const now = withChanges(list([9]), 'open', 'smoke', changes(job(9, 'open', 'knocks'), job(12, 'open', 'Smokes')));
  expect(numbers(now)).toEqual([12]);
});
test('an empty list takes what comes first', () => {
  expect(numbers(withChanges(list([]), 'open', '', changes(job(1))))).toEqual([1]);
});
test('counted to the end of counting it stays so; not counted at all it is not made up', () => {
  const many = list([9, 8], '8');
  Object.assign(many.pages[0] ?? {}, { total: 1000 });
  expect(withChanges(many, 'open', '', changes(job(10))).pages[0]?.total).toBe(1000);
  delete many.pages[0]?.total;
  expect(withChanges(many, 'open', '', changes(job(10))).pages[0]).not.toHaveProperty('total');
});
test('one or two letters are the beginning of a word, more are a part of one', () => {
  const [one] = list([9]).pages.flatMap(({ items }) => items);
  expect(['ha', 'st', 'rd', 'ard', 'h', 'k', '9', 'orr'].filter((words) => found(one!, words))).toEqual([
    'ha',
    'st',
    'ard',
    'h',
    '9',
    'orr',
  ]);
});
