import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, written } from '@/bench/place.fixture';
import { BayScreen } from './bay-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const low = aBench({
  tests: [aTest('compression', {})],
  readings: [
    aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 }),
    aReading('compression', { cylinder: '2', unit: 'psi', peak: 80 }),
  ],
});

test('jobs in work, each with its worst state and what is next', async () => {
  await openPlace(<BayScreen />, { answers: { 'GET /jobs?': { items: [low], total: 1 } } });
  expect(written()).toMatch(/Bay 1 in work .*Orrin 20 Job 431 · hard start .*Low/);
});
test('what was searched for stands on the card: whose it is and what it is in', async () => {
  await openPlace(<BayScreen />, { answers: { 'GET /jobs?': { items: [low], total: 1 } } });
  expect(written()).not.toMatch(/Skiff · Wil Tarn/);
  fireEvent.press(screen.getByText('Search'));
  fireEvent.changeText(screen.getByLabelText('Search machine, owner, complaint or number'), 'skiff');
  await eventually(() => expect(written()).toMatch(/Job 431 · hard start Skiff · Wil Tarn/));
  fireEvent.press(screen.getByText('Close'));
});
test('nothing kept and no signal is said, with a way to try again', async () => {
  await openPlace(<BayScreen />);
  expect(written()).toMatch(/No signal .*none were kept on this device yet/);
  expect(screen.getByText(/Try again/)).toBeTruthy();
});
test('an engine that is due soon stands on top, one that is due in a year does not', async () => {
  const inDays = (days: number) => new Date(Date.now() + days * 24 * 3600 * 1000).toISOString().slice(0, 10);
  const due = (engine: string, on: string | undefined) => ({
    engineId: engine,
    engine,
    machine: 'm',
    owner: 'Wil Tarn',
    by: 'calendar',
    ...(on === undefined ? { atUse: 600 } : { on }),
  });
  await openPlace(<BayScreen />, {
    answers: {
      'GET /jobs?': { items: [low], total: 1 },
      'GET /dates': [
        due('Late', inDays(-3)),
        due('Soon', inDays(20)),
        due('Far', inDays(300)),
        due('By use', undefined),
      ],
    },
  });
  await eventually(() => expect(written()).toMatch(/Due to be tested again Late · Wil Tarn .*Soon · Wil Tarn/));
  expect(written()).not.toMatch(/Far|By use/);
});
