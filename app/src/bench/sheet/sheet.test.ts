import { ofKind, readSheet, type SheetDraft, UNTOUCHED, type Written } from './sheet';

const four: Written = {
  name: 'Four',
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  layout: 'inline',
  cylinders: ['1', '2', '3', '4'],
  firingOrder: ['1', '2', '4', '3'],
  boreMm: 62,
};
const read = (draft: Partial<SheetDraft>, engine = four) => readSheet(engine, { ...UNTOUCHED, ...draft });

test('nothing touched changes nothing', () => {
  expect(read({})).toEqual({ engine: four, errors: {}, change: {} });
});
test.each<[Record<string, string>, string, RegExp]>([
  [{ boreMm: '0.001' }, 'boreMm', /between 8 and 500/],
  [{ boreMm: '1000' }, 'boreMm', /between 8 and 500/],
  [{ strokeMm: 'long' }, 'strokeMm', /must be a number/],
  [{ strokeMm: '60', conrodMm: '25' }, 'conrodMm', /longer than half the stroke/],
  [{ firingIntervals: '180, 180, 180' }, 'firingIntervals', /needs 4 intervals/],
  [{ firingIntervals: '180, 180, 180, 90' }, 'firingIntervals', /720 degrees, not 630/],
  [{ bank0: '1, 2, 2' }, 'cylinders', /twice/],
  [{ bank0: ' , ' }, 'cylinders', /at least one/],
  [{ 'plug.threadMm': '14' }, 'plug.pitchMm', /must be a number/],
  [{ dueEveryMonths: '0' }, 'dueEveryMonths', /between 1 and 120/],
])('%j is refused at its field, and stays as it was typed', (texts, field, reason) => {
  expect(read({ texts }).errors[field]).toMatch(reason);
});
test('a comma is a point, and an emptied field is taken off', () => {
  expect(read({ texts: { strokeMm: '54,5', boreMm: '' } }).change).toEqual({ strokeMm: 54.5, boreMm: null });
});
test('other names take the order that named the old ones along', () => {
  const { change, engine } = read({ texts: { bank0: 'A, B' } });
  expect(change).toMatchObject({ cylinders: ['A', 'B'], firingOrder: null, firingIntervals: null });
  expect(engine).not.toHaveProperty('firingOrder');
});
test('a V has its names by bank, from the flywheel', () => {
  const { engine } = read({ fields: { layout: 'vee' }, texts: { bank0: '1, 3', bank1: '2, 4' } });
  expect(engine).toMatchObject({
    cylinders: ['1', '3', '2', '4'],
    banks: [
      ['1', '3'],
      ['2', '4'],
    ],
    firingOrder: ['1', '2', '4', '3'],
  });
});
test('a kind fills in how it is built, and keeps cylinders that fit', () => {
  expect(ofKind('motorcycle-four', four)).not.toHaveProperty('cylinders');
  expect(read({ fields: ofKind('diesel-triple', four) }).engine).toMatchObject({
    fuel: 'diesel',
    cooling: 'liquid',
    cylinders: ['1', '2', '3'],
  });
  // Figures of a kind are usual, never what is known of this one.
  expect(ofKind('diesel-triple')).not.toHaveProperty('boreMm');
});
