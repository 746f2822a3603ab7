import { type CompressionTest, type Engine, type HouseRules, type JobFile, type LeakdownTest } from '..';
import type { Reason } from '../verdict/reason';
import { judge } from '../plan/judge';
import { report } from './report';

/** What the reasons say of shops that hold to another school than this one. */

const motorcycle: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  cylinders: ['1', '2'],
  boreMm: 62,
  strokeMm: 54,
  compressionRatio: 9.2,
};
const fine = { unit: 'psi' as const, fullScale: 300, division: 1, accuracyPercentOfFullScale: 0.5 };

function job(
  peaks: Readonly<Record<string, number>>,
  change: {
    engine?: Partial<Engine>;
    rules?: Partial<HouseRules>;
    test?: Partial<CompressionTest>;
    books?: JobFile['books'];
    more?: JobFile['tests'];
  } = {},
): JobFile {
  return {
    format: 'rugged-gauge-job',
    version: 1,
    engine: { ...motorcycle, cylinders: Object.keys(peaks), ...change.engine },
    books: change.books ?? [],
    houseRules: change.rules ?? {},
    tests: [
      {
        kind: 'compression',
        engineTemperature: 'warm',
        throttle: 'open',
        tester: fine,
        readings: Object.entries(peaks).map(([cylinder, peak]) => ({ cylinder, unit: 'psi', peak })),
        ...change.test,
      },
      ...(change.more ?? []),
    ],
  };
}
const others = (file: JobFile, cylinder: string, rule: Reason['rule']) => {
  const reason = judge(file)
    .cylinders.find(({ id }) => id === cylinder)
    ?.reasons.find((one) => one.rule === rule);
  return reason && 'others' in reason ? reason.others : undefined;
};
const state = (file: JobFile, cylinder = '1') => judge(file).cylinders.find(({ id }) => id === cylinder)?.state;

describe('spread', () => {
  test('12 % under the best passes at 20 %, not at 10, as powersports shops hold it', () => {
    expect(others(job({ 1: 150, 2: 132 }), '2', 'spread-watch')).toContainEqual({
      school: { matter: 'spread-limit', percent: 10 },
      state: 'low',
    });
  });
  test('24 % is low at 20 %, and passes at 30', () => {
    const found = others(job({ 1: 160, 2: 122 }), '2', 'spread-missed');
    expect(found).toContainEqual({ school: { matter: 'spread-limit', percent: 30 }, state: 'watch' });
    expect(found).not.toContainEqual(expect.objectContaining({ school: { matter: 'spread-limit', percent: 10 } }));
  });
  test('the same four figures pass one method and fail another', () => {
    const four = job({ 1: 160, 2: 160, 3: 160, 4: 126 });
    expect(state(four, '4')).toBe('low');
    expect(others(four, '4', 'spread-missed')).toContainEqual({
      school: { matter: 'spread-method', method: 'each-vs-mean' },
      state: 'watch',
    });
  });
  test('where every school agrees nobody else is quoted', () => {
    expect(others(job({ 1: 150, 2: 149 }), '2', 'spread-met')).toBeUndefined();
  });
  test('a book ends the argument', () => {
    expect(
      others(
        job({ 1: 150, 2: 132 }, { books: [{ spread: { method: 'lowest-vs-highest', limitPercent: 20 } }] }),
        '2',
        'spread-watch',
      ),
    ).toBeUndefined();
  });
});

describe('compression without a book', () => {
  const saw: Partial<Engine> = { cycle: 'two-stroke', family: 'handheld' };
  test('a saw at 112 psi is sound in one school and hardly runs in the other', () => {
    expect(state(job({ 1: 112 }, { engine: saw }))).toBe('sound');
    expect(others(job({ 1: 112 }, { engine: saw }), '1', 'meets-minimum')).toEqual([
      { school: { matter: 'compression', rule: 'handheld-two-stroke-strict' }, state: 'low' },
    ]);
  });
  test('a shop may follow the other school', () => {
    expect(state(job({ 1: 112 }, { engine: saw, rules: { compressionSchool: 'b' } }))).toBe('low');
  });
  test('one school does not judge an engine with a release by compression at all', () => {
    const release: Partial<Engine> = { family: 'small-engine', compressionRelease: 'automatic' };
    expect(state(job({ 1: 75 }, { engine: release, rules: { compressionSchool: 'b' } }))).toBe('unproven');
    expect(state(job({ 1: 75 }, { engine: release }))).toBe('sound');
  });
  test('side-valve veterans are held to their own figure', () => {
    expect(state(job({ 1: 88 }, { engine: { family: 'small-engine', valveGear: 'side-valve' } }))).toBe('sound');
  });
});

describe('warm or cold', () => {
  const cold = (rules: Partial<HouseRules>, engineTemperature?: 'warm' | 'cold') =>
    job(
      { 1: 116 },
      {
        rules,
        test: { engineTemperature: 'cold' },
        books: [
          { source: 'b', ...(engineTemperature ? { engineTemperature } : {}), compression: { unit: 'psi', min: 118 } },
        ],
      },
    );
  test('a book that does not say is taken as warm, and the other school is quoted', () => {
    expect(state(cold({}))).toBe('unproven');
    expect(others(cold({}), '1', 'too-close-to-minimum')).toEqual([
      { school: { matter: 'temperature', school: 'cold' }, state: 'low' },
    ]);
  });
  test('a shop that reads silent books as cold corrects nothing', () => {
    expect(state(cold({ temperatureSchool: 'cold' }))).toBe('low');
  });
  test('a book that says so is followed by both', () => {
    expect(others(cold({ temperatureSchool: 'cold' }, 'warm'), '1', 'too-close-to-minimum')).toBeUndefined();
  });
});

describe('throttle', () => {
  const shut = (rules: Partial<HouseRules> = {}) =>
    job({ 1: 60, 2: 61 }, { rules, test: { throttle: 'closed', tester: { ...fine, valveAtEngineEnd: true } } });
  test('shut, it explains low readings all round', () => {
    expect(state(shut())).toBe('unproven');
    expect(others(shut(), '1', 'test-doubted')).toEqual([
      { school: { matter: 'throttle', school: 'no-difference' }, state: 'low' },
    ]);
  });
  test('the school for which it makes no difference condemns the engine', () => {
    expect(state(shut({ throttleSchool: 'no-difference' }))).toBe('low');
  });
});

describe('leakage', () => {
  const leak = (percent: number, books: JobFile['books'] = []) =>
    job(
      { 1: 150 },
      {
        books,
        more: [
          {
            kind: 'leakdown',
            tester: { unit: 'psi', fullScale: 100, division: 1, accuracyPercentOfFullScale: 0.5 },
            readings: [{ cylinder: '1', unit: 'psi', supply: 80, percent }],
          },
        ],
      },
    );
  test('19 % is acceptable in one school and a fault in the other', () => {
    expect(others(leak(19), '1', 'leak-watch')).toEqual([
      { school: { matter: 'leak-limit', sound: 10, fault: 15 }, state: 'low' },
    ]);
    expect(others(leak(8), '1', 'leak-sound')).toBeUndefined();
    expect(others(leak(19, [{ leakage: { maxPercent: 10 } }]), '1', 'leak-watch')).toBeUndefined();
  });
  test('what repeats cannot lessen stays in the doubt', () => {
    const test = (n: number, klass: number): LeakdownTest => ({
      kind: 'leakdown',
      tester: { unit: 'psi', fullScale: 100, division: 2, accuracyPercentOfFullScale: klass },
      readings: Array.from({ length: n }, () => ({ cylinder: '1', unit: 'psi', supply: 80, percent: 20 })),
    });
    const doubt = (n: number, klass: number) =>
      judge(job({ 1: 150 }, { more: [test(n, klass)] })).cylinders[0]?.leakage?.plusMinusPercent ?? NaN;
    expect(doubt(4, 0)).toBeCloseTo(doubt(1, 0) / 2, 7);
    expect(doubt(4, 2)).toBeGreaterThan(0.8 * doubt(1, 2));
  });
  test('the hole carries its own doubt, from the percentage', () => {
    const more: LeakdownTest[] = [
      {
        kind: 'leakdown',
        tester: { orificeMm: 1, unit: 'psi', fullScale: 100, division: 1, accuracyPercentOfFullScale: 1 },
        readings: [{ cylinder: '1', unit: 'psi', supply: 80, percent: 20 }],
      },
    ];
    const found = judge(job({ 1: 150 }, { more })).cylinders[0]?.leakage;
    const at = (percent: number) =>
      judge(
        job(
          { 1: 150 },
          { more: [{ ...(more[0] as LeakdownTest), readings: [{ cylinder: '1', unit: 'psi', supply: 80, percent }] }] },
        ),
      ).cylinders[0]?.leakage?.holeMm ?? NaN;
    const half = found?.plusMinusPercent ?? NaN;
    expect(found?.plusMinusHoleMm).toBeCloseTo((at(20 + half) - at(20 - half)) / 2, 2);
  });
  test('a crank that turned proves nothing', () => {
    const settling = [0.9, 0.88, 0.88, 0.3].map((share, seconds) => ({ seconds, cylinderPressure: 80 * share }));
    const found = judge(
      job(
        { 1: 150 },
        { more: [{ kind: 'leakdown', readings: [{ cylinder: '1', unit: 'psi', supply: 80, percent: 70, settling }] }] },
      ),
    ).cylinders[0];
    expect(found).toMatchObject({ state: 'unproven', leakage: { state: 'unproven' } });
    expect(found?.reasons.map(({ rule }) => rule)).toContain('crank-turned');
  });
});

describe('a wet rise', () => {
  const wet = (dry: number, peak: number, oilMl: number, rules: Partial<HouseRules> = {}) =>
    job(
      { 1: dry, 2: 150 },
      {
        rules,
        more: [],
        test: {
          readings: [
            { cylinder: '1', unit: 'psi', peak: dry },
            { cylinder: '2', unit: 'psi', peak: 150 },
            { cylinder: '1', unit: 'psi', peak, wet: true, oilMl },
          ],
        },
      },
    );
  const found = (file: JobFile) => judge(file).cylinders[0]?.wet;
  test('12 % with much oil is nothing once its volume is off, and rings in other schools', () => {
    expect(found(wet(100, 112, 3))).toMatchObject({
      response: 'undecided',
      others: [
        { school: 'any-clear-rise', response: 'shown' },
        { school: 'others-level', response: 'absent' },
        { school: 'ten-percent', response: 'shown' },
      ],
    });
  });
  test.each([
    ['any-clear-rise', 106, 'shown'],
    ['any-clear-rise', 104, 'absent'],
    ['ten-percent', 109, 'absent'],
    ['ten-percent', 110, 'shown'],
    ['others-level', 130, 'absent'],
    ['others-level', 136, 'shown'],
  ] as const)('by %s, 100 to %p psi: %s', (wetRiseSchool, peak, response) => {
    expect(found(wet(100, peak, 0.5, { wetRiseSchool }))?.response).toBe(response);
  });
  test('too little oil for the chamber is said', () => {
    expect(judge(wet(100, 103, 0.1)).cautions.map(({ caution }) => caution)).toContain('wet-too-little-oil');
    expect(judge(wet(100, 103, 0.8)).cautions.map(({ caution }) => caution)).not.toContain('wet-too-little-oil');
  });
  test('every cylinder alike speaks of dry bores', () => {
    const alike = job(
      { 1: 100, 2: 100 },
      {
        test: {
          engineTemperature: 'cold',
          readings: ['1', '2'].flatMap((cylinder) => [
            { cylinder, unit: 'psi' as const, peak: 100 },
            { cylinder, unit: 'psi' as const, peak: 130, wet: true, oilMl: 0.5 },
          ]),
        },
      },
    );
    expect(judge(alike).cautions.map(({ caution }) => caution)).toEqual(
      expect.arrayContaining(['wet-rises-alike', 'wet-exaggerated-cold']),
    );
  });
  test('oil on a cylinder that makes nothing is not counted', () => {
    expect(found(wet(0, 30, 0.5))).toBeNull();
    expect(judge(wet(0, 30, 0.5)).cautions.map(({ caution }) => caution)).toContain('wet-on-nothing');
  });
});

test('a crankcase call that is too close says what would settle it', () => {
  const held = (seconds: number, to: number) =>
    report(
      judge({
        ...job({ 1: 150 }),
        books: [{ source: 'b', crankcase: { unit: 'psi', pressure: 5, holdSeconds: 180, maxDrop: 0.5 } }],
        tests: [
          {
            kind: 'crankcase',
            mode: 'pressure',
            unit: 'psi',
            samples: [
              { seconds: 0, value: 5 },
              { seconds, value: to },
            ],
          },
        ],
      }),
    ).crankcase?.reasons[0];
  expect(held(30, 4.93)).toMatchObject({ rule: 'hold-too-close', settle: { by: 'longer-watch', seconds: 180 } });
  expect(held(180, 4.52)).toMatchObject({ rule: 'hold-too-close', settle: { by: 'finer-gauge' } });
  expect(held(180, 4.45)).toMatchObject({ rule: 'hold-too-close', settle: { by: 'repeat' } });
  expect(held(180, 4.9)).toMatchObject({
    rule: 'hold-met',
    text: expect.stringContaining('0.1 psi ± 0.1 psi of pressure lost in 180 s'),
  });
});
