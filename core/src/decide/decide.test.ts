import fc from 'fast-check';
import type { DecisionInput, RepairOption } from '../jobfile/decision';
import { InputError } from '../quantity/input-error';
import { decideBy } from './decide';
import { shareOf } from './drawn';
import type { Odds, Trouble } from './odds';
import type { OpenTest } from './test-worth';
import { meanOf, quantilesOf, triangleOf, varianceOf } from './triangle';

const rings: Odds = new Map([['rings-or-bore', 1]]);
const money = { labourRatePerHour: 60, valueRunning: 1500, valueAsIs: 200 };
const nothing: RepairOption = { name: 'leave it' };
const topEnd: RepairOption = {
  name: 'top end',
  cures: ['rings-or-bore', 'piston-damage'],
  partsLow: 150,
  partsLikely: 180,
  partsHigh: 300,
  hoursLow: 3,
  hoursLikely: 4,
  hoursHigh: 8,
  accessHours: 1,
};
const decided = (options: RepairOption[], odds = rings, more: Partial<DecisionInput> = {}) =>
  decideBy({ ...money, options, ...more }, { worst: odds, others: [] });
const option = (all: ReturnType<typeof decided>, name: string) =>
  all.options.find((one) => one.name === name) as (typeof all.options)[number];

describe('a triangle', () => {
  test('mean, variance and quantiles by hand', () => {
    const triangle = { low: 0, likely: 3, high: 6 };
    expect([meanOf(triangle), varianceOf(triangle)]).toEqual([3, 1.5]);
    expect([0, 0.5, 1].map((share) => quantilesOf(triangle)(share))).toEqual([0, 3, 6]);
    expect(quantilesOf({ low: 0, likely: 0, high: 4 })(0.75)).toBeCloseTo(2, 12);
  });
  test('what is missing stands at the likely figure; the wrong way round is refused by name', () => {
    expect(triangleOf('parts', undefined, 80, undefined)).toEqual({ low: 80, likely: 80, high: 80 });
    expect(triangleOf('parts', 60, undefined, 100)).toEqual({ low: 60, likely: 80, high: 100 });
    expect(() => triangleOf('parts', 90, 80, 100)).toThrow(
      new InputError('partsLow', 'must-not-be-above-field', { field: 'partsLikely' }),
    );
    expect(() => triangleOf('hours', 1, 9, 8)).toThrow('hoursLikely');
  });
});

test('a share of the bills is the one that sorting would find', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 60 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (bills, share) => {
        const sorted = [...bills].sort((a, b) => a - b);
        expect(shareOf(Float64Array.from(bills), share)).toBe(
          sorted[Math.min(bills.length - 1, Math.floor(share * bills.length))],
        );
      },
    ),
  );
});

test('one certain cause and fixed costs: by hand, without spread', () => {
  const all = decided([{ name: 'rings', cures: ['rings-or-bore'], partsLikely: 100, hoursLikely: 2 }, nothing]);
  expect(option(all, 'rings')).toMatchObject({ mean: 220, p10: 220, p50: 220, p90: 220, runs: 1, valueLeft: 1280 });
  expect(option(all, 'leave it')).toMatchObject({ mean: 0, runs: 0, valueLeft: 200 });
  expect(all.recommended).toBe('rings');
  expect(all.stopAndCall).toBe(1300);
  const dear = decided([{ name: 'rings', cures: ['rings-or-bore'], partsLikely: 5000 }, nothing]);
  expect(dear.recommended).toBe('leave it');
  expect(dear.stopAndCall).toBeUndefined();
});

test('the mean is exact, and the draws agree with it within their own error', () => {
  const { mean, p10, p90, chanceOverValue } = option(decided([topEnd, nothing]), 'top end');
  // 210 for parts, five hours and one to get there.
  expect(mean).toBeCloseTo(210 + 60 * 5 + 60, 9);
  const deviation = Math.sqrt(
    varianceOf({ low: 150, likely: 180, high: 300 }) + 3600 * varianceOf({ low: 3, likely: 4, high: 8 }),
  );
  expect((p10 + p90) / 2).toBeGreaterThan(mean - deviation);
  expect(p90 - p10).toBeGreaterThan(2 * deviation);
  expect(p90 - p10).toBeLessThan(3 * deviation);
  expect(chanceOverValue).toBe(0);
});

test('what is found once it is open: the way there is paid once, the rest on top', () => {
  const engine: RepairOption = {
    name: 'used engine',
    cures: ['rings-or-bore', 'piston-damage'],
    partsLikely: 700,
    hoursLikely: 5,
    accessHours: 2,
  };
  const opened: RepairOption = {
    ...topEnd,
    partsLow: 180,
    partsHigh: 180,
    hoursLow: 4,
    hoursHigh: 4,
    escalates: [{ to: 'used engine', probability: 0.12 }],
  };
  const { mean, runs } = option(decided([{ ...opened, holdsProbability: 0.9 }, engine]), 'top end');
  expect(mean).toBeCloseTo(60 + 180 + 240 + 0.12 * (700 + 300), 9);
  expect(runs).toBeCloseTo(0.88 * 0.9 + 0.12, 9);
});

test('two options: the odds at which the other becomes the best, solved by hand', () => {
  const odds = new Map<Trouble, number>([
    ['exhaust-valve', 0.7],
    ['rings-or-bore', 0.3],
  ]);
  const head: RepairOption = { name: 'head', cures: ['exhaust-valve'], partsLikely: 200 };
  const all: RepairOption = { name: 'whole top end', cures: ['exhaust-valve', 'rings-or-bore'], partsLikely: 500 };
  const found = decided([head, all], odds);
  // head: 200 + 1300 x 0.7 - 200; whole: 1500 - 500. Even where 1300 p - 0 = 1000 of the valve: p = 10 / 13.
  expect(found.recommended).toBe('whole top end');
  const flip = found.flips.find(({ when }) => 'cause' in when && when.cause === 'exhaust-valve');
  expect(flip).toMatchObject({ when: { from: 0.7 }, then: 'head' });
  expect(flip && 'to' in flip.when ? flip.when.to : NaN).toBeCloseTo(10 / 13, 9);
  expect(found.flips).toContainEqual({
    when: { option: 'whole top end', dearerBy: expect.closeTo(90, 6) as number },
    then: 'head',
  });
  expect(found.flips).toContainEqual({
    when: { option: 'head', cheaperBy: expect.closeTo(90, 6) as number },
    then: 'head',
  });
  // Where the best costs nothing only the others can move.
  const nothing = decided(
    [
      { name: 'leave it', cures: [], holdsProbability: 1 },
      { ...all, partsLikely: 5000 },
    ],
    odds,
  );
  expect(nothing.recommended).toBe('leave it');
  expect(nothing.flips.filter(({ when }) => 'dearerBy' in when)).toEqual([]);
  expect(nothing.flips.filter(({ when }) => 'cheaperBy' in when)).toHaveLength(1);
  // Told for certain: 0.7 x (1500 - 200) + 0.3 x (1500 - 500), against 1000.
  expect(found.perfectTestWorth).toBeCloseTo(0.7 * 1300 + 0.3 * 1000 - 1000, 9);
});

describe('a test before deciding', () => {
  const odds: Odds = new Map([
    ['exhaust-valve', 0.7],
    ['rings-or-bore', 0.3],
  ]);
  const head: RepairOption = { name: 'head', cures: ['exhaust-valve'], partsLikely: 200 };
  const all: RepairOption = { name: 'whole top end', cures: ['exhaust-valve', 'rings-or-bore'], partsLikely: 500 };
  const certain = (cause: Trouble): Odds => new Map([[cause, 1]]);
  const test12 = { test: 'leakdown', cylinder: '1', minutes: 12 } as const;
  const worthOf = (outcomes: OpenTest['outcomes']) =>
    decideBy({ ...money, options: [head, all] }, { worst: odds, others: [] }, [{ ...test12, outcomes }]);

  test('one that tells the cause for certain is worth what knowing it is worth, and costs its minutes', () => {
    const found = worthOf([
      { outcome: 'heard-exhaust', probability: 0.7, odds: certain('exhaust-valve') },
      { outcome: 'heard-crankcase', probability: 0.3, odds: certain('rings-or-bore') },
    ]);
    expect(found.tests[0]).toMatchObject({
      worth: expect.closeTo(210, 9) as number,
      cost: 12,
      outcomes: [{ then: 'head' }, { then: 'whole top end' }],
    });
    expect(found.perfectTestWorth).toBeCloseTo(210, 9);
  });
  test('one that tells nothing is worth nothing', () => {
    expect(worthOf([{ outcome: 'holds', probability: 1, odds }]).tests[0]?.worth).toBeCloseTo(0, 9);
  });
});

test('hours still wanted: run on until it is likelier to stop than the repair is dear, solved by hand', () => {
  const runOn: RepairOption = { name: 'run on', runsAsItIs: true, failsPer100Hours: 0.3 };
  const repair: RepairOption = { name: 'repair', cures: ['rings-or-bore'], partsLikely: 400 };
  const at = (wantedHours: number) => decided([runOn, repair], rings, { wantedHours });
  // 1300 x 0.7^(h / 100) = 900.
  const hours = (100 * Math.log(900 / 1300)) / Math.log(0.7);
  expect(at(20).recommended).toBe('run on');
  expect(at(200).recommended).toBe('repair');
  expect(option(at(50), 'run on').runs).toBeCloseTo(0.7 ** 0.5, 12);
  for (const wanted of [20, 200]) {
    const flip = at(wanted).flips.find(({ when }) => 'wantedHours' in when);
    expect(flip && 'wantedHours' in flip.when ? flip.when.wantedHours : NaN).toBeCloseTo(hours, 6);
  }
});

test('tax is in every sum of the bill, and in no value', () => {
  const [taxed, plain] = [decided([topEnd], rings, { taxPercent: 25 }), decided([topEnd])];
  expect(option(taxed, 'top end').mean).toBeCloseTo(1.25 * option(plain, 'top end').mean, 9);
  expect(option(taxed, 'top end').p90).toBeCloseTo(1.25 * option(plain, 'top end').p90, 9);
});

test('what mends nothing, what nobody has said anything of, and what stands aside is never recommended', () => {
  const rings = { name: 'rings', cures: ['rings-or-bore'], partsLikely: 300 };
  expect(decided([{ name: 'paint', partsLikely: 50 }]).recommended).toBeUndefined();
  expect(decided([{ name: 'valves', cures: ['exhaust-valve'], partsLikely: 50 }]).recommended).toBeUndefined();
  const cheap = { name: 'our own way', cures: ['rings-or-bore'], partsLikely: 10 };
  expect(decided([rings, cheap, nothing]).recommended).toBe('our own way');
  for (const flag of [{ unsaid: true }, { aside: true }])
    expect(decided([rings, { ...cheap, ...flag }, nothing])).toMatchObject({ recommended: 'rings' });
  const { options, others } = decided([rings, { ...cheap, aside: true }, nothing]);
  expect([options.map(({ name }) => name), others.map(({ name }) => name)]).toEqual([
    ['rings', 'leave it'],
    ['our own way'],
  ]);
});

test('what is run on for so long that it likelier stops is not recommended; a breakdown that costs more is waited for less', () => {
  const runOn: RepairOption = { name: 'run on', runsAsItIs: true, gainShare: 0.9, failsPer100Hours: 0.4 };
  const mend = { name: 'rings', cures: ['rings-or-bore'], partsLikely: 900 };
  expect(decided([runOn, mend, nothing], rings, { wantedHours: 100 }).recommended).toBe('run on');
  expect(decided([runOn, mend, nothing], rings, { wantedHours: 200 }).recommended).toBe('rings');
  // Hard work takes as much as twice the hours, easy work half of them.
  expect(decided([runOn, mend, nothing], rings, { wantedHours: 100, works: 'hard' }).recommended).toBe('rings');
  expect(decided([runOn, mend, nothing], rings, { wantedHours: 200, works: 'easy' }).recommended).toBe('run on');
  expect(decided([runOn, mend, nothing], rings, { wantedHours: 100, breakdownCosts: 1000 }).recommended).toBe('rings');
});

test('where no repair pays and it hardly lasts, nothing is done all the same', () => {
  const runOn: RepairOption = { name: 'run on', runsAsItIs: true, gainShare: 0.4, failsPer100Hours: 0.8 };
  const dear = { name: 'rings', cures: ['rings-or-bore'], partsLikely: 3350 };
  expect(decided([runOn, dear], rings, { wantedHours: 60 })).toMatchObject({ recommended: 'run on' });
  expect(decided([runOn, { ...dear, partsLikely: 600 }], rings, { wantedHours: 60 }).recommended).toBe('rings');
});

test('of two ways that leave as much, within the doubt of the bill, the one that leaves it running is advised', () => {
  const rough = (partsLikely: number): RepairOption => ({
    name: 'rings',
    cures: ['rings-or-bore'],
    partsLow: partsLikely - 400,
    partsLikely,
    partsHigh: partsLikely + 400,
  });
  const gain = money.valueRunning - money.valueAsIs;
  const close = decided([rough(gain + 20), nothing]);
  expect(close).toMatchObject({ recommended: 'rings', aboutTheSame: ['leave it'], flips: [] });
  expect(close.stopAndCall).toBeGreaterThan(gain + 20);
  expect(decided([rough(gain + 300), nothing])).toMatchObject({ recommended: 'leave it', aboutTheSame: [] });
});

test('the first bill and what may follow are two figures, and what was done before stays done', () => {
  const head: RepairOption = { name: 'head', cures: ['exhaust-valve'], partsLikely: 1790, holdsProbability: 0.9 };
  const clearances: RepairOption = {
    name: 'clearances',
    cures: ['exhaust-valve'],
    partsLikely: 360,
    escalates: [{ to: 'head', probability: 0.8 }],
  };
  const [first] = decided([clearances, head, nothing], new Map([['exhaust-valve', 1]])).options;
  expect(first).toMatchObject({ firstBill: 360, mayFollow: [{ name: 'head', probability: 0.8, mean: 1790 }] });
  expect(first?.mean).toBeCloseTo(360 + 0.8 * 1790, 9);
  // A valve was ground before the rings were found: both are mended then.
  const valve: RepairOption = { ...head, holdsProbability: 1, escalates: [{ to: 'rings', probability: 0.5 }] };
  const both = decided(
    [valve, { name: 'rings', cures: ['rings-or-bore'], partsLikely: 100 }],
    new Map([['exhaust-valve', 1]]),
  );
  expect(option(both, 'head').runs).toBe(1);
});

test('where nobody said what it is worth there are bills and chances, and no advice', () => {
  const { recommended, flips, tests, options } = decideBy(
    { labourRatePerHour: 60, options: [topEnd, nothing] },
    { worst: rings, others: [] },
  );
  expect({ recommended, flips, tests }).toEqual({ recommended: undefined, flips: [], tests: [] });
  expect(options[0]).toMatchObject({ mean: 570, runs: 1 });
  expect(options[0]).not.toHaveProperty('valueLeft');
});

test('a second place that is faulty has to be cured too', () => {
  const head: RepairOption = { name: 'head', cures: ['exhaust-valve'], partsLikely: 200 };
  const all: RepairOption = { name: 'all', cures: ['exhaust-valve', 'rings-or-bore'], partsLikely: 500 };
  const valve: Odds = new Map([['exhaust-valve', 1]]);
  const alone = decideBy({ ...money, options: [head, all] }, { worst: valve, others: [] });
  const both = decideBy({ ...money, options: [head, all] }, { worst: valve, others: [rings] });
  expect([alone.recommended, both.recommended]).toEqual(['head', 'all']);
  expect(option(both, 'head').runs).toBe(0);
});

test('a job that mends two places holds once, and two jobs hold each for its own', () => {
  const valve: Odds = new Map([['exhaust-valve', 1]]);
  const both = { name: 'both', cures: ['exhaust-valve', 'rings-or-bore'], partsLikely: 500, holdsProbability: 0.9 };
  const places = { worst: valve, others: [rings, rings] };
  const runs = (options: RepairOption[], name: string) => option(decideBy({ ...money, options }, places), name).runs;
  expect(runs([both], 'both')).toBeCloseTo(0.9, 12);
  const head = { name: 'head', cures: ['exhaust-valve'], partsLikely: 200, holdsProbability: 0.8 };
  const ringJob = { name: 'rings', cures: ['rings-or-bore'], partsLikely: 300, holdsProbability: 0.9 };
  const first = { ...head, escalates: [{ to: 'rings', probability: 1 }] };
  expect(runs([first, ringJob], 'head')).toBeCloseTo(0.8 * 0.9, 12);
  // A place that may be sound needs its job only where it is not.
  const maybe: Odds = new Map([
    ['rings-or-bore', 0.5],
    ['sound', 0.5],
  ]);
  const half = decideBy({ ...money, options: [both] }, { worst: maybe, others: [maybe] });
  expect(option(half, 'both').runs).toBeCloseTo(0.25 + 0.75 * 0.9, 12);
});

test('a bill is drawn the same whatever stands beside it', () => {
  const alone = option(decided([topEnd]), 'top end');
  expect(option(decided([nothing, { name: 'engine', partsLow: 1, partsHigh: 900 }, topEnd]), 'top end')).toEqual(alone);
});

test.each<[string, Partial<DecisionInput>, string]>([
  ['money that does not exist', { currency: 'QQQ' }, 'currency'],
  ['worth more broken than running', { valueAsIs: 2000 }, 'valueAsIs'],
])('%s is refused at its field', (_, more, field) => {
  expect(() => decided([nothing], rings, more)).toThrow(expect.objectContaining({ field }) as Error);
});

test.each<[string, RepairOption[], string]>([
  ['a name twice', [nothing, nothing], 'options[1].name'],
  [
    'an option that is not there',
    [{ ...nothing, escalates: [{ to: 'engine', probability: 0.1 }] }],
    'options[0].escalates[0].to',
  ],
  [
    'more than certain',
    [
      {
        ...nothing,
        escalates: [
          { to: 'a', probability: 0.7 },
          { to: 'a', probability: 0.7 },
        ],
      },
      { name: 'a' },
    ],
    'options[0].escalates',
  ],
  [
    'a circle',
    [
      { name: 'a', escalates: [{ to: 'b', probability: 0.1 }] },
      { name: 'b', escalates: [{ to: 'a', probability: 0.1 }] },
    ],
    'options[0].escalates',
  ],
  ['no option', [], 'options'],
])('%s is refused at its field', (_, options, field) => {
  expect(() => decided(options)).toThrow(expect.objectContaining({ field }) as Error);
});

const anyOption = (name: string) =>
  fc.record({
    name: fc.constant(name),
    cures: fc.subarray(['rings-or-bore', 'exhaust-valve', 'piston-damage']),
    partsLikely: fc.integer({ min: 0, max: 2000 }),
    hoursLikely: fc.integer({ min: 0, max: 40 }),
    holdsProbability: fc.integer({ min: 0, max: 10 }).map((tenths) => tenths / 10),
  });
const anyOptions = fc.tuple(anyOption('a'), anyOption('b'), anyOption('c'));
/** There is always nothing to be done. */
const LEAVE: RepairOption = { name: 'leave' };
const anyOdds = fc
  .tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 9 }))
  .map(([r, v, s]): ReadonlyMap<Trouble, number> => {
    const all = r + v + s;
    return new Map([
      ['rings-or-bore', r / all],
      ['exhaust-valve', v / all],
      ['sound', s / all],
    ]);
  });
const FEW = 200;
const quick = (options: readonly RepairOption[], odds: ReadonlyMap<Trouble, number>, scale = 1) =>
  decideBy(
    {
      labourRatePerHour: 60 * scale,
      valueRunning: 1500 * scale,
      valueAsIs: 200 * scale,
      options: [...options, LEAVE].map((one) => ({ ...one, partsLikely: (one.partsLikely ?? 0) * scale })),
    },
    { worst: odds, others: [] },
    [],
    FEW,
  );

describe('whatever the figures', () => {
  test('an option never becomes the best by getting dearer', () => {
    fc.assert(
      fc.property(anyOptions, anyOdds, fc.integer({ min: 1, max: 3000 }), ([a, b, c], odds, more) => {
        const before = quick([a, b, c], odds).recommended;
        const after = quick([{ ...a, partsLikely: a.partsLikely + more }, b, c], odds).recommended;
        expect(after === 'a' && before !== 'a').toBe(false);
      }),
    );
  });
  test('one that is worse than leaving it changes nothing, nor does the order', () => {
    fc.assert(
      fc.property(anyOptions, anyOdds, ([a, b, c], odds) => {
        const best = quick([a, b, c], odds);
        const left = best.options.find(({ name }) => name === best.recommended)?.valueLeft;
        const useless = { name: 'useless', partsLikely: 9e6 };
        expect(quick([a, b, c, useless], odds).recommended).toBe(best.recommended);
        const turned = quick([c, b, a], odds);
        expect(turned.options.find(({ name }) => name === turned.recommended)?.valueLeft).toBeCloseTo(left ?? NaN, 6);
      }),
    );
  });
  test('money scales', () => {
    fc.assert(
      fc.property(anyOptions, anyOdds, fc.integer({ min: 2, max: 90 }), (options, odds, scale) => {
        const [one, many] = [quick(options, odds), quick(options, odds, scale)];
        expect(many.options.map(({ valueLeft = NaN }) => valueLeft / scale)).toEqual(
          one.options.map(({ valueLeft = NaN }) => expect.closeTo(valueLeft, 6) as number),
        );
      }),
    );
  });
  test('at the odds of a flip the two are worth the same', () => {
    fc.assert(
      fc.property(anyOptions, anyOdds, (options, odds) => {
        const found = quick(options, odds);
        for (const { when, then } of found.flips) {
          if (!('cause' in when)) continue;
          const rest = 1 - when.from;
          const moved = new Map(
            [...odds].map(([cause, p]): [Trouble, number] => [
              cause,
              cause === when.cause ? when.to : (p * (1 - when.to)) / rest,
            ]),
          );
          const at = quick(options, moved).options;
          const value = (name: string) => at.find((one) => one.name === name)?.valueLeft ?? NaN;
          expect(value(then)).toBeCloseTo(value(found.recommended ?? ''), 5);
        }
      }),
    );
  });
  test('knowing more is never worth less than nothing', () => {
    fc.assert(
      fc.property(anyOptions, anyOdds, (options, odds) =>
        expect(quick(options, odds).perfectTestWorth).toBeGreaterThan(-1e-6),
      ),
    );
  });
});
