import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, sent, THE_ROW, written } from '@/bench/place.fixture';
import { TeardownScreen } from './teardown-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const answers = { 'POST /tests': THE_ROW, 'POST /readings': THE_ROW };
const low = aBench({
  tests: [aTest('compression', {})],
  readings: [
    aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 }),
    aReading('compression', { cylinder: '2', unit: 'psi', peak: 80 }),
  ],
});

test('the parts of a cylinder, sizes of the one that is chosen, and what the figures said before it was opened', async () => {
  await openPlace(<TeardownScreen />, { bench: low, answers });
  expect(screen.getByLabelText('bore: not looked at')).toBeTruthy();
  expect(written()).toMatch(/Bore .*What it was The figures said/);
  fireEvent.press(screen.getByLabelText('crank: not looked at'));
  expect(screen.getByLabelText('Play, mm')).toBeTruthy();
  expect(screen.queryByLabelText('Top, along the crank, mm')).toBeNull();
});

test('what is seen is kept of its part, and the next part comes', async () => {
  await openPlace(<TeardownScreen />, { bench: low, answers });
  fireEvent.press(screen.getByLabelText('How it looks: Scored'));
  fireEvent.changeText(screen.getByLabelText('In your words'), 'exhaust side');
  fireEvent.press(screen.getByText('Save, next part'));
  await eventually(() => expect(sent.map(({ path }) => path)).toEqual(['/tests', '/readings']));
  expect(sent[1]?.body).toMatchObject({
    kind: 'opened',
    figures: { cylinder: '1', part: 'bore', seen: 'scored', words: 'exhaust side' },
  });
  await eventually(() => expect(screen.getByLabelText('Top ring gap, mm')).toBeTruthy());
});

test('what was kept stands at its part, and another look corrects it', async () => {
  const seen = aReading('opened', { cylinder: '1', part: 'rings', seen: 'worn' }, { testId: 'o' });
  const bench = { ...low, tests: [...low.tests, aTest('opened', {}, { id: 'o' })], readings: [...low.readings, seen] };
  await openPlace(<TeardownScreen />, { bench, answers });
  fireEvent.press(screen.getByLabelText('rings: worn'));
  fireEvent.press(screen.getByLabelText('How it looks: Broken'));
  fireEvent.press(screen.getByText(/^Save/));
  await eventually(() => expect(sent).toHaveLength(1));
  expect(sent[0]?.body).toMatchObject({ supersedes: seen.id, figures: { part: 'rings', seen: 'broken' } });
});

test('a size that is none is named, also where another part is in sight, and nothing is kept', async () => {
  await openPlace(<TeardownScreen />, { bench: low, answers });
  fireEvent.press(screen.getByLabelText('rings: not looked at'));
  fireEvent.changeText(screen.getByLabelText('Top ring gap, mm'), 'wide');
  fireEvent.press(screen.getByLabelText('crank: not looked at'));
  fireEvent.press(screen.getByText('Save, next part'));
  await eventually(() => expect(written()).toMatch(/must be a number/));
  expect(screen.getByLabelText('Top ring gap, mm')).toBeTruthy();
  expect(sent).toEqual([]);
});
