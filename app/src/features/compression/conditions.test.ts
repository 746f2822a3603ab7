import type { Bench, CompressionTestRecord } from '@rugged/contract';
import { conditionsOf, conditionWords, latestTest, sameConditions, usualConditions } from './conditions';

const now = Date.parse('2026-05-04T12:00:00Z');
const made = (hoursAgo: number, change: Partial<CompressionTestRecord> = {}): CompressionTestRecord => ({ id: `t${hoursAgo}`, jobId: 'j', kind: 'compression', throttle: 'open', startedAt: new Date(now - hoursAgo * 3600_000).toISOString(), ...change });

test('a reading joins today\'s latest test', () => {
  expect(latestTest({ tests: [made(2), made(1)] } as unknown as Bench, now)?.id).toBe('t1');
});
test('after six hours a new test is begun: the engine has cooled', () => {
  expect(latestTest({ tests: [made(7)] } as unknown as Bench, now)).toBeUndefined();
});
test('conditions are the same whatever order their fields came in', () => {
  const tester = { unit: 'psi' as const, fullScale: 300 };
  expect(sameConditions({ throttle: 'open', tester }, conditionsOf(made(1, { tester: { fullScale: 300, unit: 'psi' } })))).toBe(true);
  expect(sameConditions({ throttle: 'open' }, { throttle: 'closed' })).toBe(false);
  expect(sameConditions({ throttle: 'open', engineTemperature: 'cold' }, { throttle: 'open' })).toBe(false);
});
test('whether the engine is warm is never supposed', () => {
  expect(usualConditions({}).engineTemperature).toBeUndefined();
  expect(conditionWords(usualConditions({ name: 'Cart', unit: 'bar', fullScale: 20 }))).toBe('warm or cold not noted, throttle open, all plugs out, Cart 20 bar');
});
