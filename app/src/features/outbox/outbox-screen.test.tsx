import { fireEvent, screen } from '@testing-library/react-native';
import { eventually, openPlace, sent, settled, written } from '@/bench/place.fixture';
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
  await eventually(() => expect(written()).toMatch(/Cyl 2 reading.*Peak must be a number/));
});
test('a figure that was refused is corrected where it stands, and sent so', async () => {
  const body = { id: 'r', figures: { cylinder: '2', unit: 'psi', peak: 8060 } };
  const refused = {
    type: 'x',
    title: 'Something entered is not right',
    status: 422,
    errors: [{ field: 'figures.peak', reason: 'must be at most 725' }],
  };
  await openPlace(<OutboxScreen />, { answers: { 'POST /readings': refused } });
  await outbox.keep([{ ...reading, body }]);
  await eventually(() => expect(written()).toMatch(/Peak must be at most 725/));
  fireEvent.changeText(screen.getByLabelText('Peak'), 'much');
  expect(screen.getByRole('button', { name: 'Send it so' })).toBeDisabled();
  fireEvent.changeText(screen.getByLabelText('Peak'), '116');
  fireEvent.press(screen.getByText('Send it so'));
  await settled();
  expect(sent.at(-1)?.body).toEqual({ id: 'r', figures: { ...body.figures, peak: 116 } });
});
test('of a closed job the reason is asked for, and goes with it', async () => {
  const refused = {
    type: 'urn:rugged-gauge:problem:job-closed',
    title: 'Job 12 was closed on 2026-05-04',
    status: 409,
    errors: [{ field: 'amends', reason: 'is missing' }],
  };
  await openPlace(<OutboxScreen />, { answers: { 'POST /readings': refused } });
  await outbox.keep([reading]);
  await eventually(() => expect(written()).toMatch(/Job 12 was closed.*Why is it added\?/));
  fireEvent.changeText(screen.getByLabelText('Why is it added?'), 'read before I knew');
  fireEvent.press(screen.getByText('Add as an amendment'));
  await settled();
  expect(sent.at(-1)).toMatchObject({ path: '/readings', body: { id: 'r', amends: 'read before I knew' } });
});
test('two corrections of one reading: both are shown, and mine goes on top of theirs', async () => {
  const mine = { id: 'm', supersedes: 'r', figures: { cylinder: '2', unit: 'psi', peak: 116 } };
  const theirs = { id: 't', supersedes: 'r', figures: { cylinder: '2', unit: 'psi', peak: 111 } };
  const conflict = { type: 'x:corrected-already', title: 'Somebody else corrected it', status: 409, current: theirs };
  await openPlace(<OutboxScreen />, { answers: { 'POST /readings': conflict } });
  await outbox.keep([{ ...reading, body: mine }]);
  await eventually(() => expect(written()).toMatch(/116.*111/));
  fireEvent.press(screen.getByText('Use mine'));
  await settled();
  expect(sent.at(-1)?.body).toEqual({ ...mine, supersedes: 't' });
});
