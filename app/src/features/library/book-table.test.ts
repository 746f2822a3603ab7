import { check, type NewBook, newBookSchema } from '@rugged/contract';
import { MOST_ROWS, readBooks, toCsv } from './book-table';

type Figures = Omit<NewBook, 'id' | 'engineId'>;
const wrongWith = (book: Figures) => {
  const checked = check(newBookSchema, { id: '0b6f7c1e-5f0a-4c57-9f5b-000000000001', ...book });
  return Promise.resolve(checked.ok ? [] : checked.errors.map(({ field, reason }) => `${field} ${reason}`));
};
const file = (content: string | Uint8Array, name = 'books.csv') =>
  ({
    name,
    arrayBuffer: () => Promise.resolve(typeof content === 'string' ? new TextEncoder().encode(content) : content),
  }) as unknown as Blob & { name: string };
const read = (content: string | Uint8Array, name?: string) => readBooks(file(content, name), 'psi', wrongWith);

const BOOKS: Figures[] = [
  {
    source: 'Handbook, "blue"',
    model: 'Orrin 20',
    engineTemperature: 'warm',
    compression: {
      unit: 'kgf/cm2',
      min: 8.2,
      bands: [
        { name: 'good', from: 9.5 },
        { name: 'very fair', from: 8.2 },
      ],
    },
    spread: { method: 'each-vs-others', limitPercent: 12 },
  },
  { source: 'Case sheet', crankcase: { unit: 'bar', pressure: 0.4, maximum: 0.5, holdSeconds: 180, maxDrop: 0.05 } },
];

test('a table comes back as the books it was made of', async () => {
  const { rows, refused } = await read(toCsv(BOOKS, 'psi'));
  expect(refused).toBeUndefined();
  expect(rows.map(({ book }) => book)).toEqual(BOOKS);
});
test('a list of books as JSON likewise, without its ids', async () => {
  const { rows } = await read(JSON.stringify(BOOKS.map((book) => ({ ...book, id: 'x', version: 3 }))), 'books.json');
  expect(rows.map(({ book }) => book)).toEqual(BOOKS);
});
test('each row says what is wrong with it, and the good ones stay', async () => {
  const { rows } = await read(
    '\ufeffsource,unit,compression.min,compression.max,temperature\nGood,psi,120,150,warm\nWrong,psi,150,120,\n' +
      ',psi,1,2,\nOdd,feet,120,150,lukewarm\nText,psi,12o,,\n',
  );
  expect(rows.map(({ line, source, wrong }) => [line, source, wrong.length === 0 ? 'good' : wrong.join('; ')])).toEqual(
    [
      [2, 'Good', 'good'],
      [3, 'Wrong', 'compression.min the minimum (150) is above the maximum (120)'],
      [4, '', expect.stringMatching(/^source /)],
      [5, 'Odd', 'temperature must be one of warm, cold; unit must be one of psi, kPa, bar, kgf/cm2'],
      [6, 'Text', expect.stringMatching(/^compression.min must be a number/)],
    ],
  );
});
test.each<[string, string | Uint8Array, RegExp]>([
  ['another encoding', new Uint8Array([0x73, 0xf6, 0x0a]), /is not UTF-8/],
  ['no source', 'name,min\na,1\n', /needs a column "source"/],
  ['a column that no book has', 'source,colour\na,red\n', /no book has: colour/],
  ['50,000 rows', `source\n${'a\n'.repeat(50_000)}`, /has 50,000 rows, and 5,000 are the most/],
  ['no list', '{"source": "a"}', /needs a column|must be a list/],
])('%s is refused as a whole', async (_, content, reason) => {
  const { rows, refused } = await read(content);
  expect([rows.length, refused]).toEqual([0, expect.stringMatching(reason)]);
});
test('as many rows as are allowed are read', async () => {
  expect((await read(`source\n${'a\n'.repeat(MOST_ROWS)}`)).rows).toHaveLength(MOST_ROWS);
});
