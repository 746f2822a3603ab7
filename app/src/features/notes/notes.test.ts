import type { Note } from '@rugged/contract';
import { fitted } from '@/bench/notes/shrink';
import { countingNotes, keepNote, takeBackNote } from '@/bench/notes/use-notes';

const mockKept: { path: string; body: Record<string, unknown> }[] = [];
jest.mock('@/data/client', () => ({
  outbox: {
    keep: (entries: typeof mockKept) => {
      mockKept.push(...entries);
      return Promise.resolve();
    },
  },
}));
beforeEach(() => {
  mockKept.length = 0;
});

const bench = { job: { id: 'j' }, engine: { name: 'Orrin 20' } } as Parameters<typeof keepNote>[0];
const note = (id: string, minute: number, change: Partial<Note> = {}): Note => ({
  id,
  jobId: 'j',
  about: 'plug',
  text: id,
  madeAt: `2026-05-04T10:0${minute}:00Z`,
  ...change,
});

test('notes that were taken back do not count; the latest comes first', () => {
  expect(
    countingNotes([note('a', 1), note('b', 3), note('c', 2), note('x', 4, { supersedes: 'c', withdrawn: true })]).map(
      ({ id }) => id,
    ),
  ).toEqual(['b', 'a']);
});

test('a photograph goes before the note that shows it', async () => {
  await keepNote(bench, { about: 'gauge', cylinder: '2', photo: { mime: 'image/jpeg', data: 'AAAA' } });
  const [photo, written] = mockKept;
  expect([photo?.path, written?.path]).toEqual(['/photos', '/notes']);
  expect(written?.body).toMatchObject({ cylinder: '2', about: 'gauge', photoId: photo?.body['id'] });
});

test('taking back is a row of its own', async () => {
  await takeBackNote(bench, note('a', 1, { cylinder: '2' }));
  expect(mockKept).toEqual([
    expect.objectContaining({
      path: '/notes',
      body: expect.objectContaining({ supersedes: 'a', withdrawn: true, cylinder: '2' }) as object,
    }),
  ]);
});

test.each([
  [4000, 3000, 1280, 960],
  [3000, 4000, 960, 1280],
  [640, 480, 640, 480],
  [5000, 2, 1280, 1],
])('%p x %p is kept as %p x %p', (width, height, w, h) => {
  expect(fitted(width, height, 1280)).toEqual({ width: w, height: h });
});
