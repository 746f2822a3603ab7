import fc from 'fast-check';
import { type Book, type JobFile, type Test } from '..';
import { type BoreAtHeight, ovalityMm, taperMm, widestMm } from './bore/bore';
import { judgeWithin } from './inspection';
import { judge } from '../plan/judge';
import { report } from '../report/report';

const bore: BoreAtHeight[] = [
  { height: 'top', alongMm: 62.02, acrossMm: 62.06 },
  { height: 'middle', alongMm: 62.01, acrossMm: 62.03 },
  { height: 'bottom', alongMm: 62, acrossMm: 62.01 },
];

describe('bore', () => {
  test('taper is along one direction, ovality at one height', () => {
    expect(taperMm(bore)).toBeCloseTo(0.05, 9);
    expect(ovalityMm(bore)).toBeCloseTo(0.04, 9);
    expect(widestMm(bore)).toBe(62.06);
  });
  test('one height has no taper, none has no size', () => {
    expect(taperMm(bore.slice(0, 1))).toBeUndefined();
    expect([ovalityMm([]), widestMm([])]).toEqual([undefined, undefined]);
  });
  test('boring it out by the same all over changes neither', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5, noNaN: true }), (by) => {
        const bored = bore.map((size) => ({ ...size, alongMm: size.alongMm + by, acrossMm: size.acrossMm + by }));
        expect(taperMm(bored)).toBeCloseTo(0.05, 9);
        expect(ovalityMm(bored)).toBeCloseTo(0.04, 9);
      }),
    );
  });
});

test.each([
  [5, 0.1, { min: 4 }, 'sound', null],
  [5, 0.1, { min: 6 }, 'low', 'below'],
  [5, 0.1, { max: 4 }, 'low', 'above'],
  [5, 1, { min: 4.9 }, 'unproven', null],
  [5, 1, { max: 5.5 }, 'unproven', null],
  [5, 0.1, { min: 4, max: 6 }, 'sound', null],
  [5, 0.1, {}, 'unproven', null],
  [4, 0, { min: 4, max: 4 }, 'unproven', null],
] as const)('%p ± %p against %j is %s', (figure, doubt, bounds, state, missed) => {
  expect(judgeWithin(figure, doubt, bounds)).toEqual({ state, missed });
});

const book: Book = {
  source: 'the manual',
  compression: { unit: 'psi', min: 120 },
  runningCompression: { unit: 'psi', idleMin: 60, snapMin: 100 },
  manifoldVacuum: { unit: 'inHg', min: 16, max: 21 },
  fuelPressure: { unit: 'psi', min: 40, max: 46, holdSeconds: 300, maxDrop: 5 },
  valveClearance: {
    engineTemperature: 'cold',
    intake: { minMm: 0.1, maxMm: 0.2 },
    exhaust: { minMm: 0.2, maxMm: 0.3 },
  },
  bore: { maxMm: 62.1, maxTaperMm: 0.03, maxOvalityMm: 0.06 },
  ringGap: { minMm: 0.2, maxMm: 0.6 },
  pistonClearance: { minMm: 0.03, maxMm: 0.1 },
  pinClearance: { maxMm: 0.05 },
};
function inspected(test: Test, change: Partial<JobFile> = {}, tests: Test[] = []) {
  return report(
    judge({
      format: 'rugged-gauge-job',
      version: 1,
      engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1', '2'] },
      books: [book],
      ...change,
      tests: [...tests, test],
    }),
  ).inspections;
}

describe('against the book', () => {
  test.each<[string, Test, string, string[]]>([
    [
      'idle compression good',
      { kind: 'running-compression', readings: [{ cylinder: '1', unit: 'psi', idle: 75 }] },
      'sound',
      [],
    ],
    [
      'snap compression low, cranking not known',
      { kind: 'running-compression', readings: [{ cylinder: '1', unit: 'psi', snap: 70 }] },
      'low',
      [],
    ],
    [
      'a steady needle in range',
      { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 18.5, needle: 'steady' }] },
      'sound',
      [],
    ],
    [
      'a steady needle low',
      { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 12, needle: 'steady' }] },
      'low',
      ['steady-and-low'],
    ],
    [
      'a regular flick',
      { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 18.5, needle: 'regular-flick' }] },
      'sound',
      ['burnt-or-held-open-valve'],
    ],
    [
      'an irregular flick',
      { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 18.5, needle: 'irregular-flick' }] },
      'sound',
      ['sticking-valve-or-guide'],
    ],
    [
      'a slow sway',
      { kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 18.5, needle: 'slow-sway' }] },
      'sound',
      ['mixture-or-timing'],
    ],
    [
      'fuel pressure low',
      { kind: 'fuel-pressure', readings: [{ unit: 'psi', pressure: 30 }] },
      'low',
      ['pump-filter-or-regulator'],
    ],
    [
      'fuel pressure high',
      { kind: 'fuel-pressure', readings: [{ unit: 'psi', pressure: 55 }] },
      'low',
      ['return-or-regulator'],
    ],
    [
      'a tight exhaust valve',
      { kind: 'valve-clearance', engineTemperature: 'cold', readings: [{ cylinder: '1', valve: 'exhaust', mm: 0.05 }] },
      'low',
      ['valve-held-open'],
    ],
    [
      'a loose intake valve',
      { kind: 'valve-clearance', engineTemperature: 'cold', readings: [{ cylinder: '1', valve: 'intake', mm: 0.35 }] },
      'low',
      ['valve-opens-late'],
    ],
    [
      'a warm clearance against a cold book',
      { kind: 'valve-clearance', engineTemperature: 'warm', readings: [{ cylinder: '1', valve: 'intake', mm: 0.15 }] },
      'unproven',
      ['book-temperature-differs'],
    ],
    [
      'a worn ring gap',
      { kind: 'ring-gap', readings: [{ cylinder: '1', ring: 'top', mm: 0.9 }] },
      'low',
      ['rings-worn'],
    ],
    [
      'a worn pin',
      { kind: 'piston', readings: [{ cylinder: '1', pinMm: 16, smallEndMm: 16.09 }] },
      'low',
      ['pin-worn'],
    ],
    [
      'a tight ring gap',
      { kind: 'ring-gap', readings: [{ cylinder: '1', ring: 'second', mm: 0.1 }] },
      'low',
      ['ring-ends-butt'],
    ],
  ])('%s', (_, test, state, says) => {
    expect(inspected(test)[0]).toMatchObject({ state, says });
  });

  test('piston clearance is the bore at its widest less the skirt; without its bore nothing is told', () => {
    const bore: Test = { kind: 'bore', readings: [{ cylinder: '1', height: 'top', alongMm: 62, acrossMm: 62.05 }] };
    const clearance = (skirtMm: number, tests: Test[] = [bore]) =>
      inspected({ kind: 'piston', readings: [{ cylinder: '1', skirtMm }] }, {}, tests).find(
        ({ of }) => of === 'piston-clearance',
      );
    expect(clearance(61.98)).toMatchObject({ state: 'sound', says: [] });
    expect(clearance(61.98)?.figure).toBeCloseTo(0.07, 9);
    expect(clearance(61.85)).toMatchObject({ state: 'low', says: ['piston-slaps'] });
    expect(clearance(62.04)).toMatchObject({ state: 'low', says: ['piston-seizes'] });
    expect(clearance(61.98, [])).toBeUndefined();
  });

  test('low while running and good while cranking: it does not breathe', () => {
    const cranking: Test = {
      kind: 'compression',
      engineTemperature: 'warm',
      throttle: 'open',
      readings: [{ cylinder: '1', unit: 'psi', peak: 150 }],
    };
    expect(
      inspected({ kind: 'running-compression', readings: [{ cylinder: '1', unit: 'psi', idle: 30 }] }, {}, [
        cranking,
      ])[0]?.says,
    ).toEqual(['does-not-breathe']);
  });
  test('bore, taper and ovality are three findings with their own doubt', () => {
    const found = inspected({ kind: 'bore', readings: bore.map((size) => ({ cylinder: '2', ...size })) });
    expect(found.map(({ of, state }) => [of, state])).toEqual([
      ['bore', 'sound'],
      ['taper', 'low'],
      ['ovality', 'sound'],
    ]);
    const [whole, taper] = found.map((one) => (one.figure === undefined ? NaN : one.plusMinus));
    expect(taper).toBeCloseTo((whole ?? NaN) * Math.SQRT2, 9);
  });
  test('pressure that leaks back, in proportion to the time it was watched', () => {
    const held = (to: number, heldSeconds: number) =>
      inspected({
        kind: 'fuel-pressure',
        tester: { unit: 'psi', division: 0.5 },
        readings: [{ unit: 'psi', pressure: 43, held: to, heldSeconds }],
      })[1];
    expect(held(40, 300)).toMatchObject({ of: 'fuel-pressure-lost', state: 'sound', max: 5 });
    expect(held(33, 300)).toMatchObject({ state: 'low', says: ['leaks-back'] });
    expect(held(40, 60)).toMatchObject({ state: 'low', max: 1 });
  });
  test('a book in another unit, and thinner air', () => {
    expect(inspected({ kind: 'manifold-vacuum', readings: [{ unit: 'kPa', depth: 62 }] })[0]).toMatchObject({
      unit: 'kPa',
      state: 'sound',
      min: expect.closeTo(54.18, 1),
    });
    expect(
      inspected({ kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 14 }] }, { site: { altitudeM: 2000 } })[0],
    ).toMatchObject({ state: 'sound', min: expect.closeTo(12.55, 1) });
  });
  test('without a figure in the book nothing is proven, and it says so', () => {
    expect(
      inspected({ kind: 'ring-gap', readings: [{ cylinder: '1', ring: 'top', mm: 0.9 }] }, { books: [] })[0],
    ).toMatchObject({
      state: 'unproven',
      source: null,
      text: 'Cyl 1: top ring gap 0.90 ± 0.03 mm, with no figure in the book to hold it against.',
    });
  });
  test('the latest test of a kind counts', () => {
    const earlier: Test = { kind: 'fuel-pressure', readings: [{ unit: 'psi', pressure: 10 }] };
    expect(
      inspected({ kind: 'fuel-pressure', readings: [{ unit: 'psi', pressure: 43 }] }, {}, [earlier]).map(
        ({ figure }) => figure,
      ),
    ).toEqual([43]);
  });
  test('they are told with figure, doubt, book and meaning', () => {
    expect(
      inspected({
        kind: 'valve-clearance',
        engineTemperature: 'cold',
        readings: [{ cylinder: '1', valve: 'exhaust', number: 2, mm: 0.05 }],
      })[0]?.text,
    ).toBe(
      'Cyl 1: exhaust valve 2 clearance 0.05 ± 0.03 mm is outside the book (the manual: 0.20 to 0.30 mm). Tight: ' +
        'hot, the valve may not close. It costs compression and burns the seat.',
    );
    expect(
      inspected({ kind: 'fuel-pressure', readings: [{ unit: 'psi', pressure: 43, held: 41, heldSeconds: 300 }] }).map(
        ({ text }) => text,
      )[1],
    ).toMatch(/^Fuel pressure lost in 300 s 2 ± .* psi is within the book \(the manual: up to 5 psi\)\.$/);
    expect(inspected({ kind: 'manifold-vacuum', readings: [{ unit: 'inHg', depth: 15.9 }] })[0]?.text).toMatch(
      /too close to the book to call/,
    );
  });
  test.each<[Test, string]>([
    [{ kind: 'ring-gap', readings: [{ cylinder: '9', ring: 'top', mm: 1 }] }, 'tests[0].readings[0].cylinder'],
    [{ kind: 'fuel-pressure', readings: [{ unit: 'psi', pressure: 10, held: 12 }] }, 'tests[0].readings[0].held'],
  ])('%j is refused at %s', (test, field) => {
    expect(() => inspected(test)).toThrow(expect.objectContaining({ field }));
  });
});
