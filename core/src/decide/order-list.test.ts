import { REPAIRS } from '../jobfile/decision';
import { orderList, orderText } from './order-list';

const twin = { family: 'motorcycle', cycle: 'four-stroke', fuel: 'petrol', cylinders: ['L', 'R'], boreMm: 68 } as never;
const saw = { family: 'handheld', cycle: 'two-stroke', fuel: 'petrol', cylinders: ['1'], headless: true } as never;
const oversize = (widest?: number) =>
  orderList(twin, { repair: 'bore-and-piston' }, widest).find(({ part }) => part.includes('oversize'))?.note;

test('each part of jobs that are done at once stands once, and as often as there are cylinders', () => {
  expect(orderList(twin, { jobs: ['valve-grind', 'top-end'] })).toEqual([
    { count: 1, part: 'head gasket' },
    { count: 2, part: 'exhaust gasket' },
    { count: 4, part: 'valve stem seal' },
    { count: 2, part: 'ring set' },
    { count: 2, part: 'base gasket' },
  ]);
});

test('an oversize is the smallest over the widest bore, cut clean', () => {
  expect(oversize(68.2)).toMatch(/^0\.25 mm over standard: the widest bore measures 68\.20 mm, standard is 68\.00 mm$/);
  expect(oversize(68.23)).toMatch(/^0\.50 mm over/);
  expect(oversize(68.9)).toMatch(/^1\.00 mm over/);
  expect(oversize(69.1)).toMatch(/^past the largest usual oversize/);
  expect(oversize()).toBe('which one, once the bore is measured');
});

test('no head gasket without a head, no valves in a two-stroke', () => {
  for (const repair of REPAIRS) {
    const parts = orderList(saw, { repair }).map(({ part }) => part);
    expect(parts).not.toContain('head gasket');
    if (['top-end', 'barrel-kit', 'rebuild', 'crank'].includes(repair)) expect(parts.join()).not.toMatch(/valve/);
  }
});

test('doing nothing takes nothing, and an own way nobody knows', () => {
  expect(orderList(twin, { repair: 'leave' })).toEqual([]);
  expect(orderList(twin, {})).toEqual([]);
});

test('as text it can be sent as it is', () => {
  expect(orderText('Job 418: Kittiwake', 'New head gasket', orderList(twin, { repair: 'head-gasket' }))).toBe(
    'Job 418: Kittiwake\nNew head gasket\n- 1 x head gasket\n- 2 x exhaust gasket\n' +
      'Numbers and sizes by the maker’s parts list, please.',
  );
});
