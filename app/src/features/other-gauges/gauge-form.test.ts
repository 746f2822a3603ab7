import { type Engine, judge } from '@rugged/core';
import { asJobFile } from '@rugged/contract';
import { type Entered, gaugeForms, type GaugeKind, typedGauge } from './gauge-form';

const four: Engine = { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', cylinders: ['1', '2'] };
const form = (kind: GaugeKind, engine = four) => gaugeForms(engine, 'psi').find((one) => one.kind === kind) ?? gaugeForms(engine, 'psi')[0]!;

test('a two-stroke has no valves and no steady vacuum to look at', () => {
  expect(gaugeForms({ ...four, cycle: 'two-stroke' }, 'psi').map(({ kind }) => kind)).toEqual(['running-compression', 'fuel-pressure']);
});
test.each<[GaugeKind, Entered, object]>([
  ['valve-clearance', { cylinder: '2', valve: 'exhaust', mm: '0,22' }, { cylinder: '2', valve: 'exhaust', mm: 0.22 }],
  ['running-compression', { cylinder: '1', idle: '62', snap: '' }, { unit: 'psi', cylinder: '1', idle: 62 }],
  ['manifold-vacuum', { depth: '17.5', needle: 'steady', rpm: '900' }, { unit: 'inHg', needle: 'steady', depth: 17.5, rpm: 900 }],
  ['fuel-pressure', { pressure: '39', held: '37', heldSeconds: '300' }, { unit: 'psi', pressure: 39, held: 37, heldSeconds: 300 }],
])('%s: what is entered is what a job file takes, and it is judged', (kind, entered, figures) => {
  const typed = typedGauge(form(kind), entered);
  expect(typed).toEqual({ ok: true, figures });
  const job = asJobFile({ format: 'rugged-gauge-job', version: 1, engine: four, tests: [{ kind, readings: [figures] }] });
  expect(judge(job).inspections.length).toBeGreaterThan(0);
});
test('a slip is named at its field, a gap by its name', () => {
  expect(typedGauge(form('fuel-pressure'), { held: '3x' })).toEqual({ ok: false, errors: { held: 'must be a number, not negative' }, missing: ['Running, psi'] });
});
test('the only cylinder need not be chosen', () => {
  expect(typedGauge(form('valve-clearance', { ...four, cylinders: ['1'] }), { valve: 'intake', mm: '0.1' })).toEqual({ ok: true, figures: { cylinder: '1', valve: 'intake', mm: 0.1 } });
});
