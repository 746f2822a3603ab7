import type { Bench, Overrule } from '@rugged/contract';
import type { Judgement } from '@rugged/core';
import { shownStates } from './shown-state';

const judgement = {
  cylinders: [
    { id: '1', state: 'sound' },
    { id: '2', state: 'low' },
  ],
} as unknown as Judgement;
const overrule = (minute: number, change: Partial<Overrule>): Overrule => ({
  id: String(minute),
  jobId: 'j',
  cylinder: '2',
  reason: 'because',
  madeAt: `2026-05-04T10:0${minute}:00Z`,
  ...change,
});
const shown = (...overrules: Overrule[]) =>
  shownStates({ engine: { cylinders: ['1', '2'] }, overrules } as unknown as Bench, judgement);

test('the computed state stands until somebody overrules it', () => {
  expect(shown().engine).toBe('low');
  expect(shown(overrule(1, { state: 'watch' })).engine).toBe('watch');
});
test('the latest overrule counts, whatever order they arrive in', () => {
  expect(shown(overrule(2, { state: 'dead' }), overrule(1, { state: 'sound' })).cylinders.get('2')).toBe('dead');
});
test('a lifted one leaves the computed state', () => {
  const states = shown(overrule(1, { state: 'sound' }), overrule(2, {}));
  expect(states.cylinders.get('2')).toBe('low');
  expect(states.overruled.size).toBe(0);
});
test('the engine can be overruled as a whole', () => {
  expect(shown({ ...overrule(1, { state: 'sound' }), cylinder: undefined }).engine).toBe('sound');
});
