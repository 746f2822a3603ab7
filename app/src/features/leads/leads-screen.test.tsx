import { fireEvent, screen } from '@testing-library/react-native';
import { aBench } from '@/bench/bench.fixture';
import { eventually, openPlace, written } from '@/bench/place.fixture';
import { LeadsScreen } from './leads-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

test('a firing order that nobody knows is asked for before a lead comes off', async () => {
  await openPlace(<LeadsScreen />, { bench: aBench() });
  expect(written()).toMatch(/Nobody has given it/);
  expect(written()).not.toMatch(/1-2/);
});
test('without signal the distributor’s turn is not kept, and that is said', async () => {
  await openPlace(<LeadsScreen />, { bench: aBench() });
  fireEvent.press(screen.getByLabelText('Distributor turns: Clockwise'));
  await eventually(() =>
    expect(written()).toMatch(/There is no signal. What is known of an engine is changed at the server/),
  );
});
