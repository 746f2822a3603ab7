import { screen } from '@testing-library/react-native';
import { openPlace } from '@/bench/place.fixture';
import { Words } from '@/ui/words';
import { Unbroken } from './broken';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const Broken = (): never => {
  throw new Error('a piece of the app is gone');
};
const open = (place: React.ReactElement) => openPlace(<Unbroken>{place}</Unbroken>);

test('a place that cannot be shown says so, and that nothing entered is lost', async () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  await open(<Broken />);
  expect(screen.getByText('This page could not be shown')).toBeTruthy();
  expect(screen.getByText(/Nothing you entered is lost/)).toBeTruthy();
  quiet.mockRestore();
});
test('one that can is shown', async () => {
  await open(<Words>fine</Words>);
  expect(screen.getByText('fine')).toBeTruthy();
});
