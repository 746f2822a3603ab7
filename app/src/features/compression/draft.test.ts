import { type Draft, draftReducer, EMPTY_DRAFT, errorWords, typedReading } from './draft';

const engine = {
  cylinders: ['1', '2'],
  cycle: 'four-stroke' as const,
  family: 'motorcycle' as const,
  fuel: 'petrol' as const,
};
const press = (keys: string, from: Draft = EMPTY_DRAFT) =>
  [...keys].reduce((draft, key) => draftReducer(draft, { do: 'key', key: key === '<' ? 'back' : key }), from);
const typed = (draft: Draft) => typedReading(draft, '1', 'psi', engine, { unit: 'psi', fullScale: 300 });

test.each([
  ['112', '112'],
  ['0112', '112'],
  ['8.3', '8.3'],
  ['8..3', '8.3'],
  ['.5', '0.5'],
  ['113<2', '112'],
  ['<<', ''],
  ['12345678', '1234567'],
])('keys %s give %s', (keys, peak) => {
  expect(press(keys).peak).toBe(peak);
});

test('first stroke, then peak', () => {
  const first = press('71', draftReducer(EMPTY_DRAFT, { do: 'focus', focus: 0 }));
  const both = press('112', draftReducer(first, { do: 'focus', focus: 'peak' }));
  expect(typed(both)).toEqual({ ok: true, reading: { cylinder: '1', unit: 'psi', peak: 112, strokes: [71] } });
});

test('every stroke and no peak: the highest is the peak', () => {
  const strokes = ['71', '96', '108'].reduce(
    (draft, keys) => press(keys, draftReducer(draft, { do: 'next-stroke' })),
    EMPTY_DRAFT,
  );
  expect(strokes.strokes).toEqual(['71', '96', '108']);
  expect(typed(strokes)).toEqual({
    ok: true,
    reading: { cylinder: '1', unit: 'psi', peak: 108, strokes: [71, 96, 108] },
  });
});

test('a stroke left empty is filled before another is begun', () => {
  const begun = draftReducer(draftReducer(EMPTY_DRAFT, { do: 'next-stroke' }), { do: 'next-stroke' });
  expect(begun).toMatchObject({ strokes: [''], focus: 0 });
});

describe('a needle that swings', () => {
  const swings = draftReducer(EMPTY_DRAFT, { do: 'swings', swings: true });
  const both = (low: string, high: string) =>
    press(high, draftReducer(press(low, swings), { do: 'focus', focus: 'peak' }));
  test('is read at both ends, and kept as its middle and half its width', () => {
    expect(typed(both('45', '60'))).toEqual({
      ok: true,
      reading: { cylinder: '1', unit: 'psi', peak: 52.5, swing: 7.5 },
    });
  });
  test('one end alone is not there yet; ends the wrong way round are named', () => {
    expect(typed(press('45', swings))).toEqual({ ok: false });
    const wrong = typed(both('60', '45'));
    expect(wrong.ok || !wrong.error ? '' : errorWords(wrong.error)).toBe('Low end: must not be above the high end.');
  });
  test('the next cylinder is read the same way, until somebody says that it rests', () => {
    const after = draftReducer(both('45', '60'), { do: 'clear' });
    expect(after).toMatchObject({ low: '', peak: '', focus: 'low' });
    expect(draftReducer(after, { do: 'swings', swings: false })).toEqual(EMPTY_DRAFT);
  });
  test('switched to another unit and back it stands to the digit', () => {
    const bar = draftReducer(both('45', '60'), { do: 'convert', from: 'psi', to: 'bar' });
    expect(bar).toMatchObject({ low: '3.103', peak: '4.137' });
    expect(draftReducer(bar, { do: 'convert', from: 'bar', to: 'psi' })).toMatchObject({ low: '45', peak: '60' });
  });
});

test('nothing typed is not wrong, only not there', () => {
  expect(typed(EMPTY_DRAFT)).toEqual({ ok: false });
});

test.each([
  ['450', "Peak: 450 psi is above the gauge's full scale of 300 psi."],
  ['99999', 'Peak: 99999 psi cannot be: it must be between 0 and 725 psi.'],
])('%s is refused in words, and stays', (keys, words) => {
  const draft = press(keys);
  const result = typed(draft);
  expect(!result.ok && result.error && errorWords(result.error)).toBe(words);
  expect(draft.peak).toBe(keys);
});

test('a peak below the first stroke is refused', () => {
  const result = typed({ ...EMPTY_DRAFT, strokes: ['130'], peak: '112' });
  expect(!result.ok && result.error && errorWords(result.error)).toMatch(/^Peak: is below stroke 1 \(130 psi\)/);
});

test('another unit is the same pressure, not the same digits', () => {
  const typed = { ...EMPTY_DRAFT, strokes: ['71'], peak: '112' };
  const converted = draftReducer(typed, { do: 'convert', from: 'psi', to: 'kPa' });
  expect([converted.peak, converted.strokes]).toEqual(['772.2', ['489.5']]);
  // Round all units and back again: exactly what was typed.
  const round = (['bar', 'kgf/cm2', 'psi'] as const).reduce(
    (state, to, i) =>
      draftReducer(state, { do: 'convert', from: (['kPa', 'bar', 'kgf/cm2'] as const)[i] ?? 'kPa', to }),
    converted,
  );
  expect(round).toEqual(typed);
  // Edited in between, what was typed first is not restored.
  const edited = ['back', 'back', 'back', '9'].reduce(
    (draft, key) => draftReducer(draft, { do: 'key', key }),
    converted,
  );
  expect(draftReducer(edited, { do: 'convert', from: 'kPa', to: 'psi' }).peak).toBe('113');
});

test('figures from a recording stand as if they had been typed', () => {
  const draft = draftReducer(EMPTY_DRAFT, { do: 'take', strokes: [71, 96.5, 108], peak: 112 });
  expect(draft).toMatchObject({ strokes: ['71', '96.5', '108'], peak: '112', focus: 'peak' });
});
