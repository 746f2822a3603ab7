import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { DecidingHere } from '@/bench/deciding.fixture';
import { eventually, openPlace, sent, THE_ROW, went, written } from '@/bench/place.fixture';
import { DecideScreen } from './decide-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);
const nothing = () => undefined;
beforeAll(() =>
  Object.assign(globalThis, {
    Worker: DecidingHere,
    addEventListener: nothing,
    removeEventListener: nothing,
    HTMLElement: class {},
  }),
);

const low = (id: string) =>
  aBench({
    job: { id },
    tests: [aTest('compression', {})],
    readings: [
      aReading('compression', { cylinder: '1', unit: 'psi', peak: 128 }),
      aReading('compression', { cylinder: '2', unit: 'psi', peak: 74 }),
    ],
  });
const open = (id: string, more: object = {}) =>
  openPlace(<DecideScreen />, { params: { jobId: id }, answers: { [`GET /jobs/${id}`]: low(id), ...more } });

test('without a value there are bills and no advice; with one there is advice, and what would flip it', async () => {
  await open('d1');
  await eventually(() => expect(written()).toMatch(/New top end \(piston, rings, gaskets\)/));
  expect(written()).toMatch(/Say what it is worth, running and as it stands/);
  expect(written()).not.toMatch(/Recommended/i);
  fireEvent.changeText(screen.getByLabelText('Worth running'), '2400');
  fireEvent.changeText(screen.getByLabelText('Worth as it stands'), '300');
  await eventually(() => expect(written()).toMatch(/Recommended.*in 100 that it/));
  expect(written()).toMatch(/What would flip it/);
});

test('worth more as it stands than running is said at once, and nothing typed is lost', async () => {
  await open('d2');
  fireEvent.changeText(screen.getByLabelText('Worth running'), '500');
  fireEvent.changeText(screen.getByLabelText('Worth as it stands'), '900');
  await eventually(() => expect(written()).toMatch(/Worth as it stands .*must not be above/));
  expect(screen.getByLabelText('Worth as it stands').props['value']).toBe('900');
  fireEvent.changeText(screen.getByLabelText('Worth running'), 'a lot');
  await eventually(() => expect(written()).toMatch(/Worth running is no number/));
});

test('a figure of an option moves the answer; what the shop goes for is kept, with its sum to stop at', async () => {
  await open('d3', { 'POST /decisions': THE_ROW });
  fireEvent.changeText(screen.getByLabelText('Worth running'), '2400');
  fireEvent.changeText(screen.getByLabelText('Worth as it stands'), '300');
  await eventually(() => expect(written()).toMatch(/Recommended/));
  fireEvent.press(screen.getByText('Another used engine'));
  fireEvent.changeText(screen.getByLabelText('Parts low'), '90');
  fireEvent.changeText(screen.getByLabelText('Parts likely'), '100');
  fireEvent.changeText(screen.getByLabelText('Parts high'), '110');
  fireEvent.press(screen.getByText('Go for this'));
  await eventually(() => expect(written()).toMatch(/(Recommended|Chosen) ?Another used engine/));
  await eventually(() => expect(screen.getByRole('button', { name: 'Write the page', busy: false })).toBeTruthy());
  fireEvent.press(screen.getByText('Write the page'));
  await eventually(() => expect(went).toContain('/jobs/d3/pages'));
  const kept = sent.find(({ path }) => path === '/decisions')?.body;
  expect(kept).toMatchObject({ chosen: 'Another used engine', input: { valueRunning: 2400, wantedHours: 50 } });
  expect(typeof kept?.['stopAt']).toBe('number');
});

test('a way of the shop’s own has no chance until it is said what it repairs and costs', async () => {
  await open('d4', { 'POST /decisions': THE_ROW });
  fireEvent.changeText(screen.getByLabelText('Worth running'), '2400');
  fireEvent.changeText(screen.getByLabelText('Worth as it stands'), '300');
  await eventually(() => expect(written()).toMatch(/Recommended ?New top end/));
  fireEvent.press(screen.getByText('Add a way'));
  fireEvent.press(screen.getByText('Something else'));
  fireEvent.changeText(screen.getByLabelText('Name'), 'Take it to the yard');
  fireEvent.changeText(screen.getByLabelText('Parts likely'), '64');
  await eventually(() => expect(written()).toMatch(/Take it to the yard 64 Say what it repairs/));
  expect(written()).toMatch(/Recommended ?New top end/);
  fireEvent.press(screen.getByText('Rings or bore'));
  await eventually(() => expect(written()).toMatch(/Recommended ?Take it to the yard/));
  expect(written()).not.toMatch(/Say what it repairs and/);
  fireEvent.changeText(screen.getByLabelText('Name'), 'Another used engine');
  await eventually(() => expect(written()).toMatch(/Name is another option’s/));
});
test('a job of the shop’s list is added with its figures; what stands aside is shown when asked for', async () => {
  await open('d6');
  await eventually(() => expect(written()).toMatch(/Other ways \(\d\)/));
  expect(written()).not.toMatch(/A used barrel and piston/);
  fireEvent.press(screen.getByText(/Other ways/));
  await eventually(() => expect(written()).toMatch(/A used barrel and piston/));
  fireEvent.press(screen.getByText('Add a way'));
  fireEvent.press(screen.getByText('New flywheel key'));
  await eventually(() => expect(screen.getByLabelText('Parts likely').props['value']).toMatch(/\d/));
});
test('where nothing is measured it says whose odds these are', async () => {
  await openPlace(<DecideScreen />, {
    params: { jobId: 'd5' },
    answers: { 'GET /jobs/d5': aBench({ job: { id: 'd5' } }) },
  });
  await eventually(() => expect(written()).toMatch(/Nothing is measured yet/));
});
