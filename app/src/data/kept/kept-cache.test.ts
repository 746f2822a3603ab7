import 'fake-indexeddb/auto';
import type { Bench, Page } from '@rugged/contract';
import { type InfiniteData, QueryClient } from '@tanstack/react-query';
import { openDB } from 'idb';
import { aBench } from '@/bench/bench.fixture';
import { KeptCache } from './kept-cache';
import { keptJobs, NEWEST_KEPT, OPENED_KEPT } from './rows';

const bench = (number: number) => aBench({ job: { id: `j${number}`, number } });
const list = (...pages: number[][]): InfiniteData<Page<Bench>> => ({
  pages: pages.map((numbers) => ({ items: numbers.map(bench), total: 900, at: 'then' })),
  pageParams: pages.map((_, i) => String(i)),
});

let name = 0;
let waiting = new Set<string>();
const device = () => {
  const client = new QueryClient({ defaultOptions: { queries: { gcTime: Infinity } } });
  const cache = new KeptCache(client, { waiting: () => waiting, keptMs: 1000 * 3600, name: `cache-${name}` });
  return { client, cache };
};
const seen = (client: QueryClient, numbers: readonly number[]) =>
  numbers.forEach((n) => client.setQueryData(['bench', `j${n}`], bench(n)));
const rowsOf = async () => (await openDB(`cache-${name}`)).getAllKeys('rows');

beforeEach(() => {
  name += 1;
  waiting = new Set();
});

test('what was fetched is there after the tab was closed, a list with its jobs', async () => {
  const { client, cache } = device();
  await cache.restore();
  seen(client, [9, 8]);
  client.setQueryData(['jobs', 'open', ''], list([9, 8]));
  await cache.flush();
  const again = device();
  await again.cache.restore();
  expect(again.client.getQueryData(['bench', 'j9'])).toEqual(bench(9));
  expect(again.client.getQueryData(['jobs', 'open', ''])).toEqual(list([9, 8]));
});

test('one change writes one job, and a list holds no second copy of it', async () => {
  const { client, cache } = device();
  await cache.restore();
  client.setQueryData(['jobs', 'open', ''], list([9]));
  seen(client, [9]);
  await cache.flush();
  const db = await openDB(`cache-${name}`);
  expect(JSON.stringify(await db.get('rows', JSON.stringify(['jobs', 'open', ''])))).not.toContain('hard start');
});

test('the newest two hundred, those opened last and those not sent yet stay; the others leave the disk', async () => {
  const { client, cache } = device();
  await cache.restore();
  waiting = new Set(['j3']);
  seen(client, [3, 4]);
  await cache.flush();
  seen(
    client,
    Array.from({ length: NEWEST_KEPT }, (_, i) => 100 + i),
  );
  await cache.flush();
  const rows = await rowsOf();
  expect(rows).toHaveLength(NEWEST_KEPT + 1);
  expect(rows).toContain('["bench","j3"]');
  expect(rows).not.toContain('["bench","j4"]');
});

test('an old job that was opened here stays before one that only stood in a list', () => {
  const many = Array.from({ length: 400 }, (_, i) => ({ id: `j${i}`, number: i, ...(i < 60 ? { opened: i } : {}) }));
  const kept = keptJobs(many, new Set());
  expect(kept.size).toBe(NEWEST_KEPT + OPENED_KEPT);
  expect(kept.has('j59')).toBe(true);
  expect(kept.has('j9')).toBe(false);
  expect(kept.has('j100')).toBe(false);
});

test('a list ends before the page of which a job is no longer here', async () => {
  const { client, cache } = device();
  await cache.restore();
  seen(client, [9, 8]);
  client.setQueryData(['jobs', 'open', ''], list([9, 8], [7, 6]));
  await cache.flush();
  const again = device();
  await again.cache.restore();
  expect(again.client.getQueryData(['jobs', 'open', ''])).toEqual(list([9, 8]));
});

test('searches are not kept, nor what is too old; signing out takes everything', async () => {
  const { client, cache } = device();
  await cache.restore();
  client.setQueryData(['jobs', 'open', 'seal'], list([9]));
  client.setQueryData(['find', 'seal'], {});
  client.setQueryData(['engines', 'x'], {});
  seen(client, [9]);
  await cache.flush();
  expect(await rowsOf()).toEqual(['["bench","j9"]']);
  const late = device();
  await late.cache.restore(Date.now() + 2 * 3600 * 1000);
  expect(late.client.getQueryData(['bench', 'j9'])).toBeUndefined();
  client.clear();
  await cache.flush();
  expect(await rowsOf()).toEqual([]);
});

test('what an earlier version kept as one string is opened by this one', async () => {
  const db = await openDB(`cache-${name}`, 1, { upgrade: (old) => void old.createObjectStore('cache') });
  const queries = [
    { queryKey: ['bench', 'j9'], state: { data: bench(9), dataUpdatedAt: Date.now() } },
    { queryKey: ['jobs', 'open', ''], state: { data: list([9]), dataUpdatedAt: Date.now() } },
    { queryKey: ['changes'], state: { data: null, dataUpdatedAt: Date.now() } },
  ];
  await db.put('cache', JSON.stringify({ clientState: { queries } }), 'queries');
  db.close();
  const { client, cache } = device();
  await cache.restore();
  expect(client.getQueryData(['jobs', 'open', ''])).toEqual(list([9]));
  expect(await rowsOf()).toHaveLength(2);
});

test('a browser that keeps nothing is no obstacle', async () => {
  const { client, cache } = device();
  const { open } = indexedDB;
  indexedDB.open = () => {
    throw new DOMException('forbidden', 'SecurityError');
  };
  try {
    await cache.restore();
    seen(client, [9]);
    await cache.flush();
    expect(client.getQueryData(['bench', 'j9'])).toEqual(bench(9));
  } finally {
    indexedDB.open = open;
  }
});
