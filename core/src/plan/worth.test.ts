import type { Engine, JobFile } from '..';
import { examine } from '../verdict/examine';
import { simulate, type Virtual } from '../virtual-engine';
import { leakdownWorth, wetWorth, type Worth } from './worth';
import { entropyOf, namesOf } from '../causes/names';
import { judge } from './judge';
import { report } from '../report/report';

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
const twin: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'outboard',
  layout: 'inline',
  cylinders: ['1', '2'],
  cooling: 'liquid',
};
const jobOf = (engine: Engine, virtual: Partial<Virtual> = {}, more: Partial<JobFile> = {}): JobFile => {
  const { virtual: _, ...job } = simulate({
    format: 'rugged-gauge-job',
    version: 1,
    engine,
    books: [{ compression: { unit: 'psi', min: engine === twin ? 100 : 125 } }],
    virtual: { seed: 21, tests: ['compression'], ...virtual },
    ...more,
  });
  // Everything read twice, so that no repeat stands in the way.
  return {
    ...job,
    tests:
      job.tests?.map((test) =>
        test.kind === 'compression'
          ? { ...test, readings: [...test.readings, ...test.readings.filter(({ wet }) => !wet)] }
          : test,
      ) ?? [],
  };
};
const low = { faults: [{ cause: 'exhaust-valve' as const, cylinder: '2', severity: 0.5 }] };
const beliefOf = (job: JobFile) => examine(job).belief;
const steps = (job: JobFile) =>
  judge(job).next.map(({ test, cylinder }) => (cylinder === null ? test : `${test} ${cylinder}`));

describe('what a test is worth', () => {
  const belief = beliefOf(jobOf(four, low));
  const worths: [string, Worth][] = [
    ['oil', wetWorth(belief, '2')],
    ['air', leakdownWorth(belief, '2', four)],
  ];
  test.each(worths)('%s takes away some of the doubt, never more than there is', (_, { bits }) => {
    expect(bits).toBeGreaterThan(0);
    expect(bits).toBeLessThanOrEqual(entropyOf(belief, '2'));
  });
  test.each(worths)('the outcomes of %s are all there are', (_, { outcomes }) => {
    expect(outcomes.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    for (const { then } of outcomes) expect(then.probability).toBeGreaterThan(0);
  });
  test('air at the exhaust would mean the exhaust valve, at the crankcase rings or piston', () => {
    const means = (outcome: string) =>
      leakdownWorth(belief, '2', four).outcomes.find((one) => one.outcome === outcome)?.then.cause;
    expect([means('heard-exhaust'), means('heard-intake'), means('heard-coolant'), means('heard-head-joint')]).toEqual([
      'exhaust-valve',
      'intake-valve',
      'head-gasket-coolant',
      'head-gasket-external',
    ]);
    expect(['rings-or-bore', 'piston-damage']).toContain(means('heard-crankcase'));
  });
  test('oil that lifts it clearly would mean the rings', () => {
    expect(wetWorth(belief, '2').outcomes.find(({ outcome }) => outcome === 'oil-seals')?.then.cause).toBe(
      'rings-or-bore',
    );
  });
  test('nothing is promised of a cylinder that is not there', () => {
    expect(wetWorth(belief, '9')).toEqual({ bits: 0, outcomes: [] });
  });
  test('an air-cooled engine has no bubbles to look for, a single no next plug hole', () => {
    const single: Engine = { ...four, layout: 'single', cylinders: ['1'], cooling: 'air' };
    const outcomes = leakdownWorth(beliefOf(jobOf(single)), '1', single).outcomes.map(({ outcome }) => outcome);
    expect(outcomes).not.toContain('heard-coolant');
    expect(outcomes).not.toContain('heard-neighbour');
  });
  test('the odds that are told are all of them', () => {
    expect([...namesOf(belief, '2').values()].reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });
});

describe('what the shop owns', () => {
  test('no compressor: oil; no compression tester: air', () => {
    const worn = { faults: [{ cause: 'rings-or-bore' as const, cylinder: '2', severity: 0.75 }] };
    // Without its strokes: they alone would nearly tell rings from the rest.
    const job = jobOf(four, worn, { equipment: ['compression-tester', 'leakdown-tester'] });
    const peaksOnly =
      job.tests?.map((test) =>
        test.kind === 'compression'
          ? { ...test, readings: test.readings.map(({ strokes: _, ...rest }) => rest) }
          : test,
      ) ?? [];
    expect(steps({ ...job, tests: peaksOnly })[0]).toBe('wet 2');
    expect(steps(jobOf(four, low))[0]).toBe('leakdown 2');
    expect(
      steps({ format: 'rugged-gauge-job', version: 1, engine: four, equipment: ['leakdown-tester', 'compressor'] }),
    ).toEqual(['leakdown 1']);
    expect(steps({ format: 'rugged-gauge-job', version: 1, engine: four, equipment: [] })).toEqual([
      'stop',
      'quick-checks',
    ]);
  });
  test('only air would tell, and there is none: stop, and say what it takes', () => {
    const { next } = judge(jobOf(four, low, { equipment: ['compression-tester'] }));
    expect(next.some(({ test }) => test === 'leakdown')).toBe(false);
    expect(next.at(-1)).toMatchObject({ test: 'stop', reason: { because: 'no-tester-for-it', missing: 'leakdown' } });
  });
  test('it cannot be cranked, and there is no air: that is said', () => {
    const job: JobFile = {
      format: 'rugged-gauge-job',
      version: 1,
      engine: { ...four, cranks: false },
      equipment: ['compression-tester'],
    };
    expect(judge(job).next[0]).toMatchObject({ test: 'stop', reason: { because: 'no-tester-for-it' } });
  });
});

test('each outcome is told with what it would mean and its odds', () => {
  const [step] = report(judge(jobOf(four, low))).next;
  expect(step?.reason).toMatchObject({ because: 'takes-most-doubt', text: expect.stringMatching(/most doubt/) });
  expect(step?.outcomes).toEqual(
    expect.arrayContaining([{ outcome: 'Air at the exhaust', then: expect.stringMatching(/^Exhaust valve, \d+ %$/) }]),
  );
});
test('sure enough: stop, with the cause and its odds', () => {
  const job = jobOf(four, {
    faults: [{ cause: 'rings-or-bore', cylinder: '2', severity: 0.7 }],
    tests: ['compression', 'wet', 'leakdown'],
  });
  expect(judge(job).next[0]).toMatchObject({
    test: 'stop',
    reason: { because: 'sure-enough', likeliest: { cause: 'rings-or-bore' } },
  });
});
test('it passes, but so barely that it likelier leaks: air on the least sure one before stopping', () => {
  const job = jobOf(
    { ...four, layout: 'single', cylinders: ['1'] },
    { faults: [{ cause: 'exhaust-valve', cylinder: '1', severity: 0.46 }] },
  );
  const { engine, next } = judge(job);
  expect(engine.state).not.toBe('low');
  expect(next.map(({ test }) => test)).toContain('leakdown');
});
test('good compression, and a complaint that a leaking crankcase makes', () => {
  expect(steps(jobOf(twin, {}, { symptoms: ['runs-lean'] }))[0]).toBe('crankcase');
  expect(steps(jobOf(twin, {}, { symptoms: ['hard-start'] }))[0]).toBe('stop');
  expect(steps(jobOf(twin, {}, { symptoms: ['runs-lean'], equipment: ['compression-tester'] }))[0]).toBe('stop');
});
test('low all round and real: once air is in, the cylinders are looked at one by one', () => {
  const worn = jobOf(four, {
    tests: ['compression', 'leakdown'],
    faults: four.cylinders.map((cylinder) => ({ cause: 'rings-or-bore' as const, cylinder, severity: 0.8 })),
  });
  const oneAired = {
    ...worn,
    tests:
      worn.tests?.map((test) => (test.kind === 'leakdown' ? { ...test, readings: test.readings.slice(0, 1) } : test)) ??
      [],
  };
  expect(steps({ ...worn, tests: worn.tests?.filter(({ kind }) => kind === 'compression') ?? [] })[0]).toBe(
    'check-tester',
  );
  expect(steps(oneAired)).not.toContain('check-tester');
});
test('oil is never proposed where there is no dry reading to set it against', () => {
  for (const severity of [0.2, 0.3, 0.4, 0.5]) {
    const airOnly = jobOf(four, { tests: ['leakdown'], faults: [{ cause: 'rings-or-bore', cylinder: '2', severity }] });
    expect(steps(airOnly).filter((one) => one.startsWith('wet'))).toEqual([]);
  }
});
test('a fault of the test that is likelier than not is put right before anything is repeated', () => {
  const slow = jobOf({ ...four, family: 'outboard' }, { testFaults: ['slow-cranking'] });
  expect(steps(slow)[0]).toBe('check-tester');
});
test('nearly all lost on the wrong stroke: the same test again, at the top of compression', () => {
  const job = jobOf(four, { tests: ['compression', 'leakdown'], testFaults: ['off-tdc'] });
  expect(judge(job).next[0]).toMatchObject({ test: 'leakdown', cylinder: '1', reason: { because: 'wrong-stroke' } });
});
