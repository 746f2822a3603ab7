import type { EngineListItem } from '@rugged/contract';
import { fireEvent, screen } from '@testing-library/react-native';
import { aBench } from '@/bench/bench.fixture';
import { eventually, openPlace, went, written } from '@/bench/place.fixture';
import { outbox } from '@/data/client';
import { EngineSheetScreen } from './engine-sheet-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);
// Metro loads the contract when it is asked for; here it is simply there.
jest.mock('@/data/validating', () => ({
  ...jest.requireActual<object>('@/data/validating'),
  contract: () => Promise.resolve(jest.requireActual('@rugged/contract')),
}));

const { engine, machine, owner, books } = aBench();
const item: EngineListItem = {
  engine: { ...engine, kind: 'outboard-two-stroke-twin' },
  machine,
  owner,
  books,
  jobs: 1,
};
const open = (answers: Readonly<Record<string, object>> = { 'GET /engines/e': item }) =>
  openPlace(<EngineSheetScreen />, { params: { engineId: 'e' }, answers });

test('what is usual for its kind stands in grey, and what a missing figure costs is said', async () => {
  await open();
  await eventually(() => expect(written()).toMatch(/Grey: usual for its kind/));
  expect(written()).toMatch(/by the usual chamber of its kind; may lock from/);
  expect(written()).toMatch(/Without the firing order: no turning from cylinder to cylinder/);
  expect(screen.getByLabelText('Bore, mm').props).toMatchObject({
    value: '',
    placeholder: expect.stringMatching(/^\d+-\d+$/),
  });
});
test('what is typed is kept on this device at once, and sent from the version it was made from', async () => {
  await open();
  await eventually(() => expect(screen.getByLabelText('Bore, mm')).toBeTruthy());
  fireEvent.changeText(screen.getByLabelText('Bore, mm'), '1000');
  await eventually(() => expect(written()).toMatch(/Bore, mm must be between 8 and 500/));
  fireEvent.changeText(screen.getByLabelText('Bore, mm'), '61');
  fireEvent.press(screen.getByLabelText('Cylinder 2, next to fire'));
  await eventually(() => expect(written()).toMatch(/2-1/));
  fireEvent.press(screen.getByText('Done'));
  await eventually(() =>
    expect(outbox.get().entries).toMatchObject([
      { path: '/engines/e', body: { boreMm: 61, firingOrder: ['2', '1'], version: engine.version } },
    ]),
  );
  expect(went).toEqual(['back']);
});
test('without signal an engine that was never here says so', async () => {
  await open({});
  await eventually(() => expect(written()).toMatch(/No signal .*not opened on this device before/));
});
