import { likeliestFirst } from './likeliest-first';

test('what is alike but for the last bits stays in its order', () => {
  const odds: [string, number][] = [
    ['2', 0.1 + 0.2],
    ['6', 0.3],
    ['4', 0.4],
  ];
  expect(odds.sort(likeliestFirst).map(([name]) => name)).toEqual(['4', '2', '6']);
  const turned: [string, number][] = [
    ['2', 0.3],
    ['6', 0.1 + 0.2],
  ];
  expect(turned.sort(likeliestFirst)[0]?.[0]).toBe('2');
});
