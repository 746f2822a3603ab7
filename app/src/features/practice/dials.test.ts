import { dialTasks, HEAD_STEPS } from '@rugged/core/practice';
import { marksOf } from '@/ui/gauge';

test('a dial of the drill is read to the marks that are drawn on it', () => {
  for (const { fullScale, division } of dialTasks(9, 300))
    expect([fullScale, marksOf(fullScale, 5).minor]).toEqual([fullScale, division]);
  // As far as the slider of the head goes.
  expect(HEAD_STEPS).toBe(10);
});
