import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, written } from '@/bench/place.fixture';
import { EngineScreen } from './engine-screen';
import { EnginesScreen } from './engines-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const low = aBench({
  tests: [aTest('compression', {})],
  readings: [
    aReading('compression', { cylinder: '1', unit: 'psi', peak: 120 }),
    aReading('compression', { cylinder: '2', unit: 'psi', peak: 80 }),
  ],
});

const { engine, machine, owner } = low;

test('engines that are known, with how often each was here', async () => {
  await openPlace(<EnginesScreen />, {
    answers: { 'GET /engines?': { items: [{ engine, machine, owner, books: [], jobs: 2 }], total: 1 } },
  });
  expect(written()).toMatch(/Engines 1 known here .*Orrin 20 Skiff · Wil Tarn 2 jobs/);
});
test('one engine: every season it was here', async () => {
  await openPlace(<EngineScreen />, {
    params: { engineId: 'e' },
    answers: { 'GET /jobs?': { items: [low], total: 1 } },
  });
  expect(written()).toMatch(/Dry readings over time .*431 · hard start/);
});
test('without signal and nothing kept both say so', async () => {
  await openPlace(<EnginesScreen />);
  expect(written()).toMatch(/No signal .*not opened on this device before/);
});
test('a plug hole that is no thread is refused at its field', async () => {
  await openPlace(<EngineScreen />, {
    params: { engineId: 'e' },
    answers: { 'GET /jobs?': { items: [low], total: 1 } },
  });
  fireEvent.changeText(screen.getByLabelText('Thread, mm'), 'wide');
  fireEvent.press(screen.getByText(/^(Save|Keep)/));
  await eventually(() => expect(written()).toMatch(/must be a number/));
});
