import { type DialTask, dialTasks, readRight } from './drill';

const isReadRight = (task: DialTask, said: number) => said >= readRight(task).from && said <= readRight(task).to;

test('the same seed shows the same dials; every needle stands between its stops', () => {
  expect(dialTasks(7)).toEqual(dialTasks(7));
  const many = dialTasks(1, 400);
  expect(new Set(many.map(({ unit, fullScale }) => `${unit} ${fullScale}`)).size).toBeGreaterThan(6);
  for (const { at, fullScale } of many) {
    expect(at).toBeGreaterThan(0.1 * fullScale);
    expect(at).toBeLessThan(0.95 * fullScale);
  }
});

test('read to half a division it is right, further off it is not', () => {
  for (const task of dialTasks(3, 50)) {
    expect(isReadRight(task, task.at)).toBe(true);
    expect(isReadRight(task, task.at + 0.5 * task.division)).toBe(true);
    expect(isReadRight(task, task.at + 0.6 * task.division)).toBe(false);
    expect(isReadRight(task, task.at - 0.6 * task.division)).toBe(false);
  }
});
