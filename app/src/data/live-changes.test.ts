import { keys, outbox, queryClient } from './client';
import { hear, listen } from './live-changes';

class Stream {
  static latest: Stream;
  static readonly CLOSED = 2;
  readyState = 0;
  onopen?: () => void;
  onerror?: (() => void) | null;
  constructor(readonly url: string) {
    Stream.latest = this;
  }
  addEventListener = jest.fn();
  close = jest.fn();
}

// The outbox tries again by the clock, which would go on in whatever test comes next.
jest.useFakeTimers();

beforeEach(() => {
  Object.assign(globalThis, { EventSource: Stream });
});

test('an open stream says each time that there is signal, and from the second time on that something was missed', () => {
  const told: string[] = [];
  const end = listen(({ event }) => told.push(event));
  Stream.latest.onopen?.();
  expect(told).toEqual(['signal']);
  Stream.latest.onopen?.();
  expect(told).toEqual(['signal', 'signal', 'again']);
  end();
  expect(Stream.latest.close).toHaveBeenCalled();
});

test('what waits is sent as soon as the stream is open, whatever the browser says of its network', () => {
  const flush = jest.spyOn(outbox, 'flush').mockResolvedValue();
  outbox.lost();
  Object.assign(outbox.get(), { entries: [{ seq: 1 }] });
  hear({ event: 'signal' });
  expect(outbox.get().signal).toBe('on');
  expect(flush).toHaveBeenCalledTimes(1);
});

test('of many rows that are touched one after the other the first is asked for at once, the others together', () => {
  jest.runAllTimers();
  const asked = jest.spyOn(queryClient, 'invalidateQueries').mockResolvedValue();
  for (let i = 0; i < 100; i += 1) hear({ event: 'touched', job: i % 2 === 0 ? 'a' : 'b' });
  expect(asked.mock.calls.map(([filters]) => filters?.queryKey)).toEqual([keys.bench('a'), keys.changes]);
  asked.mockClear();
  jest.advanceTimersByTime(1000);
  expect(asked.mock.calls.map(([filters]) => filters?.queryKey)).toEqual([
    keys.bench('b'),
    keys.bench('a'),
    keys.changes,
  ]);
  asked.mockClear();
  jest.advanceTimersByTime(5000);
  expect(asked).not.toHaveBeenCalled();
  // Once it is quiet again nothing waits.
  hear({ event: 'again' });
  expect(asked.mock.calls.map(([filters]) => filters?.queryKey)).toEqual([['bench'], keys.changes]);
  asked.mockRestore();
});
