import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, written } from '@/bench/place.fixture';
import { CrankcaseScreen } from './crankcase-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

test('a two-stroke of two cases asks which, and what with', async () => {
  await openPlace(<CrankcaseScreen />, { bench: aBench() });
  expect(screen.getByLabelText('Case of cylinder: 2')).toBeTruthy();
  expect(screen.getByLabelText('With: Vacuum')).toBeTruthy();
});
test('a case that leaks shows where it stands against the limit', async () => {
  const tests = [
    aTest('crankcase', { mode: 'pressure', unit: 'psi' }, { startedAt: new Date(Date.now() - 180_000).toISOString() }),
  ];
  const readings = [
    aReading('crankcase', { seconds: 0, value: 7 }, { id: 'a' }),
    aReading('crankcase', { seconds: 180, value: 2 }),
  ];
  await openPlace(<CrankcaseScreen />, { bench: aBench({ engine: { cylinders: ['1'] }, tests, readings }) });
  expect(written()).toMatch(/ Low/);
});
test('more than the seals bear is refused in words', async () => {
  await openPlace(<CrankcaseScreen />, { bench: aBench({ engine: { cylinders: ['1'] } }) });
  fireEvent.changeText(screen.getByLabelText(/^Start, psi/), '30');
  await eventually(() => expect(written()).toMatch(/Start, psi is above the 8.0 psi that crank seals are made for/));
});
