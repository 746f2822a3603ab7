import { fireEvent, render, screen } from '@testing-library/react-native';
import { useState } from 'react';
import { ThemeProvider } from '@/ui/theme';
import { AfterRepair } from './after-repair';

beforeAll(() => {
  Object.assign(globalThis, {
    document: { documentElement: { style: {} }, body: { style: {} }, querySelector: () => null },
  });
});

interface Conditions {
  throttle?: string;
  after?: 'repair';
  repair?: string;
}
const given: Conditions[] = [];
function Asked({ start }: { start: Conditions }) {
  const [conditions, setConditions] = useState(start);
  given.push(conditions);
  return (
    <ThemeProvider>
      <AfterRepair conditions={conditions} onChange={setConditions} />
    </ThemeProvider>
  );
}
const now = () => given[given.length - 1];

test('a test is as before until somebody says that it is the first after a repair, and what was done', () => {
  render(<Asked start={{ throttle: 'open' }} />);
  expect(screen.queryByLabelText('What was done')).toBeNull();
  fireEvent.press(screen.getByText('First after a repair'));
  fireEvent.changeText(screen.getByLabelText('What was done'), 'rings');
  expect(now()).toEqual({ throttle: 'open', after: 'repair', repair: 'rings' });
  fireEvent.changeText(screen.getByLabelText('What was done'), '');
  expect(now()).toEqual({ throttle: 'open', after: 'repair' });
  fireEvent.press(screen.getByText('As before'));
  expect(now()).toEqual({ throttle: 'open' });
});
