import { type CompressionReading, type CrankcaseTest, type JobFile, type LeakdownReading, type LeakdownTest } from '..';
import { judge } from './judge';
import { report } from '../report/report';

const told = (file: JobFile) => report(judge(file));
const engine = {
  cycle: 'four-stroke' as const,
  fuel: 'petrol' as const,
  family: 'motorcycle' as const,
  cylinders: ['1', '2'],
  boreMm: 62,
  strokeMm: 54,
  compressionRatio: 9.2,
};
const dry: CompressionReading[] = [
  { cylinder: '1', unit: 'psi', peak: 150 },
  { cylinder: '2', unit: 'psi', peak: 149 },
];
const book = {
  source: 'the manual',
  compression: { unit: 'psi' as const, min: 120 },
  crankcase: { unit: 'psi' as const, pressure: 5, maximum: 8, holdSeconds: 180, maxDrop: 0.5 },
};

function job(tests: JobFile['tests'], change: Partial<JobFile> = {}): JobFile {
  return {
    format: 'rugged-gauge-job',
    version: 1,
    engine,
    books: [book],
    tests: [{ kind: 'compression', engineTemperature: 'warm', throttle: 'open', readings: dry }, ...(tests ?? [])],
    ...change,
  };
}
const leakdown = (
  reading: Partial<LeakdownReading>,
  tester: LeakdownTest['tester'] = {
    orificeMm: 1.016,
    unit: 'psi',
    fullScale: 100,
    division: 1,
    accuracyPercentOfFullScale: 1,
  },
): LeakdownTest => ({ kind: 'leakdown', tester, readings: [{ cylinder: '1', unit: 'psi', supply: 80, ...reading }] });
const first = (file: JobFile) => judge(file).cylinders[0];
const rules = (file: JobFile) => first(file)?.reasons.map(({ rule }) => rule);
const cautions = (file: JobFile) => judge(file).cautions.map(({ caution }) => caution);

describe('leak-down', () => {
  test.each([
    [5, 'sound', 'leak-sound'],
    [15, 'watch', 'leak-watch'],
    [25, 'watch', 'leak-watch'],
    [30, 'unproven', 'leak-too-close'],
    [45, 'low', 'leak-missed'],
  ])('%p %% is %s by house rule', (percent, state, rule) => {
    expect(first(job([leakdown({ percent })]))?.state).toBe(state);
    expect(rules(job([leakdown({ percent })]))).toContain(rule);
  });
  test('a figure on the line of sound air is watched, one clearly under it is not', () => {
    expect(first(job([leakdown({ percent: 10.8 })]))?.state).toBe('watch');
    expect(first(job([leakdown({ percent: 9.2 })]))?.state).toBe('sound');
  });
  test('two gauges say the same as their percentage', () => {
    expect(first(job([leakdown({ cylinderPressure: 71 })]))?.leakage?.percent).toBeCloseTo(11.25, 9);
    expect(first(job([leakdown({ cylinderPressure: 71 })]))?.leakage?.holeMm).toBeCloseTo(
      first(job([leakdown({ percent: 11.25 })]))?.leakage?.holeMm ?? 0,
      9,
    );
  });
  test('without an orifice there is no hole to tell', () => {
    expect(first(job([leakdown({ percent: 20 }, {})]))?.leakage).not.toHaveProperty('holeMm');
  });
  test('a book replaces the sound limit and moves lower bands up with it', () => {
    const file = job([leakdown({ percent: 33 })], { books: [{ ...book, leakage: { maxPercent: 40 } }] });
    expect(first(file)?.leakage?.limits).toMatchObject({ sound: 40, watch: 40, fault: 40, source: { kind: 'book' } });
    expect(first(file)?.state).toBe('sound');
  });
  test.each([[{ percent: 92 }], [{ percent: 30, heard: [{ at: 'exhaust' as const, level: 3 }] }]])(
    '%j: the wrong stroke is suspected before the engine',
    (reading) => {
      expect(first(job([leakdown(reading)]))?.state).toBe('unproven');
      expect(rules(job([leakdown(reading)]))).toContain('wrong-stroke-suspected');
      expect(rules(job([leakdown({ ...reading, tdcConfirmed: true })]))).not.toContain('wrong-stroke-suspected');
    },
  );
  test('confirmed, nearly all lost is a fault', () => {
    expect(first(job([leakdown({ percent: 92, tdcConfirmed: true })]))?.state).toBe('low');
  });
  test('air at the intake with the breather on may be the rings', () => {
    const heard = [{ at: 'intake' as const, level: 2 }];
    expect(rules(job([leakdown({ percent: 40, heard, breatherOff: false })]))).toContain('intake-or-breather');
    expect(rules(job([leakdown({ percent: 40, heard, breatherOff: true })]))).not.toContain('intake-or-breather');
  });
  test('air at the adapter is the test', () => {
    expect(cautions(job([leakdown({ percent: 40, heard: [{ at: 'adapter', level: 1 }] })]))).toContain('adapter-leaks');
  });
  test('a place listened to and silent says nothing', () => {
    expect(rules(job([leakdown({ percent: 5, heard: [{ at: 'exhaust', level: 0 }] })]))).not.toContain('heard');
  });
  test('attempts that agree are averaged, others named', () => {
    const twice = (a: number, b: number) =>
      job([
        {
          ...leakdown({}),
          readings: [a, b].map((percent) => ({ cylinder: '1', unit: 'psi' as const, supply: 80, percent })),
        },
      ]);
    expect(first(twice(10, 11))?.leakage).toMatchObject({ percent: 10.5, attempts: { used: 2, of: 2 } });
    expect(cautions(twice(10, 40))).toContain('leak-attempts-disagree');
    expect(first(twice(10, 40))?.leakage?.percent).toBe(40);
  });
  test('a leak alone is tested again, sound air is not', () => {
    const alone = (percent: number) =>
      judge(
        job([], {
          tests: [
            {
              ...leakdown({ percent: 4, cylinder: '1' }),
              readings: [
                { cylinder: '1', unit: 'psi', supply: 80, percent: 4 },
                { cylinder: '2', unit: 'psi', supply: 80, percent },
              ],
            },
          ],
        }),
      ).next.map(({ test, cylinder, of }) => [test, cylinder, ...(of ? [of] : [])]);
    expect(alone(45)[0]).toEqual(['retest', '2', 'leakdown']);
    expect(alone(5)).toEqual([
      ['stop', null],
      ['quick-checks', null],
    ]);
  });
  test('alone it judges a cylinder that cannot be cranked', () => {
    const file = job([], {
      tests: [
        leakdown({ percent: 4 }),
        {
          ...leakdown({ percent: 5 }),
          readings: [
            { cylinder: '2', unit: 'psi', supply: 80, percent: 5 },
            { cylinder: '1', unit: 'psi', supply: 80, percent: 4 },
          ],
        },
      ],
    });
    expect(judge(file).engine.state).toBe('sound');
    expect(first(file)?.compression).toBeNull();
  });
});

describe('wet', () => {
  const wet = (peak: number, oilMl: number | undefined, change: Partial<JobFile> = {}, dryPeak = 100) =>
    job([], {
      ...change,
      tests: [
        {
          kind: 'compression',
          engineTemperature: 'warm',
          throttle: 'open',
          readings: [
            { cylinder: '1', unit: 'psi', peak: dryPeak },
            { cylinder: '2', unit: 'psi', peak: 150 },
            { cylinder: '1', unit: 'psi', peak, wet: true, ...(oilMl === undefined ? {} : { oilMl }) },
          ],
        },
      ],
    });
  test.each([
    [140, 'shown'],
    [104, 'absent'],
    [112, 'undecided'],
  ])('100 dry, %p wet with half a millilitre: %s', (peak, response) => {
    expect(first(wet(peak, 0.5))?.wet?.response).toBe(response);
    expect(rules(wet(peak, 0.5))).toContain('wet-response');
  });
  test('the interval runs from volume explains all to volume explains nothing', () => {
    const found = first(wet(140, 0.5))?.wet;
    expect(found?.to).toBeCloseTo(0.4, 9);
    expect(found?.from).toBeCloseTo(0.4 - (found?.displacement ?? 0), 12);
  });
  test('the wet figure changes no state', () => {
    expect(first(wet(160, 0.5))?.state).toBe('low');
  });
  test('a dose that locks the engine is left out, named by its field, and the rest is judged', () => {
    const verdict = judge(wet(140, 12));
    expect(verdict.cautions).toContainEqual(
      expect.objectContaining({
        caution: 'entry-left-out',
        field: 'tests[0].readings[2].oilMl',
        code: 'locks-the-engine',
      }),
    );
    expect(verdict.cylinders[0]?.compression).not.toBeNull();
    expect(verdict.cylinders[0]?.wet).toBeNull();
  });
  test('without dose or volumes nobody claims what the volume did', () => {
    expect(first(wet(140, undefined))?.wet?.response).toBe('undecided');
    expect(cautions(wet(140, undefined))).toContain('wet-volume-unknown');
  });
  test('a flat engine and a cold one warn of their traps', () => {
    expect(cautions(wet(140, 0.5, { engine: { ...engine, layout: 'flat' } }))).toContain('wet-wets-one-side');
  });
});

describe('traps of a wet test', () => {
  const both = (one: number, two: number, engineTemperature: 'cold' | 'warm' = 'warm', oilMl = 0.5) =>
    job([], {
      tests: [
        {
          kind: 'compression',
          engineTemperature,
          throttle: 'open',
          readings: [
            { cylinder: '1', unit: 'psi', peak: 100 },
            { cylinder: '2', unit: 'psi', peak: 100 },
            { cylinder: '1', unit: 'psi', peak: one, wet: true, oilMl },
            { cylinder: '2', unit: 'psi', peak: two, wet: true, oilMl },
          ],
        },
      ],
    });
  test('every cylinder rising by as much is a dry bore rather than worn rings', () => {
    expect(cautions(both(140, 147))).toContain('wet-rises-alike');
    expect(cautions(both(140, 149))).not.toContain('wet-rises-alike');
    expect(cautions(both(103, 104))).not.toContain('wet-rises-alike');
  });
  test('cold exaggerates a rise, and only a rise', () => {
    expect(cautions(both(140, 103, 'cold'))).toContain('wet-exaggerated-cold');
    expect(cautions(both(103, 103, 'cold'))).not.toContain('wet-exaggerated-cold');
    expect(cautions(both(140, 103))).not.toContain('wet-exaggerated-cold');
  });
  test('too little oil never reaches round the piston, unless it showed something', () => {
    expect(cautions(both(101, 101, 'warm', 0.05))).toContain('wet-too-little-oil');
    expect(cautions(both(101, 101, 'warm', 1))).not.toContain('wet-too-little-oil');
    expect(cautions(both(140, 150, 'warm', 0.05))).not.toContain('wet-too-little-oil');
  });
});

describe('crankcase', () => {
  const hold = (to: number, change: Partial<CrankcaseTest> = {}): CrankcaseTest => ({
    kind: 'crankcase',
    mode: 'pressure',
    unit: 'psi',
    samples: [
      { seconds: 0, value: 5 },
      { seconds: 180, value: to },
    ],
    ...change,
  });
  const state = (test: CrankcaseTest) => judge(job([test])).crankcase?.state;
  test.each([
    [4.9, 'sound'],
    [4.5, 'unproven'],
    [3.5, 'low'],
  ])('5 psi, %p after three minutes: %s', (to, expected) => {
    expect(state(hold(to))).toBe(expected);
  });
  test('what the rig loses is not the engine', () => {
    expect(judge(job([hold(4.2, { rigDropPerMinute: 0.2 })])).crankcase).toMatchObject({
      drop: expect.closeTo(0.8, 9),
      netDrop: expect.closeTo(0.2, 9),
      limit: expect.closeTo(0.5, 9),
    });
  });
  test('a change of temperature widens the doubt', () => {
    const warmed = hold(4.9, {
      samples: [
        { seconds: 0, value: 5, celsius: 20 },
        { seconds: 180, value: 4.9, celsius: 32 },
      ],
    });
    expect(state(hold(4.9))).toBe('sound');
    expect(state(warmed)).toBe('unproven');
  });
  test('vacuum in inches of mercury likewise, and the worse of both counts', () => {
    const vacuum: CrankcaseTest = {
      kind: 'crankcase',
      mode: 'vacuum',
      unit: 'inHg',
      samples: [
        { seconds: 0, value: 10 },
        { seconds: 180, value: 6 },
      ],
    };
    expect(judge(job([hold(4.95), vacuum])).crankcase).toMatchObject({
      state: 'low',
      mode: 'vacuum',
      tests: [{ state: 'sound' }, { state: 'low' }],
    });
    expect(told(job([hold(4.95), vacuum])).engine).toMatchObject({
      state: 'low',
      headline: 'The crankcase does not hold its vacuum: find where it leaks.',
    });
  });
  test('more than the book allows is left out, by its field', () => {
    expect(judge(job([hold(4, { samples: [{ seconds: 0, value: 8.1 }] })])).cautions).toContainEqual(
      expect.objectContaining({ caution: 'entry-left-out', field: 'tests[1].samples[0].value' }),
    );
  });
  test('one look at the gauge proves nothing', () => {
    expect(judge(job([hold(5, { samples: [{ seconds: 0, value: 5 }] })])).crankcase).toMatchObject({
      state: 'unproven',
      drop: null,
    });
  });
  test('what falls fast is low after a few seconds, and is told as all that was there, not as more', () => {
    const fast = hold(4, {
      samples: [
        { seconds: 0, value: 5 },
        { seconds: 4, value: 3.8 },
      ],
    });
    expect(judge(job([fast])).crankcase).toMatchObject({
      state: 'low',
      drop: expect.closeTo(5, 9),
      netDrop: expect.closeTo(5, 9),
    });
  });
  test('no crankcase test, no crankcase', () => {
    expect(judge(job([])).crankcase).toBeNull();
  });
});
