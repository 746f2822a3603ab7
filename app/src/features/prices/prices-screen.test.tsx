import type { Session } from '@rugged/contract';
import { fireEvent, screen } from '@testing-library/react-native';
import { eventually, openPlace, sent, written } from '@/bench/place.fixture';
import { PricesScreen } from './prices-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const prices = {
  labourRatePerHour: 72,
  repairs: { outboard: { 'top-end': { partsLow: 100, partsLikely: 140, partsHigh: 200, hoursLikely: 4 } } },
  done: {
    scooter: { rebuild: { times: 3, partsLow: 200, partsLikely: 240, partsHigh: 300, hoursLow: 6, hoursHigh: 9 } },
  },
};
const session = {
  person: { id: 'p', name: 'Ines Varr', email: 'ines@tidewrack.example', role: 'owner' },
  shop: { id: 's', name: 'Tidewrack', unit: 'psi', site: {}, houseRules: {}, prices, version: 3 },
  testers: [],
} as unknown as Session;
const shop = { ...session.shop, version: 4 };
const open = (answers: object = {}) => openPlace(<PricesScreen />, { session, answers: answers as never });

test('what the shop set, and what its jobs came to', async () => {
  await open();
  expect(written()).toMatch(/Top end, outboard.*parts 100 to 200, 4 h/);
  expect(written()).toMatch(/Rebuild it completely, scooter:\s+3 times, parts 200 to 300, 6 to 9 h/);
});
test('rates are saved with what was there; what is no sum is said at its field', async () => {
  await open({ 'PATCH /shop': shop });
  fireEvent.changeText(screen.getByLabelText('An hour'), 'much');
  fireEvent.press(screen.getByText('Save the rates'));
  await eventually(() => expect(written()).toMatch(/An hour must be a number/));
  fireEvent.changeText(screen.getByLabelText('An hour'), '80');
  fireEvent.changeText(screen.getByLabelText('Currency'), 'eur');
  fireEvent.press(screen.getByText('Save the rates'));
  await eventually(() => expect(sent).toHaveLength(1));
  expect(sent[0]?.body).toMatchObject({
    version: 3,
    prices: { labourRatePerHour: 80, currency: 'EUR', repairs: prices.repairs },
  });
});
test('a price that is taken out leaves the usual figures', async () => {
  await open({ 'PATCH /shop': shop });
  fireEvent.press(screen.getByLabelText(/^Take out:/));
  await eventually(() => expect(sent[0]?.body).toMatchObject({ prices: { repairs: { outboard: {} } } }));
});
