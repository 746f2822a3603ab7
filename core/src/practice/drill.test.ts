import { type DialTask, dialTasks, HEAD_STEPS, readRight } from './drill';

const isReadRight = (task: DialTask, said: number) => said >= readRight(task).from && said <= readRight(task).to;

test('the same seed shows the same dials; every needle stands between its stops', () => {
  expect(dialTasks(7)).toEqual(dialTasks(7));
  const many = dialTasks(1, 400);
  expect(new Set(many.map(({ unit, fullScale }) => `${unit} ${fullScale}`)).size).toBeGreaterThan(9);
  for (const { at, fullScale } of many) {
    expect(at).toBeGreaterThan(0.1 * fullScale);
    expect(at).toBeLessThan(0.95 * fullScale);
  }
});

test('some hang where they are seen from aside, never so far that no head gets there', () => {
  const many = dialTasks(5, 400).map(({ straight }) => straight);
  const aside = many.filter((one) => one !== 0);
  expect(aside.length).toBeGreaterThan(100);
  expect(aside.length).toBeLessThan(220);
  for (const one of aside) expect([Math.abs(one) >= 5, Math.abs(one) < HEAD_STEPS]).toEqual([true, true]);
  expect(new Set(aside.map(Math.sign))).toEqual(new Set([-1, 1]));
});

test('read to half a division it is right, further off it is not', () => {
  for (const task of dialTasks(3, 50)) {
    expect(isReadRight(task, task.at)).toBe(true);
    expect(isReadRight(task, task.at + 0.5 * task.division)).toBe(true);
    expect(isReadRight(task, task.at + 0.6 * task.division)).toBe(false);
    expect(isReadRight(task, task.at - 0.6 * task.division)).toBe(false);
  }
});
