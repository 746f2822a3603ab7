import { fireEvent, screen } from '@testing-library/react-native';
import { Linking } from 'react-native';
import { aBench } from '@/bench/bench.fixture';
import { openPlace, written } from '@/bench/place.fixture';
import { BillPlate } from './bill-plate';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const decision = {
  id: 'd',
  jobId: 'j',
  input: { currency: 'EUR', labourRatePerHour: 60, options: [{ name: 'top end' }] },
  stopAt: 600,
  madeAt: '2026-05-04T09:00:00.000Z',
};
const spent = (cost: number, phone?: string) =>
  aBench({
    owner: { id: 'o', name: 'Wil Tarn', version: 1, ...(phone === undefined ? {} : { phone }) },
    decisions: [decision],
    repairs: [{ id: 'r', jobId: 'j', what: 'top end', cost, madeAt: '2026-05-04T11:00:00.000Z' }],
  });

const open = (bench: ReturnType<typeof spent>) => openPlace(<BillPlate bench={bench} />, { bench });

test('before the sum that was agreed is near there are the sums alone', async () => {
  await open(spent(200, '0555 0142'));
  expect(written()).toMatch(/200 of 600 EUR\. +Wil Tarn is called at 600 EUR\./);
  expect(screen.queryByText(/^Call/)).toBeNull();
});
test('near it there is the call, and the message with the sums in it', async () => {
  const opened = jest.spyOn(Linking, 'openURL').mockResolvedValue(true);
  await open(spent(560, '0555 0142'));
  fireEvent.press(screen.getByText('Call 0555 0142'));
  fireEvent.press(screen.getByText('Write a message'));
  const [call, message] = opened.mock.calls.map(([url]) => decodeURIComponent(url));
  expect(call).toBe('tel:05550142');
  expect(message).toMatch(/^sms:05550142\?body=.*the bill has come to 560 EUR; we agreed to call you at 600 EUR/);
});
test('beyond it it says stop, also where nobody knows the number', async () => {
  await open(spent(700));
  expect(written()).toMatch(/has passed the sum.*no phone number/);
});
