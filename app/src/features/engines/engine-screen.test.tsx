import { fireEvent, screen } from '@testing-library/react-native';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { eventually, openPlace, written, went } from '@/bench/place.fixture';
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
test('its life: dates, repairs, and the doors to its sheet and its label', async () => {
  const repaired = {
    ...low,
    repairs: [{ id: 'r', jobId: 'j', what: 'new rings', cost: 84, madeAt: '2026-05-04T12:00:00Z' }],
  };
  await openPlace(<EngineScreen />, {
    params: { engineId: 'e' },
    answers: {
      'GET /jobs?': { items: [repaired], total: 1 },
      'GET /dates': [
        { engineId: 'e', engine: 'Orrin', machine: 'm', owner: 'o', on: '2027-05-04', atUse: 512, by: 'calendar' },
      ],
      'GET /engines/e/read-here': { of: 'model', name: 'Orrin 20', engines: [[900], [910], [920], [930], [940]] },
    },
  });
  await eventually(() => expect(written()).toMatch(/Due again by .*2027, at 512\./));
  expect(written()).toMatch(/new rings · cost 84/);
  await eventually(() => expect(written()).toMatch(/5 others: 131 to 136 psi, the middle one 133/));
  fireEvent.press(screen.getByText('Engine sheet and books'));
  expect(went).toEqual(['/engines/e/sheet']);
});
