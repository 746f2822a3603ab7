import { crankTurned } from '.';

const at = (...shares: number[]) => shares.map((share, i) => ({ seconds: i, share }));

test.each([
  ['fills and rests', at(0.2, 0.7, 0.88, 0.89, 0.89), false],
  ['rests, then runs away', at(0.7, 0.88, 0.885, 0.6, 0.2), true],
  ['a big leak settles low and stays there', at(0.9, 0.6, 0.4, 0.35, 0.345), false],
  ['a big leak settles low, then the crank goes', at(0.9, 0.6, 0.4, 0.395, 0.1), true],
  ['two looks say nothing', at(0.9, 0.2), false],
  ['a slow sag of the supply is no turn', at(0.9, 0.89, 0.88, 0.87, 0.86, 0.85), false],
  [
    'two samples of one moment settle nothing',
    [
      { seconds: 1, share: 0.9 },
      { seconds: 1, share: 0.9 },
      { seconds: 2, share: 0.3 },
    ],
    false,
  ],
])('%s', (_, samples, turned) => {
  expect(crankTurned(samples)).toBe(turned);
});
