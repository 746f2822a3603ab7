import { fireEvent, screen } from '@testing-library/react-native';
import { eventually, openPlace, sent, settled, written } from '@/bench/place.fixture';
import { ShopScreen } from './shop-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

test('the unit, the air here and who is signed in', async () => {
  await openPlace(<ShopScreen />);
  expect(written()).toMatch(/Air here 98.8 kPa.*Ines Varr/);
});
test('an altitude that no workshop has is refused at its field, and nothing is sent', async () => {
  await openPlace(<ShopScreen />);
  fireEvent.changeText(screen.getByLabelText('Altitude, m'), '90000');
  await settled();
  fireEvent.press(screen.getAllByText(/^(Save|Keep)/)[0] as never);
  await eventually(() => expect(written()).toMatch(/Altitude, m must not be above 6000|Altitude, m.* 6000/));
  expect(sent).toEqual([]);
});
