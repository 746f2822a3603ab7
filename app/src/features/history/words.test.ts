import { tellFields, tellValue, tellWhat } from './words';

test('what was done, to which record', () => {
  expect(tellWhat({ record: 'jobs', job: 418, action: 'changed' })).toBe('Job 418 changed');
  expect(tellWhat({ record: 'readings', job: 418, action: 'added', now: { kind: 'leakdown' } })).toBe(
    'Leak-down reading added',
  );
  expect(tellWhat({ record: 'owners', action: 'erased' })).toBe('Owner erased');
});
test('field by field, what led from row to row left out', () => {
  expect(
    tellFields({
      action: 'changed',
      was: { complaint: 'hard start', boreMm: 62 },
      now: { complaint: 'knocks', engineId: 'x', cranks: false },
    }),
  ).toEqual([
    { field: 'Complaint', was: 'hard start', now: 'knocks' },
    { field: 'Bore, mm', was: '62', now: 'nothing' },
    { field: 'Cranks', was: 'nothing', now: 'no' },
  ]);
  expect(
    tellFields({
      action: 'added',
      now: { text: 'oily', strokes: [], site: {}, madeBy: 'x', supersedes: 'y', madeAt: 'z' },
    }),
  ).toEqual([{ field: 'Text', now: 'oily' }]);
});
test('a value of values in words, a secret not shown, a long one cut', () => {
  expect(tellValue({ compression: { unit: 'psi', min: 120 } })).toBe('compression min 120, unit psi');
  expect(tellValue({ unit: 'psi', peak: 120, cylinder: '2' })).toBe('cylinder 2, peak 120, unit psi');
  expect(tellValue('...')).toBe('not shown');
  expect(tellValue([])).toBe('nothing');
  expect(tellValue('x'.repeat(500))).toHaveLength(140);
});
