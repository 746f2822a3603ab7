import type { DecisionInput, Test } from '../..';
import { decide } from '../../decide';
import { job } from '../whole-jobs/pieces.fixture';
import {
  air,
  boxer,
  cranked,
  diesel,
  evenly,
  generator,
  launch,
  mower,
  outboard,
  roadTwin,
  saw,
  sheet,
  told,
  veeEight,
} from './engines.fixture';

/** What is next says the most of what is left, what is said is what was found, and the order of a file says nothing. */

const ONE_LOW = [
  [launch, '2', 110],
  [roadTwin, 'R', 120],
  [boxer, 'L', 120],
  [diesel, '3', 320],
  [outboard, 'middle', 100],
  [veeEight, '5', 110],
] as const;
const lowOn = (engine: (typeof ONE_LOW)[number][0], id: string, min: number, more: object = {}) =>
  told(
    engine,
    [sheet(min, 1.5 * min)],
    [cranked({ ...evenly(engine, 1.25 * min), [id]: [0.75 * min, 0.75 * min] }, more)],
  );

test.each(ONE_LOW)('%# no step is told to say the most while another says more a minute', (engine, id, min) => {
  for (const more of [{}, { engineTemperature: 'cold' as const }]) {
    const { next } = lowOn(engine, id, min, more);
    const weighed = next.flatMap(({ reason, minutes, test }) =>
      'bits' in reason ? [{ test, because: reason.because, perMinute: reason.bits / Math.max(1, minutes) }] : [],
    );
    const rates = weighed.map(({ perMinute }) => perMinute);
    expect(rates).toEqual([...rates].sort((a, b) => b - a));
    expect(weighed.slice(1).map(({ because }) => because)).not.toContain('takes-most-doubt');
  }
});

test.each(ONE_LOW)('%# oil that would say less is offered for less', (engine, id, min) => {
  const wet = (more: object) =>
    lowOn(engine, id, min, more).next.flatMap(({ test, cylinder, reason }) =>
      test === 'wet' && cylinder === id && 'bits' in reason ? reason.bits : [],
    )[0] ?? 0;
  expect(wet({ engineTemperature: 'cold' })).toBeLessThan(wet({}));
});

test.each([
  [mower, 102],
  [generator, 101],
  [saw, 103],
])('%# two readings that agree are not asked for a third where no third would settle it', (engine, psi) => {
  const verdict = told(engine, [sheet(100, 150)], [cranked({ '1': [psi, psi] })]);
  expect(verdict.engine.state).toBe('unproven');
  expect(verdict.next.map(({ test }) => test)).not.toContain('retest');
});

test.each([
  [veeEight, ['1', '2', '3', '4', '5'], /^5 of 8 measured, good so far\.$/],
  [launch, ['1', '3'], /^2 of 4 measured, good so far\.$/],
  [diesel, ['2'], /^1 of 3 measured, good so far\.$/],
] as const)('%# some measured, and all of them good, is said so', (engine, ids, says) => {
  const min = engine.fuel === 'diesel' ? 300 : 110;
  const read = cranked(Object.fromEntries(ids.map((id) => [id, 1.4 * min])));
  expect(told(engine, [sheet(min)], [read]).engine.headline).toMatch(says);
});

test('what is only heard is told by what it is, without figures that are good', () => {
  const bubbles = told(
    launch,
    [sheet(110, 170)],
    [cranked(evenly(launch, 153)), air({ '1': 5, '2': 6, '3': 5, '4': 5 }, { '2': [['coolant', 2]] })],
  );
  expect(bubbles.engine.headline).toBe('Cyl 2: the head gasket or a crack lets air into the coolant.');
});

test('a cause that is likely enough stands in the headline, with what condemns it', () => {
  const verdict = told(
    launch,
    [sheet(110, 170)],
    [
      cranked({ ...evenly(launch, 150), '2': [90, 91] }, { checked: true }),
      air({ '1': 5, '2': 45, '3': 5, '4': 5 }, { '2': [['exhaust', 3]] }),
    ],
  );
  expect(verdict.engine.headline).toMatch(/^Cyl 2: the exhaust valve leaks \(91 psi, 45 % of the air lost, 40 % under/);
});

test('a diesel has no throttle to be shut, and a battery at rest is held against a battery at rest', () => {
  const shut = told(diesel, [sheet(320)], [cranked(evenly(diesel, 260), { throttle: 'closed' })]);
  expect(JSON.stringify(shut)).not.toMatch(/throttle/i);
  const flat: Test = { kind: 'battery-cranking', readings: [{ before: 11, during: 10 }] };
  const rest = told(roadTwin, [], [flat]).inspections.find(({ of }) => of === 'battery-before');
  expect(rest?.text).toMatch(/12\.4 V at rest for a 12 V battery/);
  expect(rest?.text).not.toMatch(/cranks/);
});

const held = (where: string | undefined, left: number, mode: 'pressure' | 'vacuum' = 'pressure'): Test => ({
  kind: 'crankcase',
  mode,
  unit: 'psi',
  ...(where === undefined ? {} : { case: where }),
  samples: [
    { seconds: 0, value: 6 },
    { seconds: 180, value: left },
  ],
});

const SEALS_OR_LEAVE: DecisionInput = {
  labourRatePerHour: 60,
  valueRunning: 1500,
  valueAsIs: 200,
  options: [{ name: 'leave it' }, { name: 'crank seals', cures: ['crank-seal'], partsLikely: 60, hoursLikely: 3 }],
};

test.each([
  [outboard, [held('top', 5.9), held('bottom', 3)]],
  [outboard, [held('top', 3), held('middle', 5.95), held('bottom', 4)]],
  [saw, [held(undefined, 5.9), held(undefined, 3, 'vacuum')]],
] as const)('%# the order of crankcases in a file decides nothing', (engine, cases) => {
  const said = [cases, [...cases].reverse()].map((order) => {
    const tests = [cranked(evenly(engine, 125)), ...order];
    const verdict = told(engine, [sheet(100, 140)], tests);
    const decided = decide(job(engine, tests, { books: [sheet(100, 140)], decision: SEALS_OR_LEAVE }));
    // What is decided on is the case that leaks, wherever it stands.
    expect(decided.causes[0]).toMatchObject({ cause: 'crank-seal' });
    expect(decided.recommended).toBe('crank seals');
    return JSON.stringify([
      verdict.engine,
      verdict.next,
      verdict.causes.filter(({ cause }) => cause === 'crank-seal'),
      decided,
    ]);
  });
  expect(said[1]).toBe(said[0]);
});

test.each([
  [boxer, 'L', 52],
  [mower, '1', 38],
  [launch, '3', 44],
  [diesel, '2', 40],
] as const)(
  '%# clear air at the intake alone: the breather is pulled off before a valve is blamed',
  (engine, id, lost) => {
    const others = Object.fromEntries(engine.cylinders.map((one) => [one, one === id ? lost : 5]));
    const first = (fed: Test[]) => told(engine, [sheet(100)], fed).next[0];
    expect(first([air(others, { [id]: [['intake', 2]] })])).toMatchObject({
      test: 'retest',
      cylinder: id,
      reason: { because: 'breather-on', text: expect.stringContaining('breather') },
    });
    // Who listened at the filler too knows where it goes.
    const both = air(others, {
      [id]: [
        ['intake', 2],
        ['crankcase', 3],
      ],
    });
    expect(first([both])?.reason.because).not.toBe('breather-on');
  },
);

test.each([
  [veeEight, '2'],
  [launch, '4'],
  [roadTwin, 'L'],
] as const)('%# a dead cylinder that was fed is not to be fed again', (engine, id) => {
  const tests = [
    cranked({ ...evenly(engine, 150), [id]: [0, 0] }),
    air({ [id]: 97 }, { [id]: [['exhaust', 3]] }),
    air({ [id]: 97 }, { [id]: [['exhaust', 3]] }),
  ];
  for (const { reason } of told(engine, [sheet(100)], tests).next) expect(reason.text).not.toMatch(/put air in/);
});

test.each([
  [launch, 98],
  [{ ...launch, family: 'motorcycle' as const }, 97],
])('%# all of them a little low: what they share is looked at before each is read again', (engine, psi) => {
  const { next } = told(
    engine,
    [],
    [cranked(Object.fromEntries(engine.cylinders.map((one, i) => [one, [psi + (i % 3)]])))],
  );
  expect(next[0]?.test).toBe('check-tester');
});
