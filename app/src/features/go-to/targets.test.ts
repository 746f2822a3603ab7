import { aBench } from '@/bench/bench.fixture';
import { targetsFor } from './targets';

const none = { benches: [], engines: [] };
const titles = (words: string, bench = aBench()) => targetsFor(words, bench, none).map(({ title }) => title);

test('every word that was typed begins a word of the title', () => {
  expect(titles('le d')).toEqual(['Leak-down']);
  expect(titles('house r')).toEqual(['House rules']);
  expect(titles('eak')).toEqual([]);
});

test('only what suits the engine is offered on its job', () => {
  const { engine } = aBench();
  const diesel = aBench({ engine: { ...engine, cycle: 'four-stroke', fuel: 'diesel', cylinders: ['1', '2'] } });
  expect(titles('', diesel)).not.toContain('Crankcase');
  expect(titles('', diesel)).not.toContain('Leads');
  const twin = aBench({ engine: { ...engine, cycle: 'two-stroke', fuel: 'petrol', cylinders: ['1', '2'] } });
  expect(titles('', twin)).toEqual(expect.arrayContaining(['Bench', 'Crankcase', 'Leads']));
});

test('jobs stand before engines, each with its owner', () => {
  const bench = aBench();
  const { engine, machine, owner, books } = bench;
  const found = targetsFor('zzz', undefined, {
    benches: [bench],
    engines: [{ engine, machine, owner, books, jobs: 1 }],
  });
  expect(found.map(({ group }) => group)).toEqual(['Jobs', 'Engines']);
  expect(found[0]?.word).toContain(owner.name);
});
