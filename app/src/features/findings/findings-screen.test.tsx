import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, sent, written } from '@/bench/place.fixture';
import { FindingsScreen } from './findings-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const low = aBench({
  tests: [aTest('compression', {})],
  readings: [
    aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 }),
    aReading('compression', { cylinder: '2', unit: 'psi', peak: 80 }),
  ],
});

test('the verdict with its reasons, and what was not tested', async () => {
  await openPlace(<FindingsScreen />, { bench: low });
  expect(written()).toMatch(/Not tested/);
  expect(screen.getByText(/Cyl 2 is low/)).toBeTruthy();
});
test('readings that cannot be are named, and no verdict is shown', async () => {
  const broken = aBench({
    tests: [aTest('compression', {})],
    readings: [aReading('compression', { cylinder: '1', unit: 'psi', peak: 60, strokes: [90] })],
  });
  await openPlace(<FindingsScreen />, { bench: broken });
  expect(written()).toMatch(/tests\[0\].readings\[0\].*is below stroke 1/);
  expect(screen.queryByText('Not tested')).toBeNull();
});
test('a job of another school offers today’s rules, and asks the server for them', async () => {
  const old = aBench({ ...low, job: { houseRules: { throttleSchool: 'no-difference' } } });
  await openPlace(<FindingsScreen />, {
    bench: old,
    answers: { 'PATCH /jobs/j': { ...old.job, houseRules: {}, version: 4 } },
  });
  fireEvent.press(screen.getByText('Apply today’s rules'));
  await eventually(() =>
    expect(sent).toMatchObject([{ method: 'PATCH', path: '/jobs/j', body: { houseRules: {}, version: 3 } }]),
  );
});
