import { decide, weighJob } from '../../decide';
import { judge, type JobFile, type Test } from '../..';

/** What is seen inside is evidence, and makes ways of its own. */

const twin: JobFile['engine'] = {
  family: 'motorcycle',
  cycle: 'four-stroke',
  fuel: 'petrol',
  cylinders: ['1', '2'],
  boreMm: 68,
  strokeMm: 62,
  cooling: 'air',
} as never;
const snow: JobFile['engine'] = {
  family: 'powersports',
  cycle: 'two-stroke',
  fuel: 'petrol',
  valveGear: 'reed',
  cylinders: ['1'],
  boreMm: 72,
  strokeMm: 60,
} as never;

const read = (...peaks: number[]): Test => ({
  kind: 'compression',
  readings: peaks.map((peak, i) => ({ cylinder: String(i + 1), unit: 'psi', peak })),
});
type Look = Extract<Test, { kind: 'opened' }>['readings'][number];
const saw = (...readings: Look[]): Test => ({ kind: 'opened', readings });
const job = (engine: JobFile['engine'], ...tests: Test[]): JobFile => ({
  format: 'rugged-gauge-job',
  version: 1,
  engine,
  tests,
});
const odds = (of: JobFile, cylinder: string, cause: string) =>
  judge(of).causes.find((one) => one.cylinder === cylinder && one.cause === cause)?.probability ?? 0;
const waysOf = (of: JobFile) =>
  decide({ ...of, decision: { valueRunning: 2500, valueAsIs: 300, labourRatePerHour: 60 } });

test('a scored bore ends the question, a good one takes rings down', () => {
  const low = job(twin, read(150, 90));
  const scored = job(twin, read(150, 90), saw({ cylinder: '2', part: 'bore', seen: 'scored' }));
  const good = job(
    twin,
    read(150, 90),
    saw({ cylinder: '2', part: 'bore', seen: 'good' }, { cylinder: '2', part: 'rings', seen: 'good' }),
  );
  expect(odds(scored, '2', 'rings-or-bore')).toBeGreaterThan(0.9);
  expect(odds(good, '2', 'rings-or-bore')).toBeLessThan(odds(low, '2', 'rings-or-bore') / 3);
  expect(judge(scored).engine.state).toBe('low');
});

test.each([
  ['exhaust-valve', 'burnt', 'exhaust-valve'],
  ['intake-valve', 'broken', 'intake-valve'],
  ['piston', 'burnt', 'piston-damage'],
  ['rings', 'stuck', 'rings-or-bore'],
] as const)('a low cylinder with its %s %s has that', (part, seen, cause) => {
  const of = job(twin, read(150, 60), saw({ cylinder: '2', part, seen }));
  expect(odds(of, '2', cause)).toBeGreaterThan(0.85);
});

test('a gasket that is burnt through is a gasket, by whichever way', () => {
  const of = job(twin, read(150, 60), saw({ cylinder: '2', part: 'gasket', seen: 'burnt' }));
  const gaskets = ['head-gasket-external', 'head-gasket-between', 'head-gasket-coolant'];
  expect(gaskets.reduce((sum, cause) => sum + odds(of, '2', cause), 0)).toBeGreaterThan(0.85);
});

test('what was seen last of a part counts, whatever came first', () => {
  const of = job(
    twin,
    read(150, 90),
    saw({ cylinder: '2', part: 'bore', seen: 'scored' }),
    saw({ cylinder: '2', part: 'bore', seen: 'good' }),
  );
  expect(judge(of).inspections.map(({ state }) => state)).toEqual(['sound']);
});

test('new rings are no way for a scored bore: it is bored, or another barrel where it is plated', () => {
  const scored = saw({ cylinder: '2', part: 'bore', seen: 'scored' });
  const decided = waysOf(job(twin, read(150, 90), scored));
  const top = decided.options.find(({ name }) => name === decided.recommended);
  expect(top?.cures).toContain('bore-past-rings');
  expect(decided.options.find(({ name }) => name.startsWith('New rings'))?.leaves ?? ['bore-past-rings']).toContain(
    'bore-past-rings',
  );
});

test('a worn big end on a good engine asks for its crank, and nobody runs it on', () => {
  const of = job(snow, read(130), saw({ cylinder: '1', part: 'big-end', seen: 'worn', mm: 0.4 }));
  const { troubles } = weighJob(of);
  expect([...troubles.worst.keys()]).toContain('crank');
  const decided = waysOf(of);
  expect(decided.recommended).toBe('Crank rebuilt with new bearings');
  expect(decided.answer).toMatchObject({ is: 'yes', cause: 'crank' });
});

test.each([
  [twin, { part: 'exhaust-valve', seen: 'loose' }, 'valve-guides'],
  [snow, { part: 'reeds', seen: 'broken' }, 'reeds'],
  [snow, { part: 'seals', seen: 'worn' }, 'crank-seal'],
  [snow, { part: 'small-end', seen: 'worn' }, 'small-end'],
  [twin, { part: 'head', seen: 'broken' }, 'head'],
] as const)('each has a way that mends it', (engine, look, trouble) => {
  const decided = waysOf(job(engine, read(...engine.cylinders.map(() => 130)), saw({ cylinder: '1', ...look })));
  const told = decided.options.find(({ name }) => name === decided.recommended);
  expect(told?.cures).toContain(trouble);
});

test('clearances that were measured right are not set first', () => {
  const low = read(150, 80);
  const clearances: Test = {
    kind: 'valve-clearance',
    engineTemperature: 'cold',
    readings: [
      { cylinder: '2', valve: 'intake', mm: 0.12 },
      { cylinder: '2', valve: 'exhaust', mm: 0.17 },
    ],
  };
  const air: Test = {
    kind: 'leakdown',
    readings: [
      {
        cylinder: '2',
        unit: 'psi',
        supply: 100,
        percent: 55,
        tdcConfirmed: true,
        heard: [{ at: 'exhaust', level: 3 }],
      } as never,
    ],
  };
  const book = {
    source: 'the manual',
    valveClearance: {
      engineTemperature: 'cold',
      intake: { minMm: 0.1, maxMm: 0.15 },
      exhaust: { minMm: 0.15, maxMm: 0.2 },
    },
  } as const;
  const names = (...tests: Test[]) => waysOf({ ...job(twin, ...tests), books: [book] }).options.map(({ name }) => name);
  expect(names(low, air)).toContain('Set the valve clearances first');
  expect(names(low, air, clearances)).not.toContain('Set the valve clearances first');
});

test('everything seen good leaves a good engine as it is', () => {
  const of = job(
    twin,
    read(150, 150),
    saw({ cylinder: '1', part: 'bore', seen: 'good' }, { cylinder: '1', part: 'big-end', seen: 'good', mm: 0.02 }),
  );
  expect(waysOf(of).recommended).toBe('Leave it as it is');
});

test.each([
  [twin, { part: 'bore', seen: 'burnt' }, 'seen', /not what this part/],
  [twin, { part: 'gasket', seen: 'good', mm: 1 }, 'mm', /not what this part/],
  [twin, { part: 'crank', seen: 'worn', mm: 40 }, 'mm', /must be between 0 and 20 mm/],
] as const)('what cannot be is refused at its field', (engine, look, field, why) => {
  const run = () => judge(job(engine, saw({ cylinder: '1', ...look })));
  expect(run).toThrow(why);
  expect(run).toThrow(expect.objectContaining({ field: `tests[0].readings[0].${field}` }));
});

test.each([
  [snow, { part: 'intake-valve', seen: 'burnt' }],
  [twin, { part: 'reeds', seen: 'broken' }],
  [
    { ...snow, headless: true },
    { part: 'gasket', seen: 'burnt' },
  ],
] as const)('what was entered of a part that the engine has not is left out, and that is said', (engine, look) => {
  const verdict = judge(job(engine, read(130), saw({ cylinder: '1', ...look })));
  expect(verdict.inspections).toEqual([]);
  expect(verdict.cautions.map(({ caution }) => caution)).toContain('entry-left-out');
});
