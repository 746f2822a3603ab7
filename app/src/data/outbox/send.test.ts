import type { SentRow } from '@rugged/contract';
import { NoSignal } from '@/data/api';
import type { Entry } from './entry';
import { sendRows, together } from './send';

const entry = (seq: number, change: Partial<Entry> = {}): Entry => ({
  seq,
  personId: 'p',
  method: 'POST',
  path: '/readings',
  body: { id: String(seq) },
  what: String(seq),
  queuedAt: '',
  ...change,
});
const many = (count: number) => Array.from({ length: count }, (_, at) => entry(at));
const photo = entry(900, { path: '/photos' });

test('fifty at once; a photograph goes alone and in its place', () => {
  expect(together(many(120))).toHaveLength(50);
  expect(together([...many(3), photo, ...many(3)])).toHaveLength(3);
  expect(together([photo, ...many(3)])).toEqual([photo]);
  expect(together([])).toEqual([]);
});

test('no more than the server takes in one body; what is too long by itself goes alone', () => {
  const long = (seq: number, length: number) => entry(seq, { body: { text: 'ø'.repeat(length) } });
  expect(together([long(1, 30_000), long(2, 30_000), long(3, 30_000)])).toHaveLength(2);
  expect(together([long(1, 100_000), long(2, 5)])).toHaveLength(1);
});

/** Answers of a server by path; what was asked. */
function server(answer: (path: string, body: { rows: SentRow[] }) => { status: number; body: object }) {
  const asked: string[] = [];
  globalThis.fetch = ((url: string, { body }: { body: string }) => {
    asked.push(url);
    const { status, body: json } = answer(url, JSON.parse(body) as { rows: SentRow[] });
    return Promise.resolve({ status, ok: status < 400, json: () => Promise.resolve(json) });
  }) as unknown as typeof fetch;
  return asked;
}

test('each row is answered by itself', async () => {
  const asked = server((_, { rows }) => ({
    status: 200,
    body: {
      answers: rows.map(({ body }) =>
        body['id'] === '1' ? { status: 422, body: { title: 'No', status: 422 } } : { status: 201, body },
      ),
    },
  }));
  expect(await sendRows(many(3))).toEqual([
    { row: { id: '0' } },
    { problem: { title: 'No', status: 422 } },
    { row: { id: '2' } },
  ]);
  expect(asked).toEqual(['/api/rows']);
});

test.each([404, 413, 422])('a batch refused as a whole with %p: its first row is sent by itself', async (status) => {
  const asked = server((path, body) =>
    path === '/api/rows' ? { status, body: { title: 'No', status } } : { status: 201, body },
  );
  expect(await sendRows(many(2))).toEqual([{ row: { id: '0' } }]);
  expect(asked).toEqual(['/api/rows', '/api/readings']);
});

test.each([401, 429, 503])('a batch answered with %p is not taken apart', async (status) => {
  const asked = server(() => ({ status, body: { title: 'No', status } }));
  expect(await sendRows(many(2))).toEqual([{ problem: { title: 'No', status } }]);
  expect(asked).toHaveLength(1);
});

test('nobody there: no signal', async () => {
  globalThis.fetch = () => Promise.reject(new TypeError('failed'));
  await expect(sendRows(many(2))).rejects.toThrow(NoSignal);
});
