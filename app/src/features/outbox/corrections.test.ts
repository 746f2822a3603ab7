import { correctable, corrected, fieldWord } from './corrections';

const body = {
  id: 'r1',
  testId: 't1',
  figures: { cylinder: '1', unit: 'psi', supply: 8060, cylinderPressure: 52, strokes: [85, 1200], places: [{ mm: 3 }] },
};
const error = (field: string) => ({ field, reason: 'cannot be' });

test('figures and texts can be typed anew; ids, lists and what is not there cannot', () => {
  const errors = ['figures.supply', 'figures.cylinder', 'testId', 'id', 'figures.strokes', 'figures.peak'].map(error);
  expect(correctable(body, errors).map(({ field, value }) => [field, value])).toEqual([
    ['figures.supply', 8060],
    ['figures.cylinder', '1'],
  ]);
});

test('only what was refused changes, wherever it stands', () => {
  const fields = correctable(body, ['figures.supply', 'figures.strokes[1]', 'figures.places[0].mm'].map(error));
  const mended = corrected(body, fields, {
    'figures.supply': '80,6',
    'figures.strokes[1]': '120',
    'figures.places[0].mm': '4',
  });
  expect(mended).toEqual({ figures: { ...body.figures, supply: 80.6, strokes: [85, 120], places: [{ mm: 4 }] } });
  expect(body.figures.supply).toBe(8060);
});

test('what is no figure is not sent; untouched it is sent as it was', () => {
  const fields = correctable(body, [error('figures.supply')]);
  expect(corrected(body, fields, { 'figures.supply': 'eighty' })).toBeUndefined();
  expect(corrected(body, fields, { 'figures.supply': '' })).toBeUndefined();
  expect(corrected(body, fields, {})).toEqual({});
});

test('fields are called as on the pads', () => {
  expect(['figures.supply', 'figures.strokes[1]', 'version'].map(fieldWord)).toEqual(['Supply', 'Stroke', 'version']);
});
