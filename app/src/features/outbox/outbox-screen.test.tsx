import { eventually, openPlace, settled, written } from '@/bench/place.fixture';
import { OutboxScreen } from './outbox-screen';
import { outbox } from '@/data/client';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const reading = { method: 'POST' as const, path: '/readings', body: { id: 'r' }, jobId: 'j', what: 'Cyl 2 reading' };
afterEach(async () => {
  await settled();
});

test('all sent is said', async () => {
  await openPlace(<OutboxScreen />);
  expect(written()).toMatch(/All sent/);
});
test('without signal it waits; refused it stays with the reason, by field, until somebody decides', async () => {
  await openPlace(<OutboxScreen />);
  await outbox.keep([reading]);
  await eventually(() => expect(written()).toMatch(/Cyl 2 reading/));
  await openPlace(<OutboxScreen />, {
    answers: {
      'POST /readings': {
        type: 'x',
        title: 'Not a reading',
        status: 422,
        errors: [{ field: 'figures.peak', reason: 'must be a number' }],
      },
    },
  });
  await outbox.flush();
  await eventually(() => expect(written()).toMatch(/Cyl 2 reading.*figures.peak must be a number/));
});
