import fc from 'fast-check';
import { seeded } from '../virtual-engine';
import { atmosphereAt, limitHere, standardReading, theilSen, toKPa, trend } from '..';

const psi = (figure: number) => toKPa(figure, 'psi');

describe('Theil-Sen', () => {
  /** Brute force, another way: the slope at which as many pairs lie above the line as below it. */
  const byBisection = (points: { x: number; y: number }[]) => {
    const lean = (slope: number) =>
      points.reduce(
        (sum, a) =>
          sum + points.reduce((more, b) => more + (a.x < b.x ? Math.sign(b.y - a.y - slope * (b.x - a.x)) : 0), 0),
        0,
      );
    const edge = (wanted: number) => {
      let [low, high] = [-1e4, 1e4];
      for (let i = 0; i < 200; i += 1) {
        const middle = (low + high) / 2;
        if (lean(middle) > wanted) low = middle;
        else high = middle;
      }
      return (low + high) / 2;
    };
    return (edge(0.5) + edge(-0.5)) / 2;
  };
  const points = fc
    .uniqueArray(fc.tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 200, max: 1200 })), {
      minLength: 3,
      maxLength: 12,
      selector: ([x]) => x,
    })
    .map((pairs) => pairs.map(([x, y]) => ({ x, y })));

  test('agrees with balancing the pairs above and below', () => {
    fc.assert(
      fc.property(points, (some) => {
        expect(theilSen(some).slope).toBeCloseTo(byBisection(some), 6);
      }),
    );
  });
  test('the band holds the slope, and moving or mirroring the points moves or mirrors it', () => {
    fc.assert(
      fc.property(points, fc.integer({ min: -5, max: 5 }), (some, tilt) => {
        const { slope, slopeFrom, slopeTo } = theilSen(some);
        expect(slopeFrom).toBeLessThanOrEqual(slope);
        expect(slopeTo).toBeGreaterThanOrEqual(slope);
        expect(theilSen(some.map(({ x, y }) => ({ x, y: y + tilt * x }))).slope).toBeCloseTo(slope + tilt, 9);
        expect(theilSen(some.map(({ x, y }) => ({ x, y: -y }))).slope).toBeCloseTo(-slope, 9);
      }),
    );
  });
  test('one stray point in seven does not bend it', () => {
    const straight = Array.from({ length: 7 }, (_, i) => ({ x: 50 * i, y: 1000 - 10 * i }));
    expect(theilSen(straight.map((point, i) => (i === 3 ? { ...point, y: 400 } : point))).slope).toBeCloseTo(-0.2, 9);
    expect(theilSen(straight).intercept).toBeCloseTo(1000, 9);
  });
  test('the band of nine points: the 8th and the 29th of 36 slopes', () => {
    const y = [9, 15, 19, 20, 45, 55, 78, 80, 90];
    const all = y.map((value, i) => ({ x: i + 1, y: value }));
    const slopes = all.flatMap((a, i) => all.slice(i + 1).map((b) => (b.y - a.y) / (b.x - a.x))).sort((a, b) => a - b);
    const { slopeFrom, slopeTo } = theilSen(all);
    // Kendall's sigma of nine points is 9.592, so that 1.96 of it is 18.8: ranks (36 -/+ 18.8)/2, rounded outwards.
    expect([slopeFrom, slopeTo]).toEqual([slopes[7], slopes[28]]);
  });
  test.each([
    [[]],
    [[{ x: 1, y: 2 }]],
    [
      [
        { x: 1, y: 2 },
        { x: 1, y: 3 },
      ],
    ],
  ])('%j makes no line', (some) => {
    expect(() => theilSen(some)).toThrow(expect.objectContaining({ field: 'points' }));
  });
});

describe('one condition', () => {
  test('thin air, a cold engine and a hose in the chamber are taken off', () => {
    expect(standardReading({ kPa: limitHere(800, atmosphereAt(1600)), atmosphereKPa: atmosphereAt(1600) })).toBeCloseTo(
      800,
      9,
    );
    expect(standardReading({ kPa: 760, atmosphereKPa: 101.325, engineTemperature: 'cold' })).toBeCloseTo(800, 9);
    const tester = { valveAtEngineEnd: false, hoseVolumeCm3: 5 };
    expect(
      standardReading({ kPa: 400, atmosphereKPa: 101.325, tester }, { sweptCm3: 60, chamberCm3: 7 }),
    ).toBeGreaterThan(600);
    expect(standardReading({ kPa: 400, atmosphereKPa: 101.325, tester })).toBeCloseTo(400, 9);
    expect(
      standardReading(
        { kPa: 400, atmosphereKPa: 101.325, tester: { valveAtEngineEnd: true, hoseVolumeCm3: 5 } },
        { sweptCm3: 60, chamberCm3: 7 },
      ),
    ).toBeCloseTo(400, 9);
  });
});

describe('trend', () => {
  const falling = [0, 100, 200, 300, 400, 500].map((use) => ({ use, kPa: psi(150 - use / 50) }));
  test('use until the minimum, with an interval', () => {
    const found = trend(falling, [], psi(120));
    expect(found).toMatchObject({
      kind: 'line',
      wear: 'visible',
      useToMinimum: {
        likely: expect.closeTo(1000, 6),
        earliest: expect.closeTo(1000, 6),
        latest: expect.closeTo(1000, 6),
      },
    });
  });
  test('scatter widens the interval round the likely use', () => {
    const rough = falling.map(({ use, kPa }, i) => ({ use, kPa: kPa + (i % 2 ? 6 : -6) }));
    const found = trend(rough, [], psi(120));
    if (found.kind !== 'line' || !found.useToMinimum) throw new Error('a line is expected');
    expect(found.useToMinimum.earliest).toBeLessThan(found.useToMinimum.likely);
    expect(found.useToMinimum.latest).toBeGreaterThan(found.useToMinimum.likely);
  });
  test('no wear visible: no use are promised', () => {
    expect(
      trend(
        falling.map(({ use }, i) => ({ use, kPa: psi(150 + (i % 2)) })),
        [],
        psi(120),
      ),
    ).toMatchObject({ kind: 'line', wear: 'not-visible' });
    expect(
      trend(
        falling.map(({ use }, i) => ({ use, kPa: psi(150 + (i % 2)) })),
        [],
        psi(120),
      ),
    ).not.toHaveProperty('useToMinimum');
  });
  test('past the minimum nothing is left', () => {
    expect(trend(falling, [], psi(200))).toMatchObject({ useToMinimum: { likely: 0 } });
  });
  test('a repair starts a new line', () => {
    const repaired = trend([...falling, { use: 501, kPa: psi(155) }], [500.5]);
    expect(repaired).toMatchObject({ kind: 'too-few', needed: 2 });
    expect(repaired.points).toHaveLength(1);
  });
  test('the reading that led to a repair belongs to the old line, its proof to the new one', () => {
    const led = { use: 500, kPa: psi(118) };
    const proof = { use: 500, kPa: psi(152), afterRepair: true };
    expect(trend([...falling.slice(0, 5), led], [500]).points).toEqual([]);
    expect(trend([...falling.slice(0, 5), led, proof]).points).toEqual([proof]);
  });
  describe('on nothing but noise', () => {
    test.each([3, 4, 5, 6, 7, 8, 9, 10].flatMap((n) => [false, true].map((known) => [n, known] as const)))(
      '%i points, doubt known: %s: wear in at most 5 %%, and the band holds the slope in 93 %%',
      (n, known) => {
        const SERIES = 2000;
        let visible = 0;
        let held = 0;
        for (let seed = 1; seed <= SERIES; seed += 1) {
          const random = seeded(seed * 7919 + n);
          const draw = () => random.normal();
          const slope = -psi(1) / 50;
          const use = Array.from({ length: n }, (_, i) => 60 * i + 20 * random.uniform());
          const points = (per: number) =>
            use.map((at) => ({ use: at, kPa: psi(140) + per * at + 15 * draw(), ...(known ? { doubtKPa: 15 } : {}) }));
          const still = trend(points(0));
          const worn = trend(points(slope));
          if (still.kind === 'line' && still.wear === 'visible') visible += 1;
          if (worn.kind === 'line' && worn.slopeFrom <= slope && worn.slopeTo >= slope) held += 1;
        }
        expect(visible / SERIES).toBeLessThanOrEqual(0.05);
        expect(held / SERIES).toBeGreaterThanOrEqual(0.93);
      },
    );
  });
  test('fewer than three points, or three of one hour, make no line', () => {
    expect(trend(falling.slice(0, 2))).toMatchObject({ kind: 'too-few', needed: 1 });
    expect(trend([falling[0], falling[0], falling[0]].flatMap((point) => point ?? []))).toMatchObject({
      kind: 'too-few',
      needed: 2,
    });
  });
  test('readings that do not change show no wear and run out of nothing', () => {
    const level = trend(
      [0, 50, 100, 150].map((use) => ({ use, kPa: 900 })),
      [],
      800,
    );
    expect(level).toMatchObject({ kind: 'line', wear: 'not-visible' });
    expect(level).not.toHaveProperty('useToMinimum');
  });
  test('the order of the visits does not matter', () => {
    const line = trend([...falling].reverse());
    expect(line).toMatchObject({ kind: 'line', slopePerUse: expect.closeTo(-psi(1) / 50, 9) });
    expect(line.kind === 'line' && line.at(250)).toBeCloseTo(psi(145), 6);
  });
});
