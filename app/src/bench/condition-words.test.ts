import { conditionWords } from './condition-words';

test('whether the engine is warm is never supposed', () => {
  expect(
    conditionWords({ throttle: 'open', plugs: 'all-out', tester: { name: 'Cart', unit: 'bar', fullScale: 20 } }),
  ).toBe('warm or cold not noted, throttle open, all plugs out, Cart 20 bar');
});
