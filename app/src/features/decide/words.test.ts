import type { Decided, Flip } from '@rugged/core/decide';
import { shownFlips, tellFlip } from './words';

const flips: Flip[] = [
  { when: { cause: 'rings-or-bore', from: 0.86, to: 0.45 }, then: 'Rebuild it completely' },
  { when: { cause: 'sound', from: 0.05, to: 0.4 }, then: 'Leave it as it is' },
  { when: { cause: 'carbon', from: 0.02, to: 0.9 }, then: 'Clean the carbon out' },
  { when: { option: 'New top end', dearerBy: 236 }, then: 'Another used engine' },
  { when: { option: 'Another used engine', cheaperBy: 236 }, then: 'Another used engine' },
  { when: { option: 'Rebuild it completely', cheaperBy: 900 }, then: 'Rebuild it completely' },
  { when: { wantedHours: 31.4, from: 50 }, then: 'Run it another season' },
  { when: { wantedHours: 4000, from: 50 }, then: 'Leave it as it is' },
];

test('each flip is told by what would have to change, over or under', () => {
  expect(flips.slice(0, 5).map((flip) => tellFlip(flip))).toEqual([
    { when: 'Rings or bore under 45 %', then: 'now 86 %: then rebuild it completely' },
    { when: 'Sound over 40 %', then: 'now 5 %: then leave it as it is' },
    { when: 'Carbon in the chamber over 90 %', then: 'now 2 %: then clean the carbon out' },
    { when: 'New top end dearer by 240', then: 'then another used engine' },
    { when: 'Another used engine cheaper by 240', then: 'then that' },
  ]);
  expect(tellFlip(flips[6] as Flip)).toEqual({ when: 'Under 31 hours wanted', then: 'then run it another season' });
});
test('only the nearest are shown, and no hours that nobody plans for', () => {
  const shown = shownFlips({ flips } as unknown as Decided).map((flip) => tellFlip(flip).when);
  expect(shown).toEqual([
    'Sound over 40 %',
    'Rings or bore under 45 %',
    'New top end dearer by 240',
    'Another used engine cheaper by 240',
    'Under 31 hours wanted',
  ]);
});
