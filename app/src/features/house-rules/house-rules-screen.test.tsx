import { fireEvent, screen } from '@testing-library/react-native';
import { eventually, openPlace, sent, written } from '@/bench/place.fixture';
import { HouseRulesScreen } from './house-rules-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

test('every school is tried on a sample that it decides', async () => {
  await openPlace(<HouseRulesScreen />);
  expect(written()).toMatch(/The book wins.*On a sample Four cylinders: 150, 148, 146, 127 psi/);
});
test('a line that is no number is refused at its field, by name', async () => {
  await openPlace(<HouseRulesScreen />);
  fireEvent.changeText(screen.getByLabelText('Watch from, %'), 'ten');
  fireEvent.changeText(screen.getByLabelText('Fault from, %'), '20');
  fireEvent.press(screen.getAllByText(/^Save/)[0] as never);
  await eventually(() => expect(written()).toMatch(/Watch from, % must be a number/));
  expect(sent).toEqual([]);
});
