import { check, newTesterSchema, type TesterRecord, testerChangeSchema } from '@rugged/contract';
import { fieldsOf, type TesterFields, toTester } from './tester-fields';

const cart: TesterRecord = {
  id: 't',
  kind: 'compression',
  name: 'Cart',
  tester: { unit: 'psi', fullScale: 300, division: 2, accuracyPercentOfFullScale: 1.6, valveAtEngineEnd: true },
  adapters: [
    { threadMm: 14, pitchMm: 1.25, reachMm: 19 },
    { threadMm: 10, pitchMm: 1, reachMm: 12.7 },
  ],
  oRingCheckedOn: '2026-05-01',
  dueOn: '2027-01-01',
  comparison: {
    on: '2026-04-01',
    master: 'Bench master',
    points: [
      { shown: 100, master: 98 },
      { shown: 200, master: 197 },
    ],
  },
  usual: true,
  retired: false,
  version: 3,
};
const typed = (change: Partial<TesterFields>) =>
  toTester({ ...fieldsOf(undefined, 'compression'), name: 'New', ...change });

test('what is kept comes back as it was typed, and goes out as it came', () => {
  const { id, kind, version, ...rest } = cart;
  expect(toTester(fieldsOf(cart, 'compression'))).toEqual(rest);
  expect(check(testerChangeSchema, { version, ...toTester(fieldsOf(cart, 'compression')) })).toMatchObject({
    ok: true,
  });
});

test.each(['M14 x 1.25 x 19', '14x1,25x19', '14 1.25 19', '14 × 1.25 × 19'])(
  'an adapter may be written %p',
  (adapters) => {
    expect(typed({ adapters }).adapters).toEqual([{ threadMm: 14, pitchMm: 1.25, reachMm: 19 }]);
  },
);

test('a hose counts only where there is no valve, an orifice only on a leak-down tester', () => {
  expect(typed({ valve: 'yes', hoseVolumeCm3: '14' }).tester).not.toHaveProperty('hoseVolumeCm3');
  expect(typed({ valve: 'no', hoseVolumeCm3: '14', orificeMm: '1' }).tester).toEqual({
    unit: 'psi',
    valveAtEngineEnd: false,
    hoseVolumeCm3: 14,
  });
  expect(typed({ kind: 'leakdown', orificeMm: '1' }).tester).toEqual({ unit: 'psi', orificeMm: 1 });
});

test('a slip goes out as it was typed, so that its field is named; an emptied day is taken away', () => {
  const { oRingCheckedOn, dueOn, comparison, ...slip } = typed({ fullScale: '3oo', adapters: '14 x long' });
  expect([oRingCheckedOn, dueOn, comparison]).toEqual([null, null, null]);
  const checked = check(newTesterSchema, { id: '7b0f2a5e-3d7c-4b8e-9a52-6d6f0f3f2f11', kind: 'compression', ...slip });
  expect(checked.ok ? [] : checked.errors.map(({ field }) => field)).toEqual(
    expect.arrayContaining(['tester.fullScale', 'adapters[0].pitchMm']),
  );
});
