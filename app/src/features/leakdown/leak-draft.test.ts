import type { Engine } from '@rugged/core';
import { aBench } from '@/bench/bench.fixture';
import {
  placeKey,
  emptyLeakDraft,
  leakErrorWords,
  type LeakAction,
  type LeakDraft,
  leakReducer,
  typedLeak,
} from './leak-draft';

const engineOf = (cycle: Engine['cycle']): Engine => ({
  ...aBench().engine,
  cycle,
  cylinders: ['1', '2', '3', '4', 'No 1 port', 'No 2 port'],
});
const [FOUR, TWO] = [engineOf('four-stroke'), engineOf('two-stroke')];

const after = (actions: readonly LeakAction[], from: LeakDraft = emptyLeakDraft()) => actions.reduce(leakReducer, from);
const keys = (text: string): LeakAction[] => [...text].map((key) => ({ do: 'key', key }));
const held = (supply: string, cylinder: string) =>
  after([...keys(supply), { do: 'focus', focus: 'held' }, ...keys(cylinder)]);

test('two gauges make a percentage', () => {
  expect(typedLeak(held('80', '52'), '3', 'psi', FOUR)).toEqual({
    ok: true,
    percent: expect.closeTo(35, 9),
    reading: { cylinder: '3', unit: 'psi', supply: 80, cylinderPressure: 52 },
  });
});
test('a digit typed over a supply that was only carried on takes its place; the next one follows it', () => {
  const usual = emptyLeakDraft('80');
  const typed = after([{ do: 'focus', focus: 'supply' }, ...keys('60')], usual);
  expect(typed.supply).toBe('60');
  // What was typed is gone on with.
  expect(after([{ do: 'focus', focus: 'held' }, { do: 'focus', focus: 'supply' }, ...keys('.5')], typed).supply).toBe(
    '60.5',
  );
  // Taken back digit by digit it is mended.
  expect(after([{ do: 'focus', focus: 'supply' }, { do: 'key', key: 'back' }, ...keys('5')], usual).supply).toBe('85');
  // From one cylinder to the next it is carried on, and replaced there again.
  const next = after([{ do: 'clear' }, ...keys('52'), { do: 'focus', focus: 'supply' }, ...keys('100')], typed);
  expect(next).toMatchObject({ supply: '100', held: '52' });
});
test('one figure is not wrong, only not there yet', () => {
  expect(typedLeak(held('80', ''), '3', 'psi', FOUR)).toEqual({ ok: false });
  expect(typedLeak(held('', '52'), '3', 'psi', FOUR)).toEqual({ ok: false });
});
test.each([
  ['80', '81', 'Held: is above the supply of 80.'],
  ['0', '0', 'Supply: must be above 0.'],
  ['8060', '52', 'Supply: 8060 psi cannot be: it must be between 0 and 218 psi.'],
])('%s in, %s held is refused by name', (supply, cylinder, words) => {
  const typed = typedLeak(held(supply, cylinder), '3', 'psi', FOUR);
  expect(typed.ok).toBe(false);
  expect(!typed.ok && typed.error ? leakErrorWords(typed.error) : '').toBe(words);
});
test('places listened at are kept with their loudness, silent ones too; the breather only where there is one', () => {
  const draft = after(
    [
      { do: 'heard', place: 'exhaust', level: 0 },
      { do: 'heard', place: 'neighbour 2', level: 2 },
      { do: 'breather', off: true },
    ],
    held('80', '52'),
  );
  expect(typedLeak(draft, '3', 'psi', FOUR)).toMatchObject({
    reading: {
      heard: [
        { at: 'exhaust', level: 0 },
        { at: 'neighbour', level: 2, cylinder: '2' },
      ],
      breatherOff: true,
    },
  });
  expect(typedLeak(draft, '3', 'psi', TWO)).toMatchObject({
    reading: expect.not.objectContaining({ breatherOff: true }),
  });
});
test('the regulator stays from one cylinder to the next, the rest begins anew', () => {
  expect(
    after([{ do: 'heard', place: 'exhaust', level: 2 }, { do: 'confirm-tdc' }, { do: 'clear' }], held('80', '52')),
  ).toEqual({ supply: '80', held: '', focus: 'held', heard: {}, carried: true });
});
test('digits are edited as on the compression pad, and converted with the unit', () => {
  expect(after([...keys('8.5.'), { do: 'key', key: 'back' }])).toMatchObject({ supply: '8.' });
  expect(after([{ do: 'convert', from: 'psi', to: 'bar' }], held('80', '52.5'))).toMatchObject({
    supply: '5.516',
    held: '3.62',
  });
  expect(
    after(
      [
        { do: 'convert', from: 'psi', to: 'bar' },
        { do: 'convert', from: 'bar', to: 'psi' },
      ],
      held('80', '52.5'),
    ),
  ).toEqual(held('80', '52.5'));
  expect(after([{ do: 'convert', from: 'psi', to: 'kPa' }], { ...held('80', '12'), percent: true })).toMatchObject({
    held: '12',
  });
});
test('a neighbour may be called anything, spaces and all', () => {
  const draft = after(
    [
      { do: 'heard', place: placeKey('neighbour', 'No 2 port'), level: 2 },
      { do: 'heard', place: placeKey('exhaust'), level: 1 },
    ],
    held('80', '52'),
  );
  expect(typedLeak(draft, 'No 1 port', 'psi', FOUR)).toMatchObject({
    ok: true,
    reading: {
      heard: [
        { at: 'neighbour', level: 2, cylinder: 'No 2 port' },
        { at: 'exhaust', level: 1 },
      ],
    },
  });
});
