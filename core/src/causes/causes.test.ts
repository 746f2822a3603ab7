import fc from 'fast-check';
import { type Cause, type Engine, type JobFile, OWN_HYPOTHESES, priorsOf } from '..';
import { examine } from '../verdict/examine';
import { simulate, type Virtual } from '../virtual-engine';
import evidence from './evidence.json';
import { FAULT_CAUSES, canHave, type FaultCause } from '../engine/faults';
import { judge } from '../plan/judge';
import { report } from '../report/report';

const told = (file: JobFile) => report(judge(file));
const four: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  layout: 'inline',
  cylinders: ['1', '2', '3', '4'],
  cooling: 'liquid',
  boreMm: 68,
  strokeMm: 58,
  compressionRatio: 9.6,
};
const saw: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'handheld',
  cylinders: ['1'],
  boreMm: 37,
  strokeMm: 28,
  compressionRatio: 11,
  cooling: 'air',
};
const book = [
  { source: 'the book', engineTemperature: 'warm' as const, compression: { unit: 'psi' as const, min: 125 } },
];

const jobOf = (engine: Engine, virtual: Partial<Virtual> = {}, more: Partial<JobFile> = {}): JobFile => {
  const { virtual: _, ...job } = simulate({
    format: 'rugged-gauge-job',
    version: 1,
    engine,
    books: book,
    virtual: { seed: 21, tests: ['compression', 'wet', 'leakdown'], ...virtual },
    ...more,
  });
  return job;
};
const nameOf = (cause: Cause | undefined) => cause?.which ?? cause?.cause;
const ofCylinder = (job: JobFile, id: string) =>
  judge(job)
    .causes.filter(({ cause, cylinder }) => cause !== 'crank-seal' && (cylinder === id || cylinder === null))
    .sort((a, b) => b.probability - a.probability);

describe('odds', () => {
  const anyJob = fc
    .record({
      seed: fc.integer({ min: 0, max: 1e6 }),
      cause: fc.constantFrom(...FAULT_CAUSES),
      severity: fc.double({ min: 0, max: 1, noNaN: true }),
      tests: fc.constantFrom<Virtual['tests']>(
        ['compression'],
        ['leakdown'],
        ['compression', 'wet'],
        ['compression', 'wet', 'leakdown'],
      ),
      engine: fc.constantFrom(four, saw),
    })
    .map(({ engine, cause, severity, ...virtual }) =>
      jobOf(engine, { ...virtual, faults: canHave(engine, cause) ? [{ cause, cylinder: '1', severity }] : [] }),
    );
  test('of a cylinder and of the shared test faults add up to one, whatever was measured', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        for (const id of job.engine.cylinders)
          expect(ofCylinder(job, id).reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 6);
      }),
      { numRuns: runs(25) },
    );
  });
  test('are what was supposed beforehand while nothing is measured', () => {
    const belief = examine({ format: 'rugged-gauge-job', version: 1, engine: four }).belief.cylinders.get('1');
    const supposed = priorsOf({ engine: four }, '1');
    const own = (rows: typeof belief) =>
      (rows?.rows ?? []).flatMap(({ hypothesis: { row, cause } }, i): [string, number][] =>
        /^(rings|adapter|off|head-gasket-between|sound)/.test(row) || cause === 'test-fault'
          ? []
          : [[row, (belief?.posterior[i] ?? NaN) / (supposed.get(row) ?? NaN)]],
      );
    const [first, ...others] = own(belief).map(([, ratio]) => ratio);
    for (const ratio of others) expect(ratio / (first ?? NaN)).toBeCloseTo(1, 6);
  });
  test('more air lost never speaks for sound, however much it is', () => {
    const lost = (percent: number): JobFile => ({
      format: 'rugged-gauge-job',
      version: 1,
      engine: saw,
      tests: [
        { kind: 'leakdown', readings: [{ cylinder: '1', unit: 'psi', supply: 80, percent, tdcConfirmed: true }] },
      ],
    });
    const sound = Array.from(
      { length: 50 },
      (_, i) => ofCylinder(lost(2 * i), '1').find(({ cause }) => cause === 'sound')?.probability ?? NaN,
    );
    sound.slice(1).forEach((p, i) => expect(p).toBeLessThanOrEqual((sound[i] ?? NaN) + 1e-9));
    expect(sound[49]).toBeLessThan(0.02);
  });
  test('of one cylinder do not change with the order in which they are named', () => {
    const job = jobOf(four, { faults: [{ cause: 'intake-valve', cylinder: '2', severity: 0.5 }] });
    const turned = {
      ...job,
      engine: {
        ...four,
        neighbours: [
          ['1', '2'],
          ['2', '3'],
          ['3', '4'],
        ] as [string, string][],
        cylinders: ['4', '3', '2', '1'],
      },
    };
    expect(ofCylinder(turned, '2').map(nameOf).slice(0, 3)).toEqual(ofCylinder(job, '2').map(nameOf).slice(0, 3));
    expect(ofCylinder(turned, '2')[0]?.probability).toBeCloseTo(ofCylinder(job, '2')[0]?.probability ?? NaN, 9);
  });
  test('a place nobody listened at speaks neither for nor against', () => {
    const job = jobOf(four, {
      tests: ['leakdown'],
      faults: [{ cause: 'exhaust-valve', cylinder: '2', severity: 0.5 }],
    });
    const deaf = {
      ...job,
      tests:
        job.tests?.map((test) =>
          test.kind === 'leakdown' ? { ...test, readings: test.readings.map(({ heard: _, ...rest }) => rest) } : test,
        ) ?? [],
    };
    expect(
      ofCylinder(deaf, '2')
        .flatMap((cause) => cause.evidence)
        .some(({ fact }) => fact.startsWith('heard')),
    ).toBe(false);
    expect(ofCylinder(job, '2')[0]?.evidence.map(({ fact }) => fact)).toContain('heard-exhaust');
  });
  test('a complaint moves them, and measuring decides', () => {
    const likely = (symptoms: string[]) =>
      ofCylinder(
        jobOf(
          four,
          { tests: ['compression'], faults: [{ cause: 'head-gasket-coolant', cylinder: '2', severity: 0.8 }] },
          { symptoms },
        ),
        '2',
      ).find(({ cause }) => cause === 'head-gasket-coolant')?.probability ?? NaN;
    expect(likely(['loses-coolant'])).toBeGreaterThan(1.5 * likely([]));
    expect(likely(['a word nobody knows'])).toBe(likely([]));
  });
});

describe('a gross fault, with every test done, is named', () => {
  const causes = FAULT_CAUSES.filter((cause) => canHave(four, cause));
  test.each(causes)('%s', (cause: FaultCause) => {
    const severity = cause === 'valve-train' || cause === 'carbon' ? 0.85 : 0.6;
    const [first] = ofCylinder(jobOf(four, { faults: [{ cause, cylinder: '2', severity }] }), '2');
    expect(nameOf(first)).toBe(cause);
    expect(first?.probability).toBeGreaterThan(0.6);
    expect(first?.evidence[0]?.weight).toBeGreaterThan(3);
  });
  test('and the cylinder beside it is not accused with it', () => {
    expect(
      nameOf(ofCylinder(jobOf(four, { faults: [{ cause: 'exhaust-valve', cylinder: '2', severity: 0.6 }] }), '1')[0]),
    ).toBe('sound');
  });
  test('a gasket between two names the other side on both', () => {
    const job = jobOf(four, { faults: [{ cause: 'head-gasket-between', cylinder: '2', with: '3', severity: 0.6 }] });
    expect(ofCylinder(job, '2')[0]).toMatchObject({ cause: 'head-gasket-between', with: '3' });
    expect(ofCylinder(job, '3')[0]).toMatchObject({ cause: 'head-gasket-between', with: '2' });
  });
  test('the worst cylinder comes first, its likeliest cause first', () => {
    expect(
      judge(jobOf(four, { faults: [{ cause: 'intake-valve', cylinder: '3', severity: 0.7 }] })).causes[0],
    ).toMatchObject({ cause: 'intake-valve', cylinder: '3' });
  });
  test('crank seals are told by the crankcase alone, on a scale of their own', () => {
    const twin: Engine = {
      cycle: 'two-stroke',
      fuel: 'petrol',
      family: 'outboard',
      layout: 'inline',
      cylinders: ['1', '2'],
      cooling: 'liquid',
    };
    const seals = (severity: number) =>
      told(
        jobOf(
          twin,
          {
            tests: ['compression', 'crankcase'],
            faults: severity ? [{ cause: 'crank-seal', cylinder: '2', severity }] : [],
          },
          { books: [{ crankcase: { unit: 'psi', pressure: 5, holdSeconds: 180, maxDrop: 0.5 } }] },
        ),
      ).causes.filter(({ cause }) => cause === 'crank-seal');
    expect(seals(0.6)).toMatchObject([
      { cylinder: '2', confidence: 'almost-certainly' },
      { cylinder: '1', confidence: 'unlikely' },
    ]);
    expect(seals(0).every(({ probability }) => probability < 0.6)).toBe(true);
    expect(seals(0.6)[1]?.evidence[0]?.text).toMatch(/lost in 180 s.*[^.]$/);
  });
});

describe('engines that nobody modelled work by their data alone', () => {
  test.each<[string, Engine]>([
    ['three in line', { ...four, cylinders: ['1', '2', '3'] }],
    [
      'an uneven vee',
      {
        ...four,
        layout: 'vee',
        cylinders: ['A', 'B', 'C'],
        banks: [['A', 'C'], ['B']],
        firingOrder: ['A', 'B', 'C'],
        firingIntervals: [200, 310, 210],
      },
    ],
    ['a stacked outboard six', { ...four, family: 'outboard', cylinders: ['1', '2', '3', '4', '5', '6'] }],
    ['a flat twin', { ...four, layout: 'flat', cylinders: ['L', 'R'] }],
    [
      'a diesel single',
      { ...four, fuel: 'diesel', family: 'inboard', cylinders: ['1'], boreMm: 84, strokeMm: 88, compressionRatio: 20 },
    ],
  ])('%s', (_, engine) => {
    const at = engine.cylinders[1] ?? '1';
    const job = jobOf(engine, { faults: [{ cause: 'exhaust-valve', cylinder: at, severity: 0.6 }] }, { books: [] });
    expect(ofCylinder(job, at)[0]).toMatchObject({ cause: 'exhaust-valve', cylinder: at });
  });
});

describe('the test is suspected before the engine', () => {
  test('a bad tester on a healthy saw: not the saw', () => {
    const job = jobOf(
      saw,
      { tests: ['compression'], testFaults: ['tester-without-valve'] },
      { books: [{ compression: { unit: 'psi', min: 90 } }] },
    );
    expect(judge(job).engine.state).toBe('unproven');
    expect(nameOf(ofCylinder(job, '1')[0])).toBe('tester-without-valve');
    expect(judge(job).cylinders[0]?.reasons[0]).toMatchObject({ rule: 'test-likelier', blame: 'tester-without-valve' });
    expect(judge(job).next[0]?.test).toBe('check-tester');
  });
  test('a healthy engine with a release, tested by compression only, is not condemned', () => {
    const mower: Engine = {
      ...four,
      family: 'small-engine',
      layout: 'single',
      cylinders: ['1'],
      compressionRelease: 'automatic',
      cooling: 'air',
      compressionRatio: 7.8,
    };
    for (const books of [[], [{ compression: { unit: 'psi' as const, min: 105, releaseActing: false } }]]) {
      const job = jobOf(mower, { tests: ['compression'] }, { books });
      expect(['sound', 'watch', 'unproven']).toContain(judge(job).engine.state);
      expect(judge(job).next[0]?.test).not.toBe('wet');
    }
  });
  test('what was noted is believed: a throttle noted open is not blamed for a low row', () => {
    const noted = (throttle: 'open' | 'closed') =>
      jobOf(
        four,
        { tests: ['compression'], testFaults: ['throttle-closed'] },
        {
          tests: [
            {
              kind: 'compression',
              throttle,
              tester: { valveAtEngineEnd: true },
              engineTemperature: 'warm',
              crankingRpm: 380,
              readings: [],
            },
          ],
        },
      );
    expect(judge(noted('closed')).cylinders.every(({ state }) => state === 'unproven')).toBe(true);
    expect(judge(noted('open')).cylinders.every(({ state }) => state === 'low')).toBe(true);
  });
  test('a shop that holds that the throttle makes no difference does not blame it', () => {
    const job = jobOf(
      four,
      { tests: ['compression'], testFaults: ['throttle-closed'] },
      { houseRules: { throttleSchool: 'no-difference' } },
    );
    expect(judge(job).causes.some(({ which }) => which === 'throttle-closed')).toBe(false);
  });
  test('a cylinder that is behind only because another stands high with carbon is not called low', () => {
    const job = jobOf(
      four,
      { faults: [{ cause: 'carbon', cylinder: '2', severity: 0.75 }] },
      {
        books: [
          {
            compression: { unit: 'psi', min: 125, max: 185 },
            spread: { method: 'lowest-vs-highest', limitPercent: 15 },
          },
        ],
      },
    );
    expect(judge(job).cylinders.map(({ state }) => state)).toEqual(['sound', 'watch', 'sound', 'sound']);
    expect(judge(job).cylinders[0]?.reasons[0]).toMatchObject({ rule: 'beside-a-high-one', high: '2' });
  });
});

describe('words and tables', () => {
  test('never say more than the odds', () => {
    for (const severity of [0.15, 0.25, 0.4, 0.7]) {
      for (const { probability, text, confidence } of told(
        jobOf(four, {
          faults: [{ cause: 'exhaust-valve', cylinder: '2', severity }],
          tests: severity < 0.3 ? ['compression'] : ['compression', 'leakdown'],
        }),
      ).causes) {
        expect(/almost certainly/.test(text)).toBe(probability > 0.9);
        if (probability < 0.6) expect(text).not.toMatch(/probably|certainly/);
        expect(confidence === 'may-be').toBe(probability >= 0.1 && probability < 0.6);
      }
    }
  });
  test('every fact that is told carries why it counts', () => {
    const evidence = told(
      jobOf(four, { faults: [{ cause: 'rings-or-bore', cylinder: '2', severity: 0.5 }] }),
    ).causes.flatMap((cause) => cause.evidence);
    expect(evidence.length).toBeGreaterThan(10);
    expect(evidence.every(({ text }) => !text.endsWith('.'))).toBe(true);
    expect(
      evidence.every(({ text, why, weight }) => text.length > 0 && why.length > 0 && Number.isFinite(weight)),
    ).toBe(true);
  });
  test('each row of the tables was counted, says where it comes from, and adds up', () => {
    const rows = Object.entries(evidence.rows as unknown as Record<string, Record<string, number[]>>);
    expect(evidence.fitted).toMatchObject({
      date: expect.stringMatching(/^\d{4}-\d\d-\d\d$/),
      seed: expect.any(Number),
      perRow: expect.any(Number),
    });
    for (const { row } of OWN_HYPOTHESES) expect(rows.map(([name]) => name)).toContain(row);
    for (const [, facts] of rows)
      for (const shares of Object.values(facts))
        expect(Math.abs(shares.reduce((a, b) => a + b, 0) - 1000)).toBeLessThanOrEqual(6);
  });
});
