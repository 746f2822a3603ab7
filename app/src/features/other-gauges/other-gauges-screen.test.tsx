import { fireEvent, screen } from '@testing-library/react-native';
import { aBench } from '@/bench/bench.fixture';
import { THE_ROW, eventually, openPlace, sent, written } from '@/bench/place.fixture';
import { OtherGaugesScreen } from './other-gauges-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const open = (gauge: string, bench = aBench()) =>
  openPlace(<OtherGaugesScreen />, { bench, params: { gauge }, answers: { 'POST /': THE_ROW } });

test('only gauges that this engine has: no oil pressure on a two-stroke, no spark on a diesel', async () => {
  await open('spark');
  expect(screen.queryByText('Oil pressure')).toBeNull();
  await open('oil-pressure', aBench({ engine: { cycle: 'four-stroke', fuel: 'diesel' } }));
  expect(screen.getByLabelText('Which gauge: Oil pressure')).toBeTruthy();
  expect(screen.queryByText('Spark')).toBeNull();
});
test('spark of one plug is kept with the test it begins, and what saw it', async () => {
  await open('spark');
  fireEvent.press(screen.getByLabelText('Cylinder: 2'));
  fireEvent.press(screen.getByLabelText('Spark: Weak'));
  fireEvent.press(screen.getByLabelText('Seen by: Gap tester'));
  fireEvent.press(screen.getByText('Keep'));
  await eventually(() => expect(sent.map(({ path }) => path)).toEqual(['/tests', '/readings']));
  expect(sent[0]?.body).toMatchObject({ kind: 'spark', conditions: { by: 'gap-tester' } });
  expect(sent[1]?.body).toMatchObject({ kind: 'spark', figures: { cylinder: '2', spark: 'weak' } });
});
test('what is missing is named; volts that rise while cranking are refused at their field', async () => {
  await open('battery-cranking');
  fireEvent.press(screen.getByText('Keep'));
  await eventually(() => expect(screen.getByText('Still missing: Lowest while cranking, V.')).toBeTruthy());
  fireEvent.changeText(screen.getByLabelText('At rest, V'), '12.4');
  fireEvent.changeText(screen.getByLabelText('Lowest while cranking, V'), '13');
  expect(written()).toMatch(/is above the 12.4 V at rest/);
  fireEvent.changeText(screen.getByLabelText('Lowest while cranking, V'), '24');
  expect(written()).toMatch(/is more than a 12 V battery can show/);
  expect(sent).toEqual([]);
});
