import { fireEvent, screen } from '@testing-library/react-native';
import { latestOf } from '@rugged/contract/bench';
import { optionsFor } from '@/bench/decision';
import { aBench, aReading, aTest } from '@/bench/bench.fixture';
import { DecidingHere } from '@/bench/deciding.fixture';
import { eventually, openPlace, sent, THE_ROW, written } from '@/bench/place.fixture';
import { PagesScreen } from './pages-screen';

jest.mock('expo-router', () => jest.requireActual<{ routing: object }>('@/bench/place.fixture').routing);
beforeAll(() => Object.assign(globalThis, { Worker: DecidingHere }));

const AT = '2026-05-04T11:00:00.000Z';
const read = (id: string) =>
  aBench({
    job: { id },
    tests: [aTest('compression', {})],
    readings: [
      aReading('compression', { cylinder: '1', unit: 'psi', peak: 128 }),
      aReading('compression', { cylinder: '2', unit: 'psi', peak: 74 }),
    ],
  });
function decided(id: string) {
  const bench = read(id);
  const input = {
    currency: 'EUR',
    labourRatePerHour: 60,
    valueRunning: 2400,
    valueAsIs: 300,
    wantedHours: 50,
    options: optionsFor(bench).options,
  };
  return {
    ...bench,
    decisions: [{ id: 'd', jobId: id, input, chosen: 'Another used engine', stopAt: 1200, madeAt: AT }],
  };
}
const open = (bench: ReturnType<typeof aBench>, more: object = {}) =>
  openPlace(<PagesScreen />, {
    params: { jobId: bench.job.id },
    answers: { [`GET /jobs/${bench.job.id}/page-links`]: [], [`GET /jobs/${bench.job.id}`]: bench, ...more },
  });

test('before anything is decided the page says what was found, and asks to decide', async () => {
  await open(read('p1'));
  expect(written()).toMatch(/Nothing is decided yet/);
  expect(screen.getByLabelText('What is read first').props['value']).toMatch(/cylinder 2/);
});

test('the page that is kept has its figures, its lead and what it asks', async () => {
  await open(decided('p2'), { 'POST /pages': THE_ROW });
  await eventually(() =>
    expect(screen.getByLabelText('What is read first').props['value']).toMatch(/We advise: another used engine/),
  );
  fireEvent.changeText(screen.getByLabelText('What is read first'), 'Buy the other one.');
  fireEvent.press(screen.getByText('Keep this page'));
  await eventually(() => expect(sent.some(({ path }) => path === '/pages')).toBe(true));
  expect(sent.find(({ path }) => path === '/pages')?.body).toMatchObject({
    page: { kind: 'owner', lead: 'Buy the other one.', asks: { option: 'Another used engine', stopAt: 1200 } },
  });
});

test('a kept page says when newer findings exist, and an answer told to the shop is noted with its sum', async () => {
  const bench = decided('p3');
  const page = {
    kind: 'owner' as const,
    lang: 'en' as const,
    title: 'Your engine',
    lead: 'As it was.',
    shop: 'Tidewrack',
    madeAt: AT,
    day: '4 May 2026',
    blocks: [{ is: 'text' as const, text: 'Of before.' }],
    asks: { option: 'Another used engine', stopAt: 1200, currency: 'EUR' },
  };
  const told = { ...bench, pages: [{ id: 'g', jobId: 'p3', page, madeAt: AT }] };
  expect(latestOf(told.pages)?.page.lead).toBe('As it was.');
  await open(told, { 'POST /answers': THE_ROW });
  await eventually(() => expect(written()).toMatch(/Newer findings exist/));
  fireEvent.changeText(screen.getByLabelText('What the owner said, in words'), 'go on');
  fireEvent.press(screen.getByText('Agreed'));
  await eventually(() => expect(sent.some(({ path }) => path === '/answers')).toBe(true));
  expect(sent.find(({ path }) => path === '/answers')?.body).toMatchObject({
    answer: 'agreed',
    through: 'shop',
    option: 'Another used engine',
    stopAt: 1200,
    note: 'go on',
    pageId: 'g',
  });
});

test('a first sentence that no page has room for is said at its field, and kept there', async () => {
  await open(read('p4'));
  fireEvent.changeText(screen.getByLabelText('What is read first'), 'so much '.repeat(90));
  expect(written()).toMatch(/is longer than 600 characters/);
  fireEvent.press(screen.getByText('As suggested'));
  expect(written()).not.toMatch(/is longer than/);
});
