import { fireEvent, screen } from '@testing-library/react-native';
import { aBench } from '@/bench/bench.fixture';
import { eventually, openPlace, sent, settled, written } from '@/bench/place.fixture';
import { NewJobScreen } from './new-job-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const { engine, machine, owner } = aBench();
const known = { 'GET /engines?': { items: [{ engine, machine, owner, books: [], jobs: 2 }], total: 1 } };

test('an engine that was here before is one tap away, and so is another of its kind', async () => {
  await openPlace(<NewJobScreen />, { answers: known });
  expect(screen.getByText('Orrin 20')).toBeTruthy();
  expect(screen.getByLabelText('Same kind as Orrin 20')).toBeTruthy();
});
test('a new machine without a name or a complaint is not opened: every field says what it lacks', async () => {
  await openPlace(<NewJobScreen />, { answers: known });
  fireEvent.press(screen.getByText('A new machine'));
  await settled();
  fireEvent.press(screen.getByText('Open job'));
  await eventually(() =>
    expect(written()).toMatch(/Owner must not be empty.*Machine must not be empty.*Complaint must not be empty/),
  );
  expect(sent).toEqual([]);
});
