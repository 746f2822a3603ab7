import fc from 'fast-check';
import { builtLike, checkEngine, type Engine, KIND_NAMES, leastChamberOf, type Size, sizesOf } from '.';
import { airOnCrank } from '../leak';
import { doseFor, doseInWords } from '../oil';
import { expectedFor } from '../limits/expected-for';

const ofKind = (kind: (typeof KIND_NAMES)[number], more: Partial<Engine> = {}): Engine => ({
  ...builtLike(kind),
  ...more,
});

describe('kinds of engine', () => {
  test('there are about thirty, each an engine without contradictions', () => {
    expect(KIND_NAMES.length).toBeGreaterThanOrEqual(25);
    for (const kind of KIND_NAMES) expect(() => checkEngine(ofKind(kind))).not.toThrow();
  });
  test.each(KIND_NAMES)('%s: every range runs from low over usual to high, none of it known', (kind) => {
    const sizes = sizesOf(ofKind(kind));
    for (const size of Object.values(sizes) as Size[]) {
      expect(size.low).toBeLessThan(size.usual);
      expect(size.usual).toBeLessThan(size.high);
      expect(size.known).toBe(false);
    }
    expect(Object.keys(sizes)).toHaveLength(6);
  });
  test.each(KIND_NAMES)('%s: a dose by its usual chamber never locks the smallest one', (kind) => {
    const engine = ofKind(kind);
    const { fromMl = 0, toMl = Infinity, lockMl } = doseFor(engine, 900, 101.325);
    expect(fromMl).toBeGreaterThan(0);
    expect(toMl).toBeLessThan(lockMl);
    expect(toMl).toBeLessThanOrEqual(15);
  });
  test.each(KIND_NAMES)('%s: what it should crank to holds what the trade calls healthy', (kind) => {
    const engine = ofKind(kind);
    const { fromKPa = 0, toKPa = 0 } = expectedFor(engine, 101.325) ?? {};
    const overhead = engine.valveGear === 'overhead-cam' || engine.family === 'motorcycle';
    const healthy =
      engine.fuel === 'diesel'
        ? 2600
        : engine.valveGear === 'side-valve'
          ? 550
          : engine.family === 'outboard'
            ? 1150
            : overhead
              ? 1000
              : 850;
    expect(fromKPa).toBeLessThan(healthy);
    expect(toKPa).toBeGreaterThan(healthy);
  });
});

describe('the more of a sheet is filled the narrower the rest', () => {
  const FIGURES = ['boreMm', 'strokeMm', 'conrodMm', 'compressionRatio'] as const;
  const filled = fc
    .record({
      kind: fc.constantFrom(...KIND_NAMES),
      at: fc.record(Object.fromEntries(FIGURES.map((one) => [one, fc.double({ min: 0.2, max: 0.8, noNaN: true })]))),
      given: fc.subarray([...FIGURES]),
      next: fc.constantFrom(...FIGURES),
    })
    .map(({ kind, at, given, next }) => {
      const sizes = sizesOf(ofKind(kind));
      const figure = (one: (typeof FIGURES)[number]) => {
        const { low = 1, high = 2 } = sizes[one] ?? {};
        return low + (high - low) * (at[one] as number);
      };
      const sheet = (fields: readonly (typeof FIGURES)[number][]): Engine =>
        ofKind(kind, Object.fromEntries(fields.map((one) => [one, figure(one)])));
      return [sheet(given), sheet([...new Set([...given, next])])] as const;
    });
  const width = ({ low, high }: { low: number; high: number }) => high / low;

  test('chamber, swept volume and ratio', () => {
    fc.assert(
      fc.property(filled, ([less, more]) => {
        const [before, after] = [sizesOf(less), sizesOf(more)];
        for (const name of ['sweptCm3', 'chamberCm3', 'compressionRatio'] as const)
          expect(width(after[name] as Size)).toBeLessThanOrEqual(width(before[name] as Size) * (1 + 1e-9));
      }),
      { numRuns: 500 },
    );
  });
  test('and nothing throws, whatever is left out', () => {
    fc.assert(
      fc.property(filled, ([engine]) => {
        expect(leastChamberOf(engine).cm3).toBeGreaterThan(0);
        expect(airOnCrank(engine, 500)?.forceKg.from).toBeGreaterThan(0);
        expect(doseInWords(doseFor(engine, 700, 101.325))).toMatch(/ml/);
      }),
    );
  });
});

describe('what is only usual says so', () => {
  test('a dose by the kind is a range and names it', () => {
    expect(doseInWords(doseFor(ofKind('hand-held-small'), 800, 101.325))).toMatch(/by the usual chamber of its kind/);
  });
  test('a dose by bore, stroke and ratio is one figure', () => {
    const known = ofKind('motorcycle-four', { boreMm: 62, strokeMm: 54, compressionRatio: 9.2 });
    expect(doseInWords(doseFor(known, 900, 101.325))).toMatch(/^[\d.]+ ml, \d+ drops$/);
  });
  test('without kind and sizes it is a few drops, and the lock is that of the smallest', () => {
    const { kind, ...bare } = ofKind('hand-held-small');
    expect(doseInWords(doseFor(bare, 800, 101.325))).toBe('a few drops');
    expect(doseFor(bare, 800, 101.325).lockMl).toBeLessThan(1);
  });
  test('force and torque of 100 psi on a known four', () => {
    const engine = ofKind('petrol-inboard-four', { boreMm: 90, strokeMm: 75, conrodMm: 130 });
    const air = airOnCrank(engine, 689.476);
    expect(air).toMatchObject({ known: true });
    expect(air?.forceKg.to).toBeCloseTo(447.3, 0);
    expect(air?.torqueNm?.[1]?.torque.to).toBeCloseTo(18.46, 2);
  });
});

describe('sizes that contradict each other are refused at their field', () => {
  const four = ofKind('motorcycle-four');
  test.each<[Partial<Engine>, string, RegExp]>([
    [{ strokeMm: 60, conrodMm: 30 }, 'conrodMm', /longer than half the stroke/],
    [{ boreMm: 62, strokeMm: 54, displacementCm3: 900 }, 'displacementCm3', /by bore and stroke it is 652/],
    [{ boreMm: 62, strokeMm: 54, chamberCm3: 30, compressionRatio: 9.2 }, 'chamberCm3', /the ratio is 6.4/],
    [{ displacementCm3: 650, chamberCm3: 170 }, 'chamberCm3', /less than/],
    [{ valveGear: 'reed' }, 'valveGear', /not of a four-stroke/],
    [{ fuel: 'diesel', fuelSystem: 'carburettor' }, 'fuelSystem', /diesel/],
  ])('%j', (change, field, reason) => {
    expect(() => checkEngine({ ...four, ...change })).toThrow(
      expect.objectContaining({ field, reason: expect.stringMatching(reason) }),
    );
  });
  test('a displacement as the maker rounds it is none', () => {
    expect(() => checkEngine({ ...four, boreMm: 62, strokeMm: 54, displacementCm3: 650 })).not.toThrow();
  });
});
