import { asJobFile } from '@rugged/contract';
import { type Engine, judge, type TestKind } from '@rugged/core';
import { type Entered, type GaugeForm, isAsked, typedGauge } from './gauge-form';
import { gaugeKinds, ON_SCREEN } from './test-kinds';

const four: Engine = { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1', '2'] };
const form = (kind: TestKind, engine = four) => ON_SCREEN[kind].form?.(engine, 'psi') as GaugeForm;

test.each<[string, Partial<Engine>, TestKind[]]>([
  [
    'a petrol four-stroke',
    {},
    [
      'valve-clearance',
      'valve-train',
      'running-compression',
      'manifold-vacuum',
      'fuel-pressure',
      'oil-pressure',
      'spark',
      'battery-cranking',
    ],
  ],
  [
    'a two-stroke has no valves, no sump, no steady vacuum',
    { cycle: 'two-stroke' },
    ['running-compression', 'fuel-pressure', 'spark', 'battery-cranking'],
  ],
  [
    'a diesel has no spark and no throttle',
    { fuel: 'diesel' },
    ['valve-clearance', 'valve-train', 'running-compression', 'fuel-pressure', 'oil-pressure', 'battery-cranking'],
  ],
  [
    'what cannot be cranked starves no battery',
    { cycle: 'two-stroke', cranks: false },
    ['running-compression', 'fuel-pressure', 'spark'],
  ],
])('%s', (_name, change, kinds) => {
  expect(gaugeKinds({ ...four, ...change })).toEqual(kinds);
});

test.each<[TestKind, Entered, object, object?]>([
  ['valve-clearance', { cylinder: '2', valve: 'exhaust', mm: '0,22' }, { cylinder: '2', valve: 'exhaust', mm: 0.22 }],
  ['running-compression', { cylinder: '1', idle: '62', snap: '' }, { unit: 'psi', cylinder: '1', idle: 62 }],
  [
    'manifold-vacuum',
    { depth: '17.5', needle: 'steady', rpm: '900' },
    { unit: 'inHg', needle: 'steady', depth: 17.5, rpm: 900 },
  ],
  [
    'fuel-pressure',
    { pressure: '39', held: '37', heldSeconds: '300' },
    { unit: 'psi', pressure: 39, held: 37, heldSeconds: 300 },
  ],
  ['oil-pressure', { at: 'cranking', builds: 'yes', pressure: '12' }, { at: 'cranking', builds: true }],
  ['oil-pressure', { at: 'idle', builds: 'gauge', pressure: '38' }, { at: 'idle', unit: 'psi', pressure: 38 }],
  ['spark', { cylinder: '2', spark: 'none', by: 'gap-tester' }, { cylinder: '2', spark: 'none' }, { by: 'gap-tester' }],
  ['battery-cranking', { system: '6', before: '6.2', during: '4.6' }, { before: 6.2, during: 4.6 }, { system: 6 }],
])('%s: what is entered is what a job file takes, and it is judged', (kind, entered, figures, conditions = {}) => {
  expect(typedGauge(form(kind), entered)).toEqual({ ok: true, figures, conditions });
  const job = asJobFile({
    format: 'rugged-gauge-job',
    version: 1,
    engine: four,
    tests: [{ kind, ...conditions, readings: [figures] }],
  });
  expect(judge(job).inspections.length).toBeGreaterThan(0);
});
test('a slip is named at its field, a gap by its name', () => {
  expect(typedGauge(form('fuel-pressure'), { held: '3x' })).toEqual({
    ok: false,
    errors: { held: 'must be a number, not negative' },
    missing: ['Running, psi'],
  });
  expect(typedGauge(form('oil-pressure'), { at: 'idle' })).toEqual({ ok: false, errors: {}, missing: ['What shows'] });
});
test('a figure is asked for only where a figure shows', () => {
  const {
    numbers: [pressure],
  } = form('oil-pressure');
  expect(
    pressure && [isAsked(pressure, { builds: 'gauge' }), isAsked(pressure, { builds: 'no' }), isAsked(pressure, {})],
  ).toEqual([true, false, false]);
});
test('the only cylinder need not be chosen', () => {
  expect(
    typedGauge(form('valve-clearance', { ...four, cylinders: ['1'] }), { valve: 'intake', mm: '0.1' }),
  ).toMatchObject({ ok: true, figures: { cylinder: '1', valve: 'intake', mm: 0.1 } });
});
