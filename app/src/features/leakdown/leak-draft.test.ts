import { emptyLeakDraft, leakErrorWords, type LeakAction, type LeakDraft, leakReducer, typedLeak } from './leak-draft';

const after = (actions: readonly LeakAction[], from: LeakDraft = emptyLeakDraft()) => actions.reduce(leakReducer, from);
const keys = (text: string): LeakAction[] => [...text].map((key) => ({ do: 'key', key }));
const held = (supply: string, cylinder: string) => after([...keys(supply), { do: 'focus', focus: 'held' }, ...keys(cylinder)]);

test('two gauges make a percentage', () => {
  expect(typedLeak(held('80', '52'), '3', 'psi', true)).toEqual({ ok: true, percent: expect.closeTo(35, 9), reading: { cylinder: '3', unit: 'psi', supply: 80, cylinderPressure: 52 } });
});
test('one figure is not wrong, only not there yet', () => {
  expect(typedLeak(held('80', ''), '3', 'psi', true)).toEqual({ ok: false });
  expect(typedLeak(held('', '52'), '3', 'psi', true)).toEqual({ ok: false });
});
test.each([['80', '81', 'Held: cannot be above what goes in (80).'], ['0', '0', 'Supply: must be a number above 0.']])('%s in, %s held is refused by name', (supply, cylinder, words) => {
  const typed = typedLeak(held(supply, cylinder), '3', 'psi', true);
  expect(typed.ok).toBe(false);
  expect(!typed.ok && typed.error ? leakErrorWords(typed.error) : '').toBe(words);
});
test('places listened at are kept with their loudness, silent ones too; the breather only where there is one', () => {
  const draft = after([{ do: 'heard', place: 'exhaust', level: 0 }, { do: 'heard', place: 'neighbour 2', level: 2 }, { do: 'breather', off: true }], held('80', '52'));
  expect(typedLeak(draft, '3', 'psi', true)).toMatchObject({ reading: { heard: [{ at: 'exhaust', level: 0 }, { at: 'neighbour', level: 2, cylinder: '2' }], breatherOff: true } });
  expect(typedLeak(draft, '3', 'psi', false)).toMatchObject({ reading: expect.not.objectContaining({ breatherOff: true }) });
});
test('the regulator stays from one cylinder to the next, the rest begins anew', () => {
  expect(after([{ do: 'heard', place: 'exhaust', level: 2 }, { do: 'confirm-tdc' }, { do: 'clear' }], held('80', '52'))).toEqual({ supply: '80', held: '', focus: 'held', heard: {} });
});
test('digits are edited as on the compression pad, and converted with the unit', () => {
  expect(after([...keys('8.5.'), { do: 'key', key: 'back' }])).toMatchObject({ supply: '8.' });
  expect(after([{ do: 'convert', convert: (figure) => String(figure * 2) }], held('80', '52'))).toMatchObject({ supply: '160', held: '104' });
});
