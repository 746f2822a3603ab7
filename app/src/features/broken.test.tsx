import { render, screen } from '@testing-library/react-native';
import { ThemeProvider } from '@/ui/theme';
import { Words } from '@/ui/words';
import { Unbroken } from './broken';

const Fine = () => <Words>fine</Words>;
const Broken = (): never => {
  throw new Error('a piece of the app is gone');
};
const shown = (place: React.ReactElement) =>
  render(
    <ThemeProvider>
      <Unbroken>{place}</Unbroken>
    </ThemeProvider>,
  );

test('a place that cannot be shown says so, and that nothing entered is lost', () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  shown(<Broken />);
  expect(screen.getByText('This page could not be shown')).toBeTruthy();
  expect(screen.getByText(/Nothing you entered is lost/)).toBeTruthy();
  quiet.mockRestore();
});
test('one that can is shown', () => {
  shown(<Fine />);
  expect(screen.getByText('fine')).toBeTruthy();
});
