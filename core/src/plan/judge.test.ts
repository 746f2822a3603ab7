import fc from 'fast-check';
import { type CompressionReading, type CompressionTest, type JobFile, type State } from '..';
import { judge } from './judge';
import { report } from '../report/report';

const told = (file: JobFile) => report(judge(file));
const fine = {
  unit: 'psi' as const,
  fullScale: 300,
  division: 2,
  accuracyPercentOfFullScale: 1,
  valveAtEngineEnd: true,
};

function job(
  peaks: Readonly<Record<string, number | number[]>>,
  change: Partial<JobFile> = {},
  test: Partial<CompressionTest> = {},
): JobFile {
  const readings = Object.entries(peaks).flatMap(([cylinder, peak]): CompressionReading[] =>
    [peak].flat().map((one) => ({ cylinder, unit: 'psi', peak: one })),
  );
  return {
    format: 'rugged-gauge-job',
    version: 1,
    engine: {
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'motorcycle',
      layout: 'inline',
      cylinders: ['1', '2', '3', '4'],
    },
    books: [
      {
        source: 'the manual',
        engineTemperature: 'warm',
        compression: { unit: 'psi', min: 120, max: 175 },
        spread: { method: 'lowest-vs-highest', limitPercent: 15 },
      },
    ],
    tests: [{ kind: 'compression', engineTemperature: 'warm', throttle: 'open', tester: fine, readings, ...test }],
    ...change,
  };
}
const single = {
  engine: { cycle: 'four-stroke' as const, fuel: 'petrol' as const, family: 'small-engine' as const, cylinders: ['1'] },
};
const states = (file: JobFile) => Object.fromEntries(judge(file).cylinders.map(({ id, state }) => [id, state]));
const rules = (file: JobFile, id: string) =>
  judge(file)
    .cylinders.find((cylinder) => cylinder.id === id)
    ?.reasons.map(({ rule }) => rule);
const cautions = (file: JobFile) => judge(file).cautions.map(({ caution }) => caution);
const next = (file: JobFile) => judge(file).next.map(({ test, cylinder }) => [test, cylinder]);

describe('what the test is blamed for', () => {
  const book = (engineTemperature?: 'warm' | 'cold') => ({
    books: [{ compression: { unit: 'psi' as const, min: 120 }, ...(engineTemperature ? { engineTemperature } : {}) }],
  });
  test('a warm engine against a book for cold ones, only where the book says so', () => {
    expect(cautions(job({ 1: 150 }, { ...single, ...book('cold') }))).toContain('warm-engine-cold-book');
    expect(cautions(job({ 1: 150 }, { ...single, ...book('cold') }, { engineTemperature: 'cold' }))).not.toContain(
      'warm-engine-cold-book',
    );
    expect(cautions(job({ 1: 150 }, { ...single, ...book() }))).not.toContain('warm-engine-cold-book');
    expect(cautions(job({ 1: 150 }, { ...single, ...book('warm') }))).not.toContain('warm-engine-cold-book');
  });
  test('figures are told in the unit of the latest reading, not in that of the book', () => {
    const file = job({ 1: 150, 2: 100, 3: 150, 4: 150 });
    const inBar: CompressionTest = { kind: 'compression', readings: [{ cylinder: '4', unit: 'bar', peak: 10.3 }] };
    expect(told({ ...file, tests: [...(file.tests ?? []), inBar] }).cylinders[1]?.reasons[0]?.text).toMatch(/bar/);
    expect(told(file).cylinders[1]?.reasons[0]?.text).toMatch(/psi/);
  });
});

describe('states', () => {
  test('good and even is sound, and there is nothing more to test', () => {
    const file = job({ 1: 150, 2: 152, 3: 149, 4: 151 });
    expect(told(file).engine).toEqual({ state: 'sound', headline: 'Good and even on every cylinder.' });
    expect(next(file)[0]).toEqual(['stop', null]);
  });
  test('one under the limit is low, is tested again, then fed with air', () => {
    expect(states(job({ 1: 150, 2: 152, 3: 100, 4: 151 }))).toEqual({ 1: 'sound', 2: 'sound', 3: 'low', 4: 'sound' });
    expect(next(job({ 1: 150, 2: 152, 3: 100, 4: 151 }))[0]).toEqual(['retest', '3']);
    const twice = next(job({ 1: 150, 2: 152, 3: [100, 101], 4: 151 })).slice(0, 2);
    expect(twice).toEqual(
      expect.arrayContaining([
        ['leakdown', '3'],
        ['wet', '3'],
      ]),
    );
  });
  test('meets the minimum but hangs behind: low by spread alone', () => {
    const file = job({ 1: 160, 2: 162, 3: 130, 4: 161 });
    expect(rules(file, '3')?.slice(0, 2)).toEqual(['meets-minimum', 'spread-missed']);
    expect(states(file)[3]).toBe('low');
  });
  test('past the watch line is watch', () => {
    expect(states(job({ 1: 160, 2: 162, 3: 142, 4: 161 }))[3]).toBe('watch');
  });
  test('above the maximum is watched for carbon', () => {
    expect(states(job({ 1: 185, 2: 184, 3: 186, 4: 185 }))).toEqual({ 1: 'watch', 2: 'watch', 3: 'watch', 4: 'watch' });
    expect(judge(job({ 1: 185, 2: 184, 3: 186, 4: 185 })).patterns).toEqual([
      { name: 'all-high', cylinders: ['1', '2', '3', '4'] },
    ]);
  });
  test('too close to the limit is unproven, and says what settles it', () => {
    const file = job({ 1: 121 }, { ...single, books: [{ compression: { unit: 'psi', min: 120 } }] });
    expect(states(file)[1]).toBe('unproven');
    expect(judge(file).cylinders[0]?.reasons[0]).toMatchObject({
      rule: 'too-close-to-minimum',
      settle: { by: 'finer-gauge' },
    });
    expect(next(file)[0]).toEqual(['retest', '1']);
  });
  test('a cold engine that a warm one would clear up is told so', () => {
    const file = job(
      { 1: 119 },
      { ...single, books: [{ compression: { unit: 'psi', min: 120 } }] },
      { engineTemperature: 'cold' },
    );
    expect(judge(file).cylinders[0]?.reasons[0]).toMatchObject({
      rule: 'too-close-to-minimum',
      settle: { by: 'warm-engine' },
    });
  });
  test('under a tenth is dead; one reading asks for another, two go to the valves', () => {
    expect(states(job({ 1: 150, 2: 4, 3: 150, 4: 150 }))[2]).toBe('dead');
    expect(cautions(job({ 1: 150, 2: 4, 3: 150, 4: 150 }))).toContain('repeat-a-dead-reading');
    expect(next(job({ 1: 150, 2: 4, 3: 150, 4: 150 }))[0]).toEqual(['retest', '2']);
    expect(next(job({ 1: 150, 2: [4, 4], 3: 150, 4: 150 })).map(([test]) => test)).toEqual([
      'inspect-valve-train',
      'leakdown',
      'stop',
    ]);
    expect(cautions(job({ 1: 150, 2: [4, 4], 3: 150, 4: 150 }))).not.toContain('repeat-a-dead-reading');
  });
  test('nothing measured proves nothing', () => {
    const file = job({}, { tests: [{ kind: 'compression', readings: [] }] });
    expect(told(file).engine).toEqual({ state: 'unproven', headline: 'Nothing measured yet.' });
    expect(next(file)[0]).toEqual(['compression', '1']);
  });
  test('a cylinder not measured keeps a clean engine unproven', () => {
    expect(judge(job({ 1: 150, 2: 150, 3: 150 })).engine.state).toBe('unproven');
    expect(cautions(job({ 1: 150, 2: 150, 3: 150 }))).toContain('not-all-measured');
  });
  test('the lowest band that passes is watch', () => {
    const bands = [
      { name: 'good', from: 140 },
      { name: 'average', from: 125 },
      { name: 'poor', from: 0 },
    ];
    const file = (peak: number) =>
      job({ 1: peak }, { ...single, books: [{ compression: { unit: 'psi', min: 110, bands } }] });
    expect([117, 135, 150].map((peak) => states(file(peak))[1])).toEqual(['watch', 'sound', 'sound']);
  });
});

describe('the test is questioned before the engine', () => {
  const low = { 1: 80, 2: 82, 3: 79, 4: 81 };
  test('all low in a good test is low, with the caution', () => {
    expect(states(job(low))[1]).toBe('low');
    expect(cautions(job(low))).toContain('question-the-test-first');
    expect(next(job(low))[0]).toEqual(['check-tester', null]);
  });
  test.each<[string, Partial<CompressionTest>]>([
    ['the throttle was shut', { throttle: 'closed' }],
    ['the tester has no valve', { tester: { ...fine, valveAtEngineEnd: false } }],
  ])('%s: unproven', (_why, test) => {
    expect(judge(job(low, {}, test)).engine.state).toBe('unproven');
    expect(rules(job(low, {}, test), '1')?.[0]).toBe('test-doubted');
  });
  test('a labouring starter explains a little, not half', () => {
    expect(states(job({ 1: 100, 2: 101, 3: 99, 4: 100 }, {}, { crankingRpm: 110 }))[1]).toBe('unproven');
    expect(states(job({ 1: 60, 2: 61, 3: 59, 4: 60 }, {}, { crankingRpm: 110 }))[1]).toBe('low');
  });
  test('one low among good ones is not excused by it', () => {
    expect(states(job({ 1: 150, 2: 80, 3: 151, 4: 149 }, {}, { throttle: 'closed' }))[2]).toBe('low');
  });
  test('a healthy engine with a release is not condemned', () => {
    const mower = { engine: { ...single.engine, compressionRelease: 'automatic' as const } };
    expect(states(job({ 1: 48 }, { ...mower, books: [] }))[1]).toBe('unproven');
    expect(states(job({ 1: 75 }, { ...mower, books: [{ compression: { unit: 'psi', min: 62 } }] }))[1]).toBe('sound');
    expect(
      states(
        job({ 1: 75 }, { ...mower, books: [{ compression: { unit: 'psi', min: 120, releaseActing: false } }] }),
      )[1],
    ).toBe('unproven');
    expect(states(job({ 1: 40 }, { ...mower, books: [{ compression: { unit: 'psi', min: 62 } }] }))[1]).toBe('low');
    expect(next(job({}, { ...mower, tests: [] }))[0]).toEqual(['leakdown', '1']);
  });
  test('a valveless hose on a small saw explains what it does on no big engine', () => {
    const saw = (bore: number): Partial<JobFile> => ({
      engine: {
        ...single.engine,
        cycle: 'two-stroke',
        family: 'handheld',
        boreMm: bore,
        strokeMm: 0.7 * bore,
        compressionRatio: 9,
      },
      books: [],
    });
    const valveless = { tester: { ...fine, valveAtEngineEnd: false, hoseVolumeCm3: 14 } };
    expect(states(job({ 1: 40 }, saw(38), valveless))[1]).toBe('unproven');
    expect(states(job({ 1: 25 }, saw(120), valveless))[1]).toBe('low');
  });
});

describe('which readings count', () => {
  test('a later test replaces an earlier one, cylinder by cylinder', () => {
    const file = job({ 1: 150, 2: 100, 3: 150, 4: 150 });
    const later = {
      ...(file.tests?.[0] as CompressionTest),
      readings: [{ cylinder: '2', unit: 'psi' as const, peak: 149 }],
    };
    const both = { ...file, tests: [...(file.tests ?? []), later] };
    expect(judge(both).engine.state).toBe('sound');
    expect(cautions(both)).not.toContain('mixed-conditions');
    expect(cautions({ ...both, tests: [...(file.tests ?? []), { ...later, engineTemperature: 'cold' }] })).toContain(
      'mixed-conditions',
    );
  });
  test('an empty later test replaces nothing', () => {
    const file = job({ 1: 150, 2: 150, 3: 150, 4: 150 });
    expect(judge({ ...file, tests: [...(file.tests ?? []), { kind: 'compression', readings: [] }] }).engine.state).toBe(
      'sound',
    );
  });
  test('wet readings never count as dry', () => {
    const file = job({ 1: 150, 2: 150, 3: 150, 4: 150 });
    (file.tests?.[0] as CompressionTest).readings.push({ cylinder: '1', unit: 'psi', peak: 20, wet: true, oilMl: 1 });
    expect(judge(file).engine.state).toBe('sound');
  });
  test('two that disagree are named and a third is asked for', () => {
    const file = job({ 1: [150, 110], 2: 150, 3: 150, 4: 150 });
    expect(told(file).cautions.find(({ caution }) => caution === 'attempts-disagree')?.text).toBe(
      'Cyl 1 read 150 psi, then 110 psi. Take another reading.',
    );
    expect(next(file)[0]).toEqual(['retest', '1']);
  });
  test('a needle that falls betrays the tester, not the engine', () => {
    const file = job({ 1: 150 }, single, {
      readings: [{ cylinder: '1', unit: 'psi', peak: 150, strokes: [90, 150, 130] }],
    });
    expect(cautions(file)).toContain('needle-fell');
  });
});

describe('altitude', () => {
  test('moves the limit, not the reading', () => {
    const at = (altitudeM: number) =>
      told(job({ 1: 110 }, { ...single, site: { altitudeM }, books: [{ compression: { unit: 'psi', min: 120 } }] }))
        .cylinders[0];
    expect(at(0)?.state).toBe('low');
    expect(at(1600)?.state).toBe('sound');
    expect(at(1600)?.compression?.reading).toBe(110);
    expect(at(1600)?.reasons.map(({ text }) => text)).toContain(
      'Minimum 120 psi at sea level, 99 psi at 83.5 kPa of air here.',
    );
  });
});

describe('bad input names its field', () => {
  test.each<[string, JobFile, string]>([
    ['unknown cylinder', job({ 9: 100 }), 'tests[0].readings[0].cylinder'],
    ['negative', job({ 2: -3 }), 'tests[0].readings[0].peak'],
    ['above scale', job({ 1: 301 }), 'tests[0].readings[0].peak'],
    [
      'crossed book',
      job({}, { books: [{ compression: { unit: 'psi', min: 9, max: 8 } }] }),
      'books[0].compression.min',
    ],
    ['crossed house rules', job({}, { houseRules: { spreadWatchPercent: 50 } }), 'houseRules.spreadWatchPercent'],
    ['impossible place', job({}, { site: { altitudeM: 12000 } }), 'site.altitudeM'],
    [
      'leak-down above supply',
      job(
        {},
        { tests: [{ kind: 'leakdown', readings: [{ cylinder: '1', unit: 'psi', supply: 80, cylinderPressure: 81 }] }] },
      ),
      'tests[0].readings[0].cylinderPressure',
    ],
    [
      'crankcase of no cylinder',
      job({}, { tests: [{ kind: 'crankcase', mode: 'pressure', unit: 'psi', case: 'x', samples: [] }] }),
      'tests[0].case',
    ],
  ])('%s', (_name, file, field) => {
    expect(() => judge(file)).toThrow(expect.objectContaining({ name: 'InputError', field }));
  });
});

test('rules of the shop that cross, and a place that is nowhere, give way to the usual ones and are named', () => {
  const { cylinders, cautions } = judge(
    job({ 1: 150 }, { houseRules: { spreadWatchPercent: 50 }, site: { altitudeM: 12000 } }),
  );
  expect(cylinders[0]?.compression).not.toBeNull();
  expect(cautions.flatMap((one) => (one.caution === 'entry-left-out' ? [one.field] : []))).toEqual([
    'houseRules.spreadWatchPercent',
    'site.altitudeM',
  ]);
});

describe('properties', () => {
  const peaks = fc.record({
    1: fc.integer({ min: 0, max: 300 }),
    2: fc.integer({ min: 0, max: 300 }),
    3: fc.integer({ min: 0, max: 300 }),
    4: fc.integer({ min: 0, max: 300 }),
  });
  const rank: Readonly<Record<State, number>> = { sound: 0, watch: 1, unproven: 2, low: 3, dead: 4 };

  test('every state has a reason and every reason a sentence, without a NaN anywhere', () => {
    fc.assert(
      fc.property(peaks, fc.constantFrom('cold' as const, 'warm' as const, undefined), (row, engineTemperature) => {
        const judged = told(job(row, {}, engineTemperature ? { engineTemperature } : {}));
        for (const { reasons } of judged.cylinders) {
          expect(reasons.length).toBeGreaterThan(0);
          for (const { text } of reasons) expect(text).toMatch(/^[A-Z0-9].*[.:]$/);
        }
        expect(JSON.stringify(judged)).not.toMatch(/NaN|null,"peak|Infinity|undefined/);
      }),
    );
  });
  test('on a single a higher reading is never judged worse below the maximum', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 160 }), fc.integer({ min: 1, max: 8 }), (peak, more) => {
        const at = (figure: number) => rank[judge(job({ 1: figure }, single)).cylinders[0]?.state ?? 'unproven'];
        expect(at(peak + more)).toBeLessThanOrEqual(at(peak));
      }),
    );
  });
  test('the unit of the gauge does not change the verdict', () => {
    fc.assert(
      fc.property(peaks, (row) => {
        const inBar = job(row);
        const test = inBar.tests?.[0] as CompressionTest;
        const bar = 0.06894757293168;
        const converted = {
          ...inBar,
          tests: [
            {
              ...test,
              tester: { ...fine, unit: 'bar' as const, fullScale: 300 * bar, division: 2 * bar },
              readings: test.readings.map((reading) => ({
                ...reading,
                unit: 'bar' as const,
                peak: reading.peak * bar,
              })),
            },
          ],
        };
        expect(states(converted)).toEqual(states(job(row)));
      }),
    );
  });
  test('the order in which cylinders were read does not matter', () => {
    fc.assert(
      fc.property(peaks, (row) => {
        const file = job(row);
        const test = file.tests?.[0] as CompressionTest;
        expect(states({ ...file, tests: [{ ...test, readings: [...test.readings].reverse() }] })).toEqual(states(file));
      }),
    );
  });
});
