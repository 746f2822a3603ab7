import { judge, POSSIBLE, TEST_KINDS } from '@rugged/core';
import fc from 'fast-check';
import {
  asJobFile,
  KIND_SCHEMAS,
  type Bench,
  nothingAdded,
  check,
  countingReadings,
  newBookSchema,
  newEngineSchema,
  newJobSchema,
  newReadingSchema,
  readForJudging,
  readJobFile,
  type ReadingRecord,
  type ReadingRecordOf,
  readingsOfKind,
  shopChangeSchema,
  toJobFile,
} from '.';

const ID = '0b6f7c1e-5f0a-4c57-9f5b-0d1f5a6b7c8d';
const other = (n: number) => `0b6f7c1e-5f0a-4c57-9f5b-${String(n).padStart(12, '0')}`;
const AT = '2026-05-04T10:00:00.000Z';

const minimal = {
  format: 'rugged-gauge-job',
  version: 1,
  engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1', '2'] },
};
const compression = (reading: object) => ({
  ...minimal,
  tests: [{ kind: 'compression', readings: [{ cylinder: '1', unit: 'psi', peak: 130, ...reading }] }],
});

describe('the job file', () => {
  test('needs little', () => {
    expect(asJobFile(minimal)).toEqual(minimal);
  });
  test('passes unknown fields through at any depth', () => {
    const file = { ...compression({ mood: 'grim' }), bench: { colour: 'green' } };
    expect(asJobFile(file)).toEqual(file);
    expect(readJobFile(JSON.stringify(file))).toEqual(file);
  });
  test.each<[string, unknown, string, RegExp]>([
    ['no file at all', 'hello', '(file)', /object/],
    ['missing format', { version: 1 }, 'format', /missing/],
    ['another format', { ...minimal, format: 'x' }, 'format', /rugged-gauge-job/],
    ['a newer version', { ...minimal, version: 2 }, 'version', /is 2.*newer/],
    ['text in a number', compression({ peak: '138' }), 'tests[0].readings[0].peak', /must be a number/],
    ['negative', compression({ peak: -1 }), 'tests[0].readings[0].peak', /negative/],
    ['unknown unit', compression({ unit: 'torr' }), 'tests[0].readings[0].unit', /psi, kPa/],
    ['missing unit', compression({ unit: undefined }), 'tests[0].readings[0].unit', /missing/],
    [
      'unknown kind of test',
      { ...minimal, tests: [{ kind: 'smell' }] },
      'tests[0].kind',
      /compression, leakdown, crankcase/,
    ],
    ['missing readings', { ...minimal, tests: [{ kind: 'compression' }] }, 'tests[0].readings', /missing/],
    [
      'leak-down with both figures',
      {
        ...minimal,
        tests: [
          {
            kind: 'leakdown',
            readings: [{ cylinder: '1', unit: 'psi', supply: 80, percent: 3, cylinderPressure: 70 }],
          },
        ],
      },
      'tests[0].readings[0]',
      /exactly one|only one/,
    ],
    [
      'percent above 100',
      {
        ...minimal,
        tests: [{ kind: 'leakdown', readings: [{ cylinder: '1', unit: 'psi', supply: 80, percent: 101 }] }],
      },
      'tests[0].readings[0].percent',
      /100/,
    ],
    [
      'two hundred cylinders',
      { ...minimal, engine: { ...minimal.engine, cylinders: Array.from({ length: 200 }, (_, i) => String(i)) } },
      'engine.cylinders',
      /at most 24/,
    ],
  ])('%s is refused at its field', (_name, file, field, reason) => {
    expect(() => asJobFile(file)).toThrow(
      expect.objectContaining({ name: 'InputError', field, reason: expect.stringMatching(reason) }),
    );
  });
  test('broken JSON says so in one line', () => {
    expect(() => readJobFile('{"format": ')).toThrow(/not JSON/);
  });
  test('no mutation of a good file ends in anything but a verdict or a named field', () => {
    const good = compression({ strokes: [80, 120, 130] });
    const leaf = fc.oneof(fc.constant(null), fc.string(), fc.double(), fc.boolean(), fc.constant([]), fc.constant({}));
    const place = fc.constantFrom(
      'format',
      'version',
      'engine',
      'engine.cylinders',
      'engine.cycle',
      'engine.layout',
      'engine.firingOrder',
      'books',
      'site',
      'site.altitudeM',
      'tests',
      'tests.0.kind',
      'tests.0.readings',
      'tests.0.readings.0.peak',
      'tests.0.readings.0.strokes',
      'tests.0.readings.0.cylinder',
      'tests.0.tester',
      'tests.0.tester.fullScale',
      'houseRules',
    );
    fc.assert(
      fc.property(place, leaf, (path, value) => {
        const file = structuredClone(good) as unknown as Record<string, never>;
        const keys = path.split('.');
        const last = keys.pop() as string;
        const parent = keys.reduce<Record<string, never>>((node, key) => (node[key] ??= {} as never), file);
        parent[last] = value as never;
        try {
          expect(JSON.stringify(judge(asJobFile(file)))).not.toMatch(/NaN/);
        } catch (error) {
          expect(error).toMatchObject({ name: 'InputError', field: expect.any(String), reason: expect.any(String) });
        }
      }),
      { numRuns: runs(500) },
    );
  });
});

describe('a job file that is to be judged', () => {
  const several = (...peaks: unknown[]) =>
    JSON.stringify({
      ...minimal,
      tests: [{ kind: 'compression', readings: peaks.map((peak) => ({ cylinder: '1', unit: 'psi', peak })) }],
    });
  test('a figure that no gauge can show is left out and named, the rest is kept', () => {
    const { job, leftOut } = readForJudging(several(130, -4, 132));
    expect(job.tests?.[0]).toMatchObject({ readings: [{ peak: 130 }, { peak: 132 }] });
    expect(leftOut.map(({ field, reason }) => `${field} ${reason}`)).toEqual([
      'tests[0].readings[1].peak must not be negative',
    ]);
    const [caution] = judge(job, leftOut).cautions;
    expect(caution).toMatchObject({ caution: 'entry-left-out', field: 'tests[0].readings[1].peak' });
  });
  test.each([
    ['nothing would be left', several(-4), /negative/],
    ['a figure is no number', several(130, '132'), /must be a number/],
  ])('refused where %s', (_, text, why) => {
    expect(() => readForJudging(text)).toThrow(why);
  });
});

test('every figure of a reading is in the table of what can be', () => {
  for (const kind of TEST_KINDS) {
    const { keys } = KIND_SCHEMAS[kind].reading.describe() as { keys: Record<string, { type: string }> };
    const figures = Object.keys(keys).filter((name) => keys[name]?.type === 'number');
    // Which of several valves is no figure; half a swing is as wide as what swings, in its unit or in percent.
    const known = new Set([...Object.keys(POSSIBLE[kind]), 'number', 'swing']);
    expect([kind, figures.filter((name) => !known.has(name))]).toEqual([kind, []]);
  }
});

describe('records', () => {
  const reading = {
    id: ID,
    testId: other(1),
    kind: 'compression' as const,
    figures: { cylinder: '1', unit: 'psi' as const, peak: 130 },
    takenAt: AT,
  };
  test('a reading as the app sends it is good', () => {
    expect(check(newReadingSchema, reading)).toEqual({ ok: true, value: reading });
  });
  test.each([
    [{ figures: { ...reading.figures, peak: '130' } }, 'figures.peak', 'must be a number'],
    [{ id: 'x' }, 'id', 'must be an id (UUID)'],
    [{ takenAt: 'soon' }, 'takenAt', 'must be a date and time (ISO 8601)'],
    [{ mood: 1 }, 'mood', 'is not known here'],
    [{ supersedes: ID }, 'supersedes', 'cannot be the reading itself'],
    [{ withdrawn: true }, 'supersedes', 'is missing: which reading is withdrawn?'],
    [{ figures: { ...reading.figures, strokes: Array(61).fill(1) } }, 'figures.strokes', 'takes at most 60'],
    [{ kind: 'smell' }, 'kind', expect.stringMatching(/compression/)],
  ])('%j is refused at %s', (change, field, reason) => {
    expect(check(newReadingSchema, { ...reading, ...change })).toEqual({ ok: false, errors: [{ field, reason }] });
  });
  test('sense is checked where the shape is, at its own field', () => {
    const book = { id: ID, engineId: other(2), source: 'b', compression: { unit: 'psi', min: 180, max: 170 } };
    expect(check(newBookSchema, book)).toEqual({
      ok: false,
      errors: [{ field: 'compression.min', reason: 'the minimum (180) is above the maximum (170)' }],
    });
    const engine = { id: ID, machineId: other(3), name: 'e', ...minimal.engine, neighbours: [['1', '7']] };
    expect(check(newEngineSchema, engine)).toMatchObject({ ok: false, errors: [{ field: 'neighbours[0][1]' }] });
    expect(check(shopChangeSchema, { version: 1, houseRules: { spreadWatchPercent: 40 } })).toMatchObject({
      ok: false,
      errors: [{ field: 'houseRules.spreadWatchPercent' }],
    });
  });
  test('a reading of another kind carries its figures, and nothing else', () => {
    const leak = {
      id: ID,
      testId: other(1),
      kind: 'leakdown',
      takenAt: AT,
      figures: { cylinder: '1', unit: 'psi', supply: 80, percent: 12 },
    };
    expect(check(newReadingSchema, leak)).toEqual({ ok: true, value: leak });
    expect(check(newReadingSchema, { ...leak, peak: 3 })).toMatchObject({ ok: false, errors: [{ field: 'peak' }] });
    expect(check(newReadingSchema, { ...leak, figures: { ...leak.figures, cylinderPressure: 70 } })).toMatchObject({
      ok: false,
      errors: [{ field: 'figures' }],
    });
  });
  test('several things wrong are all named', () => {
    expect(check(newReadingSchema, { kind: 'compression', figures: {} })).toMatchObject({
      ok: false,
      errors: ['id', 'testId', 'takenAt', 'figures.cylinder', 'figures.unit', 'figures.peak'].map((field) => ({
        field,
      })),
    });
  });
});

describe('a bench as a job file', () => {
  const peaks = (readings: ReadingRecord[]) =>
    readingsOfKind(readings, 'compression').map(({ figures }) => figures.peak);
  const at = (minute: number) => new Date(Date.parse(AT) + minute * 60_000).toISOString();
  const reading = (
    n: number,
    peak: number,
    change: Partial<ReadingRecordOf<'compression'>> = {},
  ): ReadingRecordOf<'compression'> => ({
    id: other(n),
    testId: other(100),
    kind: 'compression',
    figures: { cylinder: '1', unit: 'psi', peak },
    takenAt: at(n),
    ...change,
  });
  const bench = (readings: ReadingRecordOf<'compression'>[]): Bench => ({
    job: {
      id: ID,
      engineId: other(9),
      complaint: 'c',
      site: { altitudeM: 100 },
      status: 'open',
      openedAt: AT,
      version: 1,
      meter: 12,
      houseRules: {},
    },
    owner: { id: other(7), name: 'o', version: 1 },
    machine: { id: other(8), ownerId: other(7), name: 'm', version: 1 },
    engine: {
      id: other(9),
      machineId: other(8),
      name: 'e',
      version: 3,
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'motorcycle',
      cylinders: ['1', '2'],
    },
    books: [
      { id: other(10), source: 'first', version: 1 },
      { id: other(11), source: 'second', version: 1 },
    ],
    tests: [
      { id: other(100), jobId: ID, kind: 'compression', conditions: { throttle: 'open' }, startedAt: AT, by: 'Ines' },
    ],
    readings,
    ...nothingAdded(),
  });

  test('is a good job file with nothing of the records left in it', () => {
    const file = toJobFile(bench([reading(2, 130), reading(1, 128)]));
    expect(asJobFile(JSON.parse(JSON.stringify(file)))).toEqual(file);
    expect(file.books?.map(({ source }) => source)).toEqual(['first', 'second']);
    expect(file.engine.hours).toBe(12);
    expect(JSON.stringify(file)).not.toMatch(/0b6f7c1e|startedAt|takenAt|"by"/);
    expect(file.tests?.[0]).toMatchObject({ readings: [{ peak: 128 }, { peak: 130 }] });
  });
  test('a correction replaces, a withdrawal removes, both stay in the record', () => {
    const all = [
      reading(1, 13),
      reading(2, 130, { supersedes: other(1) }),
      reading(3, 90),
      reading(4, 90, { supersedes: other(3), withdrawn: true }),
    ];
    expect(peaks(countingReadings(all))).toEqual([130]);
  });
  test('two devices that correct the same reading both count', () => {
    expect(
      peaks(
        countingReadings([
          reading(1, 13),
          reading(2, 130, { supersedes: other(1) }),
          reading(3, 131, { supersedes: other(1) }),
        ]),
      ),
    ).toEqual([130, 131]);
  });
  test('the order is by time, however the instant is written', () => {
    const [a, b] = [
      reading(1, 1, { takenAt: '2026-05-04T10:00:00.5+00:00' }),
      reading(2, 2, { takenAt: '2026-05-04T10:00:00.450Z' }),
    ];
    expect(peaks(countingReadings([a, b]))).toEqual([2, 1]);
  });
});

describe('an instant is a day of the calendar', () => {
  const openedAt = (instant: string) =>
    check(newJobSchema, { id: ID, engineId: ID, complaint: 'knocks', site: { altitudeM: 0 }, openedAt: instant });
  test.each(['2026-05-04T10:00:00.000Z', '2024-02-29T00:00:00Z', '2200-12-31T23:59:59Z'])('%s is one', (instant) => {
    expect(openedAt(instant).ok).toBe(true);
  });
  test.each([
    '2026-02-31T10:00:00.000Z',
    '2026-02-29T10:00:00Z',
    '2026-04-31T10:00:00Z',
    '1969-12-31T10:00:00Z',
    '2201-01-01T00:00:00Z',
    'yesterday',
  ])('%s is none, and says so at its field', (instant) => {
    const checked = openedAt(instant);
    expect(checked.ok).toBe(false);
    expect(!checked.ok && checked.errors.map(({ field }) => field)).toEqual(['openedAt']);
  });
});
