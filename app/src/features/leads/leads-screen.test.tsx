import { fireEvent, screen } from '@testing-library/react-native';
import { aBench } from '@/bench/bench.fixture';
import { eventually, openPlace, written } from '@/bench/place.fixture';
import { outbox } from '@/data/client';
import { LeadsScreen } from './leads-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

test('a firing order that nobody knows is asked for before a lead comes off', async () => {
  await openPlace(<LeadsScreen />, { bench: aBench() });
  expect(written()).toMatch(/Nobody has given it/);
  expect(written()).not.toMatch(/1-2/);
});
test('without signal the distributor’s turn is kept here, and shown at once', async () => {
  await openPlace(<LeadsScreen />, { bench: aBench() });
  fireEvent.press(screen.getByLabelText('Distributor turns: Clockwise'));
  await eventually(() => expect(written()).toMatch(/The cap is drawn once the order is known/));
  expect(outbox.get().entries).toMatchObject([{ path: '/engines/e', body: { distributor: 'clockwise', version: 2 } }]);
});
