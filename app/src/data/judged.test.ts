import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import type { JudgeAnswer, JudgeTask } from '@/workers/judge.worker';
import type * as Judged from './judged';

const bench = (peak: number) =>
  aBench({
    tests: [aTest('compression', {})],
    readings: [
      aReading('compression', { cylinder: '1', unit: 'psi', peak }),
      aReading('compression', { cylinder: '2', unit: 'psi', peak: 118 }),
    ],
  });

/** The module with workers of a kind, or without any. */
function judgedWith(worker: unknown): typeof Judged {
  Object.assign(globalThis, { Worker: worker, document: { querySelector: () => null } });
  let loaded: typeof Judged | undefined;
  jest.isolateModules(() => {
    loaded = jest.requireActual<typeof Judged>('./judged');
  });
  return loaded as typeof Judged;
}
class StandIn {
  static made: StandIn[] = [];
  readonly tasks: JudgeTask[] = [];
  onmessage: ((event: { data: JudgeAnswer }) => void) | undefined;
  onerror: (() => void) | undefined;
  constructor() {
    StandIn.made.push(this);
  }
  postMessage(task: JudgeTask) {
    this.tasks.push(task);
  }
}
beforeEach(() => {
  StandIn.made = [];
});
afterAll(() => Object.assign(globalThis, { Worker: undefined }));

test('the same facts are judged once, whoever sent or took them', () => {
  const { judgeOnce } = judgedWith(undefined);
  const one = bench(120);
  const verdict = judgeOnce(one, 'psi');
  expect(judgeOnce({ ...one, readings: one.readings.map((row) => ({ ...row, takenBy: 'ines' })) }, 'psi')).toBe(
    verdict,
  );
  expect(judgeOnce(bench(90), 'psi')).not.toEqual(verdict);
  expect(judgeOnce(one, 'kPa')).not.toBe(verdict);
});

test('judged beside the screen: asked once, told when it is there, the same as judged here', () => {
  const { judgeSoon, knownVerdict, onJudged, judgeBench } = judgedWith(StandIn);
  const one = bench(120);
  const told = jest.fn();
  onJudged(told);
  judgeSoon(one, 'psi');
  judgeSoon(one, 'psi');
  const [worker] = StandIn.made;
  expect(worker?.tasks).toHaveLength(1);
  expect(knownVerdict(one, 'psi')).toBeUndefined();
  const here = judgeBench(one, 'psi');
  // Another unit is another question, also while the first is under way.
  judgeSoon(one, 'kPa');
  expect(worker?.tasks.map(({ unit }) => unit)).toEqual(['psi', 'kPa']);
  worker?.onmessage?.({ data: { id: worker.tasks[0]?.id ?? 0, judgement: here.ok ? here.judgement : undefined } });
  expect(told).toHaveBeenCalledTimes(1);
  expect(knownVerdict(one, 'psi')).toEqual(here);
});

test.each([
  ['no workers', undefined],
  ['a worker that breaks', StandIn],
])('%s: it is judged here', (_, kind) => {
  const { judgeSoon, knownVerdict, judgeBench } = judgedWith(kind);
  const one = bench(120);
  judgeSoon(one, 'psi');
  StandIn.made[0]?.onerror?.();
  expect(knownVerdict(one, 'psi')).toEqual(judgeBench(one, 'psi'));
  // And the next one too, without asking in vain.
  const two = bench(100);
  judgeSoon(two, 'psi');
  expect(knownVerdict(two, 'psi')).toEqual(judgeBench(two, 'psi'));
});

test('what was said of a job last is at hand while something of it is judged anew', () => {
  const { judgeOnce, latestVerdict } = judgedWith(undefined);
  const before = bench(120);
  expect(latestVerdict(before, 'psi')).toBeUndefined();
  const verdict = judgeOnce(before, 'psi');
  const after = { ...before, readings: before.readings.slice(0, 1) };
  expect(latestVerdict(after, 'psi')).toBe(verdict);
  expect(latestVerdict(after, 'kPa')).toBeUndefined();
  const anew = judgeOnce(after, 'psi');
  expect(latestVerdict(before, 'psi')).toBe(anew);
});
