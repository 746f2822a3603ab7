import * as api from '@/data/api';
import {
  bestOf,
  calibration,
  firstTimes,
  gatherResults,
  keepResult,
  type Result,
  resultsOf,
  skillsOf,
} from './results';

jest.mock('@/data/api', () => {
  const actual = jest.requireActual<typeof api>('@/data/api');
  return { ...actual, request: jest.fn() };
});

const result = (more: Partial<Result>): Result => ({
  id: 'r',
  name: '4-dune-kite',
  madeAt: '2026-05-04T10:00:00Z',
  total: 70,
  right: true,
  skills: ['reading', 'wet'],
  said: { p: 0.8, right: true },
  ...more,
});

test('a case counts the first time', () => {
  const all = [result({ total: 20 }), result({ name: '1-oak-reed', total: 50 }), result({ total: 100 })];
  expect(firstTimes(all).map(({ name, total }) => [name, total])).toEqual([
    ['4-dune-kite', 20],
    ['1-oak-reed', 50],
  ]);
});

test('the best of each level counts', () => {
  const best = bestOf([
    result({ total: 40 }),
    result({ total: 80 }),
    result({ total: 61 }),
    result({ name: '5-oak-reed' }),
  ]);
  expect([...best]).toEqual([
    ['wet', 80],
    ['air', 70],
  ]);
});

test('a skill is the mean of the last ten cases that asked for it', () => {
  const old = Array.from({ length: 5 }, () => result({ total: 0 }));
  const late = Array.from({ length: 10 }, (_, i) => result({ total: 60 + i, skills: i < 4 ? ['reading'] : ['wet'] }));
  expect(skillsOf([...old, ...late])).toEqual([
    { skill: 'reading', totals: [0, 0, 0, 0, 0, 60, 61, 62, 63], mean: 27 },
    { skill: 'wet', totals: [0, 0, 0, 0, 64, 65, 66, 67, 68, 69], mean: 40 },
  ]);
});

describe('how often somebody was right when they were so sure', () => {
  test('says nothing of fewer than three', () => {
    expect(calibration([result({}), result({})])).toEqual([]);
  });
  test('when you said eighty it was so twice in four', () => {
    const said = (p: number, right: boolean) => result({ said: { p, right } });
    expect(
      calibration([said(0.8, true), said(0.82, true), said(0.84, false), said(0.78, false), said(0.99, true)]),
    ).toEqual([{ said: 81, right: 50, times: 4 }]);
  });
  test('every sureness is counted once', () => {
    const all = Array.from({ length: 101 }, (_, i) => result({ said: { p: i / 100, right: true } }));
    expect(calibration(all).reduce((sum, { times }) => sum + times, 0)).toBe(101);
  });
});

describe('what waits is sent', () => {
  const request = jest.mocked(api.request);
  const refusal = (status: number) => new api.Refused({ type: 'x', title: 'No', status });
  /** What the server says to a result; of its own it has none. */
  const server = (says: () => Promise<unknown>) => {
    request.mockReset();
    request.mockImplementation((method: string) => (method === 'POST' ? says() : Promise.resolve({ items: [] })));
  };
  const posted = () => request.mock.calls.filter(([method]) => method === 'POST').length;

  test('once where the server takes it', async () => {
    server(() => Promise.resolve({}));
    keepResult('taken', result({}));
    await gatherResults('taken');
    await gatherResults('taken');
    expect(posted()).toBeLessThanOrEqual(2);
    const before = posted();
    await gatherResults('taken');
    expect(posted()).toBe(before);
  });
  test('what it refuses for good stays, and is not sent again; a server in trouble is asked again', async () => {
    server(() => Promise.reject(refusal(422)));
    keepResult('refused', result({}));
    await gatherResults('refused');
    const before = posted();
    await gatherResults('refused');
    expect([posted(), resultsOf('refused')]).toEqual([before, [result({ refused: true })]]);
    server(() => Promise.reject(refusal(503)));
    keepResult('troubled', result({}));
    await gatherResults('troubled');
    server(() => Promise.resolve({}));
    expect(await gatherResults('troubled')).toEqual([result({ sent: true })]);
  });
});
