import { fireEvent, screen } from '@testing-library/react-native';
import { eventually, openPlace, sent, settled, written } from '@/bench/place.fixture';
import { TestersScreen } from './testers-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

test('without a tester it is said what is supposed instead', async () => {
  await openPlace(<TestersScreen />);
  expect(written()).toMatch(/a gauge of class 2 % is supposed/);
});
test('a full scale that is no number is refused at its field', async () => {
  await openPlace(<TestersScreen />);
  fireEvent.press(screen.getByText('A new tester'));
  await settled();
  fireEvent.changeText(screen.getByLabelText('Name'), 'Second tester');
  fireEvent.changeText(screen.getByLabelText(/^Full scale/), '3oo');
  fireEvent.press(screen.getByText(/^(Keep|Save)/));
  await eventually(() => expect(written()).toMatch(/must be a number/));
  expect(sent).toEqual([]);
});
