import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, went } from '@/bench/place.fixture';
import { BenchScreen } from './bench-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const low = aBench({
  tests: [aTest('compression', {})],
  readings: [
    aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 }),
    aReading('compression', { cylinder: '2', unit: 'psi', peak: 80 }),
  ],
});

test('the engine with its cylinders, what was read and what is next', async () => {
  await openPlace(<BenchScreen />, { bench: low });
  expect(screen.getByLabelText(/Cylinder 2, Low, 80 psi/)).toBeTruthy();
});
test('a job of another shop is not there, and the Bay is one tap away', async () => {
  await openPlace(<BenchScreen />, { answers: { 'GET /jobs/j': { type: 'x', title: 'No such job', status: 404 } } });
  expect(screen.getByText('No such job')).toBeTruthy();
  fireEvent.press(screen.getByText('To the Bay'));
  expect(went).toEqual(['/']);
});
test('a job that was never opened here cannot be opened without signal', async () => {
  await openPlace(<BenchScreen />);
  await eventually(() => expect(screen.getByText(/was not opened on this device/)).toBeTruthy());
});
test('a case that leaks stands in what it may be, though no cylinder was read', async () => {
  const tests = [
    aTest('crankcase', { mode: 'pressure', unit: 'psi' }, { startedAt: new Date(Date.now() - 200_000).toISOString() }),
  ];
  const readings = [
    aReading('crankcase', { seconds: 0, value: 7 }, { id: 'a' }),
    aReading('crankcase', { seconds: 180, value: 2 }),
  ];
  await openPlace(<BenchScreen />, { bench: aBench({ engine: { cylinders: ['1'] }, tests, readings }) });
  expect(screen.getByText(/^Crankcase seals/)).toBeTruthy();
});
