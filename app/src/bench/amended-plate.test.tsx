import { render, screen } from '@testing-library/react-native';
import { ThemeProvider } from '@/ui/theme';
import { AmendedPlate } from './amended-plate';
import { aBench, aReading, aTest } from './bench.fixture';

const judged = jest.fn();
jest.mock('@/data/judged', () => ({
  judgeOnce: (...given: unknown[]) => {
    judged(...given);
    return { ok: true, judgement: { engine: { state: 'sound' } } };
  },
}));
jest.mock('@/data/session', () => ({ useSignedIn: () => ({ person: { name: 'Ines Varr' }, shop: { unit: 'psi' } }) }));

beforeAll(() => {
  Object.assign(globalThis, {
    document: { documentElement: { style: {} }, body: { style: {} }, querySelector: () => null },
  });
});
beforeEach(() => judged.mockClear());

const reading = (amends?: string) => ({
  ...aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 }),
  ...(amends ? { amends } : {}),
});
function shown(amends?: string) {
  const bench = aBench({ tests: [aTest('compression', {})], readings: [reading(amends)] });
  const closed = { ...bench, job: { ...bench.job, status: 'closed' as const, closedAt: '2026-05-04T09:00:00.000Z' } };
  return render(
    <ThemeProvider>
      <AmendedPlate bench={amends ? closed : bench} />
    </ThemeProvider>,
  );
}

test('where nothing was added after closing, nothing is said, and nothing judged for it', () => {
  shown();
  expect(screen.queryByText('Added after it was closed')).toBeNull();
  expect(judged).not.toHaveBeenCalled();
});

test('what was added stands there with its reason, and whether it changed the verdict', () => {
  shown('the gauge was read wrongly');
  expect(screen.getAllByText('Added after it was closed').length).toBeGreaterThan(0);
  expect(screen.getByText('the gauge was read wrongly')).toBeTruthy();
  expect(screen.getByText(/^Closed as sound, and still so\.$/)).toBeTruthy();
});
