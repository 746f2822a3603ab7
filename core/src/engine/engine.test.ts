import fc from 'fast-check';
import {
  banksOf,
  chamberCm3,
  checkEngine,
  type Engine,
  neighboursOf,
  neighboursOfCylinder,
  planOf,
  sweptCm3,
  volumesOf,
} from '.';

const four: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  layout: 'inline',
  cylinders: ['1', '2', '3', '4'],
};
const v6: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'outboard',
  layout: 'vee',
  cylinders: ['1', '2', '3', '4', '5', '6'],
};

describe('neighbours', () => {
  test('stand side by side in their bank', () => {
    expect(neighboursOf(four)).toEqual([
      ['1', '2'],
      ['2', '3'],
      ['3', '4'],
    ]);
    expect(neighboursOf(v6)).toEqual([
      ['1', '3'],
      ['3', '5'],
      ['2', '4'],
      ['4', '6'],
    ]);
    expect(neighboursOfCylinder(four, '2')).toEqual(['1', '3']);
  });
  test('of a flat twin share no wall', () => {
    expect(neighboursOf({ layout: 'flat', cylinders: ['L', 'R'] })).toEqual([]);
  });
  test('are taken as given when the job says so', () => {
    expect(neighboursOf({ ...four, neighbours: [['1', '4']] })).toEqual([['1', '4']]);
  });
});

describe('the plan from above', () => {
  test('of a single stands at the origin', () => {
    expect(planOf({ ...four, layout: 'single', cylinders: ['1'] }).cylinders).toEqual([
      { id: '1', x: 0, y: 0, bank: 0 },
    ]);
  });
  test.each([
    [{ ...four, cylinders: ['1'], layout: 'single' as const }, 'single', 1, 1],
    [four, 'row', 4, 1],
    [{ ...four, family: 'outboard' as const }, 'stack', 1, 4],
    [v6, 'vee', 2, 3],
    [{ ...v6, cylinders: ['L', 'R'] }, 'vee-twin', 2, 1],
    [{ ...four, layout: 'flat' as const, cylinders: ['L', 'R'] }, 'flat', 2.6, 1.25],
  ])('%#: %j', (engine, shape, width, height) => {
    expect(planOf(engine)).toMatchObject({ shape, width, height });
  });

  test('gives every cylinder one place of its own inside the plan, whatever the engine', () => {
    const engines = fc.record({
      layout: fc.constantFrom('inline' as const, 'vee' as const, 'flat' as const),
      family: fc.constantFrom('outboard' as const, 'motorcycle' as const),
      cylinders: fc.integer({ min: 2, max: 12 }).map((n) => Array.from({ length: n }, (_, i) => `c${i}`)),
    });
    fc.assert(
      fc.property(engines, (engine) => {
        const plan = planOf(engine);
        expect(plan.cylinders.map(({ id }) => id).sort()).toEqual([...engine.cylinders].sort());
        expect(new Set(plan.cylinders.map(({ x, y }) => `${x},${y}`)).size).toBe(engine.cylinders.length);
        for (const { x, y } of plan.cylinders) {
          expect(x >= 0 && x <= plan.width - 1 + 1e-9).toBe(true);
          expect(y >= 0 && y <= plan.height - 1 + 1e-9).toBe(true);
        }
      }),
    );
  });
  test('number one at the free end stands away from the flywheel', () => {
    const at = (engine: Parameters<typeof planOf>[0]) => planOf(engine).cylinders.map(({ id, x, y }) => [id, x, y]);
    expect(at({ ...four, firstAt: 'free-end' })).toEqual([
      ['1', 3, 0],
      ['2', 2, 0],
      ['3', 1, 0],
      ['4', 0, 0],
    ]);
    expect(at({ ...four, family: 'outboard', cylinders: ['1', '2'], firstAt: 'free-end' })).toEqual([
      ['1', 0, 1],
      ['2', 0, 0],
    ]);
  });
  test('the bank that is ahead stands nearer the flywheel', () => {
    const plan = planOf({ ...v6, bankAhead: 'right' });
    expect(plan.height).toBeCloseTo(3.3, 9);
    expect(plan.cylinders.filter(({ bank }) => bank === 0).map(({ y }) => y)).toEqual([0.3, 1.3, 2.3]);
    expect(plan.cylinders.filter(({ bank }) => bank === 1).map(({ y }) => y)).toEqual([0, 1, 2]);
  });
  test('an uneven vee needs nothing but its banks', () => {
    const plan = planOf({ ...v6, cylinders: ['1', '2', '3'], banks: [['1', '2'], ['3']] });
    expect(plan.cylinders).toEqual([
      { id: '1', bank: 0, x: 0, y: 0 },
      { id: '2', bank: 0, x: 0, y: 1 },
      { id: '3', bank: 1, x: 1, y: 0 },
    ]);
    expect(
      banksOf({
        ...v6,
        banks: [
          ['6', '1'],
          ['2', '3', '4', '5'],
        ],
      })[0],
    ).toEqual(['6', '1']);
  });
});

describe('an engine that contradicts itself is refused at the field', () => {
  test.each<[Partial<Engine>, string, RegExp]>([
    [{ cylinders: [] }, 'cylinders', /at least one/],
    [{ cylinders: ['1', '1'] }, 'cylinders[1]', /twice/],
    [{ layout: 'single' }, 'layout', /one cylinder/],
    [{ neighbours: [['1', '9']] }, 'neighbours[0][1]', /no cylinder 9/],
    [{ neighbours: [['1', '1']] }, 'neighbours[0]', /own neighbour/],
    [{ firingOrder: ['1', '3', '4'] }, 'firingOrder', /leaves out cylinder 2/],
    [{ firingOrder: ['1', '3', '4', '4'] }, 'firingOrder', /4 twice/],
    [{ firingOrder: ['1', '3', '4', '5'] }, 'firingOrder', /no cylinder 5/],
    [{ banks: [['1', '2'], ['3']] }, 'banks', /leaves out/],
    [{ firingIntervals: [180, 180, 180] }, 'firingIntervals', /4 intervals/],
    [{ firingIntervals: [180, 180, 180, 90] }, 'firingIntervals', /720 degrees, not 630/],
  ])('%j', (change, field, reason) => {
    expect(() => checkEngine({ ...four, ...change })).toThrow(
      expect.objectContaining({ field, reason: expect.stringMatching(reason) }),
    );
  });
  test('two-strokes fire once a turn', () => {
    expect(() => checkEngine({ ...v6, firingIntervals: [60, 60, 60, 60, 60, 60] })).not.toThrow();
    expect(() => checkEngine({ ...v6, firingIntervals: [120, 120, 120, 120, 120, 120] })).toThrow(/360/);
  });
});

describe('volumes', () => {
  test('of a 62 by 54 cylinder at 9.2 to one', () => {
    expect(sweptCm3(62, 54)).toBeCloseTo(163.03, 2);
    expect(chamberCm3(163.03, 9.2)).toBeCloseTo(19.88, 2);
    expect(volumesOf({ ...four, boreMm: 62, strokeMm: 54, compressionRatio: 9.2 })?.chamberCm3).toBeCloseTo(19.88, 2);
  });
  test.each([['boreMm'], ['strokeMm'], ['compressionRatio']])('are unknown without %s', (missing) => {
    expect(
      volumesOf({ ...four, boreMm: 62, strokeMm: 54, compressionRatio: 9.2, [missing]: undefined }),
    ).toBeUndefined();
  });
  test('are unknown from a port-closing ratio', () => {
    expect(
      volumesOf({ ...four, boreMm: 62, strokeMm: 54, compressionRatio: 7, ratioBasis: 'port-closing' }),
    ).toBeUndefined();
    expect(volumesOf(four)).toBeUndefined();
  });
  test.each([
    [0, 54, 'boreMm'],
    [62, -1, 'strokeMm'],
  ])('bore %p, stroke %p is refused', (bore, stroke, field) => {
    expect(() => sweptCm3(bore, stroke)).toThrow(expect.objectContaining({ field }));
  });
  test('a ratio of one leaves no chamber', () => {
    expect(() => chamberCm3(100, 1)).toThrow(expect.objectContaining({ field: 'compressionRatio' }));
  });
});
