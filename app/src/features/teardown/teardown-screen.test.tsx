import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, sent, written } from '@/bench/place.fixture';
import { TeardownScreen } from './teardown-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const low = aBench({
  tests: [aTest('compression', {})],
  readings: [
    aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 }),
    aReading('compression', { cylinder: '2', unit: 'psi', peak: 80 }),
  ],
});

test('sizes are asked for, and what the figures said before it was opened', async () => {
  await openPlace(<TeardownScreen />, { bench: low });
  expect(written()).toMatch(/Bore, mm.*What it was The figures said/);
});
test('a size that is none is named, and nothing is kept', async () => {
  await openPlace(<TeardownScreen />, { bench: low });
  fireEvent.changeText(screen.getByLabelText('Top ring'), 'wide');
  fireEvent.press(screen.getByText('Keep the sizes'));
  await eventually(() => expect(written()).toMatch(/must be a number/));
  expect(sent).toEqual([]);
});
