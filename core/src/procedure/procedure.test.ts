import type { Engine } from '../engine/engine';
import { PROCEDURE_DATA, PROCEDURES } from './data';
import { minutesLeft } from './minutes';
import { restoring } from './data/restoring';
import { leaveAsFound, marksOf, openStep, procedureFor, type Tick, unreadHazards } from './procedure';
import { CHANGES, type ProcedureName } from '../step/step';
import type { Test } from '../jobfile/tests';

const saw: Engine = {
  cycle: 'two-stroke',
  fuel: 'petrol',
  family: 'handheld',
  cylinders: ['1'],
  boreMm: 48,
  strokeMm: 34,
  compressionRatio: 9.3,
  cooling: 'air',
};
const four: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'motorcycle',
  cylinders: ['1', '2', '3', '4'],
  firingOrder: ['1', '2', '4', '3'],
  cooling: 'liquid',
};
const diesel: Engine = { cycle: 'four-stroke', fuel: 'diesel', family: 'inboard', cylinders: ['1', '2', '3'] };
const tiller: Engine = {
  cycle: 'four-stroke',
  fuel: 'petrol',
  family: 'small-engine',
  cylinders: ['1'],
  cranks: false,
  cooling: 'air',
};
const ENGINES = [saw, four, diesel, tiller];
const names = PROCEDURES.filter((name): name is Exclude<ProcedureName, 'leave-as-found'> => name !== 'leave-as-found');
const ids = (name: Exclude<ProcedureName, 'leave-as-found'>, engine: Engine, change = {}) =>
  procedureFor(name, { engine, unit: 'psi', ...change }).steps.map(({ id }) => id);
const at = (minute: number) => new Date(Date.UTC(2026, 4, 4, 10, minute)).toISOString();
const tick = (procedure: ProcedureName, step: string, minute: number, mark: Tick['mark'] = 'done'): Tick => ({
  procedure,
  step,
  mark,
  madeAt: at(minute),
});

describe('the steps', () => {
  test.each(names)('%s: on every engine each step once, in whole sentences, no place left open', (name) => {
    for (const engine of ENGINES) {
      const { steps } = procedureFor(name, { engine, unit: 'psi' });
      expect(steps.length).toBeGreaterThan(1);
      expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
      for (const { what, why, caution } of steps)
        for (const text of [what, why, caution?.text ?? 'Fine.']) expect(text).toMatch(/^[A-Z][^{}!]*[.?]$/);
    }
  });

  test('every test that turns the crank or puts air on it has a caution before the reading', () => {
    for (const name of ['compression', 'leakdown', 'crankcase-pressure'] as const) {
      const { steps } = procedureFor(name, { engine: saw, unit: 'psi' });
      const reading = steps.findIndex(({ id }) => ['pull', 'read', 'watch'].includes(id));
      expect(steps.slice(0, reading + 1).some(({ caution }) => caution)).toBe(true);
    }
  });

  test.each([
    [
      'a diesel has its stop held, not its ignition',
      'compression',
      diesel,
      ['stop', 'injectors'],
      ['ignition', 'boots'],
    ],
    ['a saw is pulled, a motorcycle is cranked', 'compression', saw, ['pull', 'chain'], ['crank-stops', 'battery']],
    ['what cannot be cranked goes to leak-down', 'compression', tiller, ['no-crank'], ['pull', 'crank-stops']],
    ['a single has no leads to number', 'compression', saw, ['clean'], ['map']],
    ['several have', 'compression', four, ['map', 'plugs-all'], ['chain']],
    ['a two-stroke has no breather to pull off', 'leakdown', saw, ['hold'], ['breather', 'filler', 'next']],
    [
      'a four-stroke has, and is turned on to the next',
      'leakdown',
      four,
      ['breather', 'filler', 'coolant', 'next'],
      [],
    ],
  ] as const)('%s', (_, name, engine, has, hasNot) => {
    const found = ids(name, engine);
    expect(found).toEqual(expect.arrayContaining([...has]));
    for (const id of hasNot) expect(found).not.toContain(id);
  });

  test('the school of the shop and the tester in the hand change the steps', () => {
    expect(ids('compression', four)).toEqual(expect.arrayContaining(['warm', 'plugs-all', 'crank-stops', 'valve']));
    expect(ids('teardown', four)).toContain('hone');
    expect(ids('teardown', four, { houseRules: { rebuildSchool: 'bore-or-replace' } })).toContain('bore-too');
    expect(
      ids('compression', four, {
        houseRules: { temperatureSchool: 'cold', plugSchool: 'one-at-a-time', strokeSchool: 'five-strokes' },
        tester: { valveAtEngineEnd: false },
      }),
    ).toEqual(expect.arrayContaining(['cold', 'plugs-one', 'crank-five', 'valve-missing']));
  });

  test('the figures are those of the book, the chamber and the shop, in its unit', () => {
    const told = (name: 'crankcase-pressure' | 'wet' | 'leakdown', change = {}) =>
      JSON.stringify(procedureFor(name, { engine: saw, unit: 'psi', ...change }));
    const books = [{ crankcase: { unit: 'psi' as const, pressure: 6, maximum: 9, holdSeconds: 60, maxDrop: 1 } }];
    expect(told('crankcase-pressure', { books })).toMatch(/to 6 psi.*Never above 9 psi.*1 minute\b/);
    expect(told('wet', { dryKPa: 900 })).toMatch(/0\.\d+ ml, \d+ drops/);
    expect(told('leakdown', { houseRules: { leakSupplyKPa: 414 } })).toContain('60 psi');
  });
});

describe('ticks and signature', () => {
  test('the latest tick of a step counts; opened again it has none; a signature begins a new run', () => {
    const ticks = [
      tick('wet', 'zero', 1),
      tick('wet', 'oil', 2, 'skipped'),
      tick('wet', 'oil', 3),
      tick('wet', 'spread', 4),
      tick('wet', 'spread', 5, 'open'),
      tick('compression', 'clean', 6),
    ];
    const marks = marksOf('wet', ticks);
    expect([...marks].map(([step, { mark }]) => [step, mark])).toEqual([
      ['zero', 'done'],
      ['oil', 'done'],
    ]);
    expect(openStep(procedureFor('wet', { engine: saw, unit: 'psi' }), marks)?.id).toBe('spread');
    expect(marksOf('wet', ticks, at(3)).size).toBe(0);
  });

  test('a caution is unread until its step is done; skipping it is not reading it', () => {
    const wet = procedureFor('wet', { engine: saw, unit: 'psi' });
    const unread = (ticks: Tick[]) => unreadHazards(wet, marksOf('wet', ticks)).map(({ id }) => id);
    expect(unread([])).toEqual(['oil', 'spread']);
    expect(unread([tick('wet', 'oil', 1, 'skipped'), tick('wet', 'spread', 2)])).toEqual(['oil']);
    expect(unread([tick('wet', 'oil', 1), tick('wet', 'spread', 2)])).toEqual([]);
  });
});

describe('leave as found', () => {
  test('lists what this job changed and nothing else, the last change first', () => {
    const found = leaveAsFound({ engine: four, unit: 'psi' }, [
      tick('leakdown', 'core', 1),
      tick('leakdown', 'hold', 2),
      tick('leakdown', 'breather', 3, 'skipped'),
      tick('leakdown', 'zero', 4),
    ]);
    expect(found.steps.map(({ id }) => id)).toEqual(['clamp-on', 'valve-core-out']);
  });

  test('a reading without a tick still had the plugs out; a step said to be skipped did not happen', () => {
    const compression: Test = { kind: 'compression', readings: [{ cylinder: '1', unit: 'psi', peak: 140, wet: true }] };
    const steps = (ticks: Tick[], tests: Test[]) =>
      leaveAsFound({ engine: four, unit: 'psi' }, ticks, tests).steps.map(({ id }) => id);
    expect(steps([], [compression])).toEqual(['oil-in-bores', 'plugs-out', 'leads-off', 'ignition-off']);
    expect(steps([tick('compression', 'map', 1, 'skipped')], [compression])).not.toContain('leads-off');
    expect(steps([], [{ kind: 'compression', readings: [] }])).toEqual([]);
    expect(
      leaveAsFound(
        { engine: diesel, unit: 'psi' },
        [],
        [{ kind: 'leakdown', readings: [{ cylinder: '1', unit: 'psi', supply: 80, cylinderPressure: 70 }] }],
      ).steps.map(({ id }) => id),
    ).toEqual(['clamp-on', 'valve-core-out', 'plugs-out', 'stop-held']);
  });

  test('every change that a step makes can be put back, and every way back belongs to a step', () => {
    const made = new Set(names.flatMap((name) => PROCEDURE_DATA[name].flatMap(({ changes }) => changes ?? [])));
    expect([...made].sort()).toEqual([...CHANGES].sort());
    expect(Object.keys(restoring).sort()).toEqual([...CHANGES].sort());
  });
});

test('the rest of a procedure takes its share of the usual time; waking takes as long as it takes', () => {
  expect(minutesLeft('compression', { cylinders: ['1', '2'] }, 10, 10)).toBe(10);
  expect(minutesLeft('leakdown', { cylinders: ['1'] }, 12, 3)).toBe(3);
  expect(minutesLeft('waking', { cylinders: ['1'] }, 8, 8)).toBeUndefined();
  expect(minutesLeft('leave-as-found', { cylinders: ['1'] }, 0, 0)).toBeUndefined();
});
