import { conditionWords } from '@/bench/condition-words';
import { usualConditions } from './conditions';

test('a diesel has neither throttle nor plugs that anybody could set', () => {
  expect(conditionWords(usualConditions({ fuel: 'diesel' }, undefined))).toBe('warm or cold not noted');
  expect(conditionWords(usualConditions({ fuel: 'petrol' }, undefined))).toMatch(/throttle open, all plugs out/);
});
