import type { Bench, TickRecord } from '@rugged/contract';
import { act, fireEvent, render, screen } from '@testing-library/react-native';
import { aBench } from '@/bench/bench.fixture';
import type { NewEntry } from '@/data/outbox/entry';
import { ThemeProvider } from '@/ui/theme';
import { ProcedureScreen } from './procedure-screen';

const mockKept: NewEntry[] = [];
let mockBench: Bench;
let mockParams: Record<string, string> = {};
jest.mock('@/data/client', () => ({
  outbox: {
    keep: (entries: NewEntry[]) => {
      mockKept.push(...entries);
      return Promise.resolve();
    },
  },
}));
jest.mock('@/data/session', () => ({
  useSignedIn: () => ({ testers: [], person: { name: 'Ines' }, shop: { unit: 'psi', houseRules: {}, site: {} } }),
}));
jest.mock('@/bench/bench-gate', () => ({
  BenchGate: ({ children }: { children(bench: Bench): unknown }) => children(mockBench),
}));
jest.mock('@/bench/kept-badge', () => ({ KeptBadge: () => null }));
jest.mock('@/ui/notice', () => ({ useNotice: () => () => undefined }));
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => mockParams,
  useRouter: () => ({ navigate: () => undefined, push: () => undefined }),
}));

const stored = new Map<string, string>();
beforeAll(() => {
  Object.assign(globalThis, {
    document: { title: '', documentElement: { style: {} }, body: { style: {} }, querySelector: () => null },
    localStorage: {
      getItem: (key: string) => stored.get(key) ?? null,
      setItem: (key: string, value: string) => stored.set(key, value),
      removeItem: (key: string) => stored.delete(key),
    },
  });
});
beforeEach(() => {
  mockKept.length = 0;
  stored.clear();
});

const at = (minute: number) => `2026-05-04T10:${String(minute).padStart(2, '0')}:00.000Z`;
const tick = (
  step: string,
  mark: TickRecord['mark'],
  minute: number,
  procedure: TickRecord['procedure'] = 'wet',
): TickRecord => ({ id: `${step}${minute}`, jobId: 'j', procedure, step, mark, madeAt: at(minute), by: 'ines' });
function open(of: string, ticks: TickRecord[] = [], more: Partial<Bench> = {}, params: Record<string, string> = {}) {
  mockParams = { of, ...params };
  mockBench = aBench({
    engine: {
      name: 'Fennick saw',
      family: 'handheld',
      cylinders: ['1'],
      boreMm: 48,
      strokeMm: 34,
      compressionRatio: 9.3,
    },
    ticks,
    ...more,
  });
  return render(
    <ThemeProvider>
      <ProcedureScreen />
    </ThemeProvider>,
  );
}
const tap = async (text: string | RegExp) => {
  await act(async () => {
    fireEvent.press(screen.getByText(text));
    await Promise.resolve();
  });
};
const kept = () => mockKept.map(({ path, body }) => ({ path, ...body }));

test('goes on at the first step that is neither done nor skipped', async () => {
  open('wet', [tick('zero', 'done', 1)]);
  expect(screen.getByText('Step 2 of 4')).toBeTruthy();
  expect(screen.getByText(/Too much oil locks the engine/)).toBeTruthy();
  await tap('Read, and done');
  expect(kept()).toEqual([expect.objectContaining({ path: '/ticks', procedure: 'wet', step: 'oil', mark: 'done' })]);
});

test('a step with a caution cannot be skipped, one without can, and is recorded as skipped', async () => {
  open('wet', [tick('zero', 'done', 1)]);
  expect(screen.queryByText('Skip')).toBeNull();
  screen.unmount();
  open('wet');
  await tap('Skip');
  expect(kept()).toEqual([expect.objectContaining({ step: 'zero', mark: 'skipped' })]);
});

test('at the end: what was skipped is told, and the signature waits for what is unread', async () => {
  open('wet', [
    tick('zero', 'skipped', 1),
    tick('oil', 'skipped', 2),
    tick('spread', 'done', 3),
    tick('read', 'done', 4),
  ]);
  expect(screen.getByText(/2 skipped\. They are recorded as skipped/)).toBeTruthy();
  expect(screen.getByText(/1 caution is unread/)).toBeTruthy();
  fireEvent.press(screen.getByText('Sign wet test'));
  expect(kept()).toEqual([]);
  await tap(/^Read: Oil over the piston/);
  expect(screen.getByText('Step 2 of 4')).toBeTruthy();
});

test('all read: it is signed, and a new run begins', async () => {
  const all = ['zero', 'oil', 'spread', 'read'].map((step, i) => tick(step, 'done', i));
  open('wet', all);
  await tap('Sign wet test');
  expect(kept()).toEqual([expect.objectContaining({ path: '/signatures', procedure: 'wet' })]);
  screen.unmount();
  open('wet', all, { signatures: [{ id: 's', jobId: 'j', procedure: 'wet', madeAt: at(30), by: 'ines' }] });
  expect(screen.getByText('Step 1 of 4')).toBeTruthy();
});

test('signed with a step that nobody ticked: it is recorded as skipped, before the signature', async () => {
  open(
    'wet',
    ['oil', 'spread', 'read'].map((step, i) => tick(step, 'done', i)),
  );
  await tap('As a list');
  await tap('Sign wet test');
  expect(kept()).toEqual([
    expect.objectContaining({ path: '/ticks', step: 'zero', mark: 'skipped' }),
    expect.objectContaining({ path: '/signatures' }),
  ]);
});

test('as a list the ticks stand with person, and are taken back by another tap', async () => {
  open('wet', [tick('zero', 'done', 1)]);
  await tap('As a list');
  expect(screen.getByText(/Done .*ines/)).toBeTruthy();
  await act(async () => {
    fireEvent.press(screen.getByLabelText(/^Only where it reads something dry/));
    await Promise.resolve();
  });
  expect(kept()).toEqual([expect.objectContaining({ step: 'zero', mark: 'open' })]);
});

test('leaving as found closes the job with its signature; nothing changed is nothing to put back', async () => {
  open(
    'leave-as-found',
    [tick('core', 'done', 1, 'leakdown'), tick('valve-core-out', 'done', 2, 'leave-as-found')],
    {},
    { closing: 'yes' },
  );
  expect(screen.getByText('No date is set.')).toBeTruthy();
  await tap('A year');
  expect(kept()).toEqual([expect.objectContaining({ path: '/engines/e', dueEveryMonths: 12 })]);
  await tap('Sign, and close the job');
  expect(kept().slice(1)).toEqual([
    expect.objectContaining({ path: '/signatures', procedure: 'leave-as-found' }),
    expect.objectContaining({ path: '/jobs/j', status: 'closed' }),
  ]);
  screen.unmount();
  open('leave-as-found');
  expect(screen.getByText('Nothing was changed')).toBeTruthy();
});
