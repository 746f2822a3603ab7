import { checkBook, checkHouseRules, compressionLimits, fenceOf, houseRulesFor, ruleOfThumb, spreadLimits } from '.';
import type { Engine } from '../engine';
import type { Book } from '../jobfile';
import { toKPa } from '../quantity';

const engine: Engine = { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1', '2'] };
const psi = (figure: number) => toKPa(figure, 'psi');
const SEA = 101.325;
const bands = [
  { name: 'good', from: 140 },
  { name: 'average', from: 125 },
  { name: 'poor', from: 0 },
];
const book = (compression: Omit<NonNullable<Book['compression']>, 'unit'>): Book => ({
  source: 'the manual',
  compression: { unit: 'psi', ...compression },
});

describe('compression limits', () => {
  test('the first book with figures wins', () => {
    const limits = compressionLimits(
      engine,
      [{ source: 'empty' }, book({ min: 120 }), { ...book({ min: 90 }), source: 'other' }],
      SEA,
    );
    expect(limits).toMatchObject({ source: { kind: 'book', name: 'the manual' }, temperature: 'warm' });
    expect(limits.minKPa).toBeCloseTo(psi(120), 9);
  });
  test('are moved to the air here', () => {
    expect(compressionLimits(engine, [book({ min: 120, max: 170 })], 83.52).minHereKPa).toBeCloseTo(psi(98.91), 0);
    expect(compressionLimits(engine, [book({ min: 120, max: 170 })], 83.52).maxHereKPa).toBeCloseTo(
      (psi(170) * 83.52) / SEA,
      9,
    );
  });
  test('a minimum among bands makes the band above it the watch line', () => {
    const limits = compressionLimits(engine, [book({ min: 120, bands })], SEA);
    expect(limits.watchBelowHereKPa).toBeCloseTo(psi(125), 9);
    expect(limits.watchBand).toBe('poor');
  });
  test('bands alone have a minimum too: the foot of the second lowest', () => {
    const limits = compressionLimits(engine, [book({ bands: [...bands].reverse() })], SEA);
    expect(limits.minKPa).toBeCloseTo(psi(125), 9);
    expect(limits.watchBelowHereKPa).toBeCloseTo(psi(140), 9);
    expect(limits.watchBand).toBe('average');
  });
  test('a minimum in the top band leaves nothing to watch', () => {
    expect(compressionLimits(engine, [book({ min: 145, bands })], SEA).watchBelowHereKPa).toBeUndefined();
  });
  const readHere = { name: 'Orrin 20', engines: 9, fromKPa: psi(148), medianKPa: psi(153), toKPa: psi(158) };
  test('what others read here stands in for a book, and never before one', () => {
    const limits = compressionLimits(engine, [], SEA, undefined, readHere);
    expect(limits.source).toEqual({ kind: 'house', rule: 'read-here', name: 'Orrin 20', engines: 9 });
    // Alike as they are, a tenth under the middle one is no fault yet.
    expect(limits.minHereKPa).toBeCloseTo(psi(137.7), 6);
    expect(limits.watchBelowHereKPa).toBeCloseTo(psi(148), 6);
    expect(compressionLimits(engine, [book({ min: 90 })], SEA, undefined, readHere).minKPa).toBeCloseTo(psi(90), 9);
  });
  test('far apart, low is twice as far under the middle as one in ten', () => {
    expect(fenceOf({ fromKPa: 800, medianKPa: 1000 })).toBe(600);
    expect(fenceOf({ fromKPa: 100, medianKPa: 1000 })).toBe(0);
  });
  test('what was read here is as read here: the altitude moves nothing', () => {
    expect(compressionLimits(engine, [], 83.52, undefined, readHere).minHereKPa).toBeCloseTo(psi(137.7), 6);
  });
  test('no book: a rule of thumb stands in and is never called a book', () => {
    expect(compressionLimits(engine, [], SEA)).toMatchObject({ source: { kind: 'house' } });
  });
});

test.each<[Partial<Engine>, number]>([
  [{ fuel: 'diesel', family: 'inboard' }, 275],
  [{ cycle: 'two-stroke', family: 'handheld' }, 90],
  [{ cycle: 'two-stroke', family: 'outboard' }, 100],
  [{ family: 'small-engine', compressionRelease: 'automatic' }, 60],
  [{ family: 'small-engine' }, 90],
  [{ family: 'generator' }, 90],
  [{ family: 'inboard' }, 100],
  [{}, 100],
])('rule of thumb for %j is %p psi', (change, min) => {
  expect(ruleOfThumb({ ...engine, ...change }).minPsi).toBe(min);
});

describe('spread limits', () => {
  const rules = houseRulesFor(engine, {});
  test('house rule by family', () => {
    expect(spreadLimits([], rules)).toMatchObject({
      method: 'lowest-vs-highest',
      watch: 10,
      limit: 20,
      source: { kind: 'house' },
    });
    expect(houseRulesFor({ family: 'powersports', cycle: 'two-stroke' }).spreadLimitPercent).toBe(10);
    expect(houseRulesFor({ family: 'outboard', cycle: 'four-stroke' }).spreadLimitPercent).toBe(20);
  });
  test('where readings must lie close, the plain difference is close too', () => {
    expect(houseRulesFor({ family: 'powersports', cycle: 'two-stroke' })).toMatchObject({
      spreadWatchPercent: 7,
      spreadWatchKPa: psi(10),
      spreadLimitKPa: psi(15),
    });
    expect(houseRulesFor({ family: 'outboard', cycle: 'four-stroke' })).toMatchObject({
      spreadWatchPercent: 10,
      spreadWatchKPa: psi(12),
      spreadLimitKPa: psi(25),
    });
  });
  test('the book wins, and the watch line never lies above it', () => {
    expect(spreadLimits([{ source: 'b', spread: { method: 'each-vs-mean', limitPercent: 8 } }], rules)).toMatchObject({
      method: 'each-vs-mean',
      watch: 8,
      limit: 8,
      source: { kind: 'book' },
    });
  });
  test('a plain difference is in pressure', () => {
    const limits = spreadLimits([{ spread: { method: 'difference', limit: 15, unit: 'psi' } }], rules);
    expect(limits.limit).toBeCloseTo(psi(15), 9);
  });
  test('a book that names a method without a limit does not win', () => {
    expect(spreadLimits([{ spread: { method: 'difference' } }], rules).method).toBe('lowest-vs-highest');
  });
});

test.each([
  [{ min: 180, max: 170 }, 'compression.min'],
  [
    {
      bands: [
        { name: 'a', from: 5 },
        { name: 'b', from: 5 },
      ],
    },
    'compression.bands[1].from',
  ],
])('a book that contradicts itself is refused: %j', (compression, field) => {
  expect(() => checkBook(book(compression))).toThrow(expect.objectContaining({ field }));
});

test.each([
  [{ spreadWatchPercent: 30 }, 'spreadWatchPercent'],
  [{ leakWatchPercent: 40 }, 'leakWatchPercent'],
  [{ leakSoundPercent: 25 }, 'leakSoundPercent'],
  [{ spreadWatchKPa: 400 }, 'spreadWatchKPa'],
])('house rules whose bands cross are refused: %j', (rules, field) => {
  expect(() => checkHouseRules(houseRulesFor(engine, rules))).toThrow(expect.objectContaining({ field }));
});
