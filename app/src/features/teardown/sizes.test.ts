import { partOf, sizesOf, typedSizes } from './sizes';

const typed = {
  'bore/top/alongMm': '62.03',
  'bore/top/acrossMm': '62,06',
  'ring-gap/top/mm': '0.45',
  'piston/skirtMm': '61.95',
};

test('each part that is whole is a reading of its own', () => {
  expect(typedSizes(typed, '2')).toEqual({
    ok: true,
    parts: [
      { part: 'bore/top', kind: 'bore', figures: { cylinder: '2', height: 'top', alongMm: 62.03, acrossMm: 62.06 } },
      { part: 'ring-gap/top', kind: 'ring-gap', figures: { cylinder: '2', ring: 'top', mm: 0.45 } },
      { part: 'piston', kind: 'piston', figures: { cylinder: '2', skirtMm: 61.95 } },
    ],
  });
  expect(typedSizes({}, '2')).toEqual({ ok: true, parts: [] });
});

test('one direction of a bore alone, and what is no number, are named at their fields', () => {
  expect(typedSizes({ 'bore/top/alongMm': '62' }, '1')).toEqual({
    ok: false,
    errors: { 'bore/top/acrossMm': 'is missing: both directions, or neither' },
  });
  expect(typedSizes({ 'ring-gap/oil/mm': '0.x' }, '1')).toEqual({
    ok: false,
    errors: { 'ring-gap/oil/mm': 'must be a number above 0' },
  });
});

test('what was kept comes back as it was typed', () => {
  const parts = typedSizes(typed, '2');
  if (!parts.ok) throw new Error('not whole');
  const readings = parts.parts.map(
    ({ kind, figures }, i) => ({ id: String(i), testId: 't', kind, figures, takenAt: '2026-05-04T10:00:00Z' }) as never,
  );
  expect(sizesOf(readings, '2')).toEqual({ ...typed, 'bore/top/acrossMm': '62.06' });
  expect(sizesOf(readings, '1')).toEqual({});
  expect(readings.map(partOf)).toEqual(['bore/top', 'ring-gap/top', 'piston']);
});
