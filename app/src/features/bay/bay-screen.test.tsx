import { screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { openPlace, written } from '@/bench/place.fixture';
import { BayScreen } from './bay-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const low = aBench({
  tests: [aTest('compression', {})],
  readings: [
    aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 }),
    aReading('compression', { cylinder: '2', unit: 'psi', peak: 80 }),
  ],
});

test('jobs in work, each with its worst state and what is next', async () => {
  await openPlace(<BayScreen />, { answers: { 'GET /jobs?': { items: [low], total: 1 } } });
  expect(written()).toMatch(/Bay 1 in work .*Orrin 20 Job 431 · hard start .*Low/);
});
test('nothing kept and no signal is said, with a way to try again', async () => {
  await openPlace(<BayScreen />);
  expect(written()).toMatch(/No signal .*none were kept on this device yet/);
  expect(screen.getByText(/Try again/)).toBeTruthy();
});
