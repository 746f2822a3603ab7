import { looksOf, nextPart, partOfField, partsOf, typedLooks } from './looks';

const four = { cycle: 'four-stroke', cylinders: ['1'] } as never;
const two = { cycle: 'two-stroke', valveGear: 'reed', cylinders: ['1'], headless: true } as never;

test('an engine has the parts that it has: no valves in a two-stroke, no gasket without a head', () => {
  expect(partsOf(four)).toEqual(
    expect.arrayContaining(['intake-valve', 'exhaust-valve', 'gasket', 'head', 'bore', 'crank']),
  );
  expect(partsOf(four)).not.toContain('reeds');
  expect(partsOf(two)).toEqual(expect.arrayContaining(['reeds', 'seals', 'bore']));
  for (const part of ['intake-valve', 'exhaust-valve', 'gasket', 'head'] as const)
    expect(partsOf(two)).not.toContain(part);
});

test('what was typed of each part is a look of its own, and comes back as it was typed', () => {
  const typed = {
    'look/bore/seen': 'scored',
    'look/bore/words': ' exhaust side ',
    'look/big-end/seen': 'good',
    'look/big-end/mm': '0,02',
    'ring-gap/top/mm': '0.4',
  };
  const looks = typedLooks(typed, '2', partsOf(four));
  expect(looks).toEqual({
    ok: true,
    looks: [
      { cylinder: '2', part: 'bore', seen: 'scored', words: 'exhaust side' },
      { cylinder: '2', part: 'big-end', seen: 'good', mm: 0.02 },
    ],
  });
  if (!looks.ok) throw new Error('not whole');
  const readings = looks.looks.map((figures, i) => ({ id: String(i), kind: 'opened', figures }) as never);
  expect(looksOf(readings, '2')).toEqual({
    'look/bore/seen': 'scored',
    'look/bore/words': 'exhaust side',
    'look/big-end/seen': 'good',
    'look/big-end/mm': '0.02',
  });
  expect(looksOf(readings, '1')).toEqual({});
});

test('a size or words without how it looks, and a size that is none, are named at their fields', () => {
  expect(typedLooks({ 'look/crank/mm': '0.1' }, '1', partsOf(four))).toEqual({
    ok: false,
    errors: { 'look/crank/seen': 'is missing: choose how it looks' },
  });
  expect(typedLooks({ 'look/crank/mm': 'much', 'look/crank/seen': 'worn' }, '1', partsOf(four))).toEqual({
    ok: false,
    errors: { 'look/crank/mm': 'must be a number from 0 to 20' },
  });
});

test('the next part is one that nobody has looked at, round once', () => {
  const parts = ['bore', 'rings', 'piston'] as const;
  expect(nextPart(parts, 'bore', {})).toBe('rings');
  expect(nextPart(parts, 'piston', { 'look/bore/seen': 'good' })).toBe('rings');
  const all = { 'look/bore/seen': 'good', 'look/rings/seen': 'good', 'look/piston/seen': 'worn' };
  expect(nextPart(parts, 'piston', all)).toBe('piston');
  expect(
    ['bore/top/acrossMm', 'ring-gap/oil/mm', 'piston/pinMm', 'piston/skirtMm', 'look/case/seen'].map(partOfField),
  ).toEqual(['bore', 'rings', 'pin', 'piston', 'case']);
});
