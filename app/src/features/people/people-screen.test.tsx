import type { People, Session } from '@rugged/contract';
import { fireEvent, screen } from '@testing-library/react-native';
import { eventually, openPlace, sent, SESSION, settled, written } from '@/bench/place.fixture';
import { Allowed } from '@/features/allowed';
import { PeopleScreen } from './people-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);

const PEOPLE: People = {
  items: [
    { id: 'p', name: 'Ines Varr', email: 'ines@tidewrack.example', role: 'owner', devices: [{ id: 'd1' }] },
    {
      id: 'q',
      name: 'Tolv Harn',
      email: 'tolv@tidewrack.example',
      role: 'mechanic',
      devices: [{ id: 'd2', device: 'Chrome on Android, x7v1', since: '2026-11-20T10:00:00Z' }],
    },
    {
      id: 'r',
      name: 'Odd Mere',
      email: 'odd@tidewrack.example',
      role: 'reader',
      leftAt: '2026-10-01T10:00:00Z',
      devices: [],
    },
  ],
  invitations: [{ id: 'i', name: 'Liv', role: 'apprentice', endsAt: '2026-12-01T10:00:00Z', by: 'Ines Varr' }],
};
const open = (more: object = {}) =>
  openPlace(<PeopleScreen />, {
    answers: {
      'GET /people': PEOPLE,
      'GET /practice/people': { items: [{ personId: 'q', cases: 12, level: 5, mean: 71 }] },
      'PATCH /people/q': PEOPLE,
      ...more,
    },
  });

test('who is here, who left, and which links are out', async () => {
  await open();
  expect(written()).toMatch(/2 in Tidewrack/);
  expect(written()).toMatch(/Tolv Harn Mechanic , signed in on 1 device/);
  await eventually(() => expect(written()).toMatch(/Practice: level 5 passed, 71 of 100 in the mean, 12 cases/));
  expect(written()).toMatch(/Odd Mere Reader , left .*2026/);
  expect(written()).toMatch(/Liv\. .*Apprentice, until .*2026/);
});

test('a role is changed by a tap, and can be taken back', async () => {
  await open();
  fireEvent.press(screen.getByLabelText('Change Tolv Harn'));
  expect(written()).toMatch(/Chrome on Android, x7v1, since .*2026/);
  fireEvent.press(screen.getByLabelText('What Tolv Harn is: Office'));
  await eventually(() => expect(written()).toMatch(/Tolv Harn: Office/));
  expect(sent.at(-1)).toEqual({ method: 'PATCH', path: '/people/q', body: { role: 'office' } });
  fireEvent.press(screen.getByText('Undo'));
  await settled();
  expect(sent.at(-1)?.body).toEqual({ role: 'mechanic' });
});

test('what the server refuses is said in its words', async () => {
  await open({ 'PATCH /people/p': { title: 'A shop keeps an owner: make somebody else one first', status: 409 } });
  fireEvent.press(screen.getByLabelText('Change Ines Varr'));
  // Nobody shows themselves out, or makes themselves a link.
  expect(screen.getAllByText('Left the shop')).toHaveLength(1);
  expect(screen.queryByText('New password by a link')).toBeNull();
  fireEvent.press(screen.getByLabelText('What Ines Varr is: Reader'));
  await eventually(() => expect(written()).toMatch(/A shop keeps an owner: make somebody else one first\./));
});

test('a place that is not for everybody says whose it is', async () => {
  const session = {
    person: { id: 'p', name: 'Liv', email: 'l@tidewrack.example', role: 'apprentice' },
    shop: { id: 's', name: 'Tidewrack', unit: 'psi', site: {}, houseRules: {}, version: 1 },
    testers: [],
  } as unknown as Session;
  await openPlace(
    <Allowed needs="run">
      <PeopleScreen />
    </Allowed>,
    { session, answers: { 'GET /session': session } },
  );
  expect(written()).toMatch(/Not yours to do .*The owner of the shop does this/);
  expect(written()).not.toMatch(/Fetching/);
});

test('a level of the practice is asked for before somebody signs alone', async () => {
  await open({ 'PATCH /shop': { ...SESSION.shop, signsAlone: { mechanic: 8 }, version: 2 } });
  expect(written()).toMatch(/A mechanic signs alone from the first day/);
  fireEvent.press(screen.getByLabelText('Mechanic signs alone: After level 8'));
  await eventually(() => expect(written()).toMatch(/Until level 8 of the practice is passed/));
  expect(sent.at(-1)?.body).toMatchObject({ signsAlone: { mechanic: 8 } });
  // Tolv passed level 5.
  expect(written()).toMatch(/Somebody signs beside them until level 8 is passed/);
});
