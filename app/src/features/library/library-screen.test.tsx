import { fireEvent, screen } from '@testing-library/react-native';
import { eventually, openPlace, written } from '@/bench/place.fixture';
import { outbox } from '@/data/client';
import { LibraryScreen } from './library-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const BOOKS = {
  total: 1,
  items: [
    {
      book: { id: 'b', source: 'Handbook', model: 'Orrin 20', compression: { unit: 'bar', min: 8 }, version: 4 },
      engines: 3,
    },
  ],
};

test('the books with their limit in the shop’s unit; one is retired from the version it is at', async () => {
  await openPlace(<LibraryScreen />, { answers: { 'GET /books?': BOOKS } });
  await eventually(() => expect(written()).toMatch(/Handbook Orrin 20 · 116 psi · 3 engines/));
  fireEvent.press(screen.getByLabelText('Retire Handbook'));
  await eventually(() =>
    expect(outbox.get().entries).toMatchObject([
      { method: 'PATCH', path: '/books/b', body: { retired: true, source: 'Handbook', version: 4 } },
    ]),
  );
});
test('without signal that is said, and can be tried again', async () => {
  await openPlace(<LibraryScreen />);
  await eventually(() => expect(written()).toMatch(/No signal The library was not opened on this device before/));
});
