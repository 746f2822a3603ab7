import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, sent, written } from '@/bench/place.fixture';
import { FindingsScreen } from './findings-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const NOW = '2026-05-04T12:00:00.000Z';
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
test('what was found inside takes the headline, with the odds that had been given', async () => {
  const outcomes = [
    {
      id: 'o',
      jobId: 'j',
      cylinder: '2',
      found: 'rings-or-bore' as const,
      predicted: 'rings-or-bore' as const,
      probability: 0.86,
      madeAt: NOW,
    },
  ];
  await openPlace(<FindingsScreen />, { bench: { ...low, outcomes } });
  expect(written()).toMatch(/Rings or bore, cyl 2, found inside\..*Named before with 86 %/);
  expect(screen.queryByText(/Cyl 2 is low/)).toBeNull();
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

test('without a book the job can be judged by what others read here, and back', async () => {
  const engines = [[1000], [1010], [1020], [1030], [1040]];
  await openPlace(<FindingsScreen />, {
    bench: low,
    answers: {
      'GET /engines/e/read-here': { of: 'model', name: 'Orrin 20', engines },
      'PATCH /jobs/j': { ...low.job, readHere: { name: 'Orrin 20', engines: 5 }, version: 4 },
    },
  });
  fireEvent.press(screen.getByText('Readings and reasons'));
  await eventually(() => expect(written()).toMatch(/5 others: .*low would be under 133/));
  fireEvent.press(screen.getByText('Judge this job by it'));
  await eventually(() => expect(sent[0]?.body).toMatchObject({ readHere: { medianKPa: 1020, engines: 5 } }));
});
test('what a job is judged by stays told where the readings of others are not at hand', async () => {
  const readHere = { name: 'Orrin 20', engines: 6, fromKPa: 1000, medianKPa: 1050, toKPa: 1100 };
  await openPlace(<FindingsScreen />, { bench: { ...low, job: { ...low.job, readHere } } });
  fireEvent.press(screen.getByText('Readings and reasons'));
  expect(written()).toMatch(/6 others: 145 to 160 psi.*judged by it. Low is under 137/);
  expect(written()).toMatch(/6 others read here, Orrin 20/);
});
