import { fireEvent, screen } from '@testing-library/react-native';
import { aBench } from '@/bench/bench.fixture';
import { THE_ROW, eventually, openPlace, sent, written } from '@/bench/place.fixture';
import { NotesScreen } from './notes-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

test('what was noted stands with who noted it', async () => {
  const notes = [
    {
      id: 'n',
      jobId: 'j',
      about: 'plug' as const,
      cylinder: '2',
      plug: 'oily' as const,
      text: 'drips',
      madeAt: '2026-05-04T10:00:00.000Z',
      by: 'Bo Lind',
    },
  ];
  await openPlace(<NotesScreen />, { bench: aBench({ notes }) });
  expect(written()).toMatch(/Cyl 2 : black, oily.*Bo Lind.*drips/);
});
test('an empty note is not kept', async () => {
  await openPlace(<NotesScreen />, { bench: aBench() });
  fireEvent.press(screen.getByText('Keep the note'));
  await eventually(() => expect(written()).toMatch(/No note yet/));
  expect(sent).toEqual([]);
});
test('a note goes to the outbox with what it is about', async () => {
  await openPlace(<NotesScreen />, { bench: aBench(), answers: { 'POST /notes': THE_ROW } });
  fireEvent.press(screen.getByLabelText('On: 2'));
  fireEvent.press(screen.getByText('Black, oily'));
  fireEvent.changeText(screen.getByLabelText('Words'), 'drips');
  fireEvent.press(screen.getByText('Keep the note'));
  await eventually(() =>
    expect(sent).toMatchObject([{ path: '/notes', body: { cylinder: '2', about: 'plug', text: 'drips' } }]),
  );
});
