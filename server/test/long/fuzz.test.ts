import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import fc from 'fast-check';
import { bench, type ShopInTest, shopInTest } from '../shop-in-test';
import { READS, type Write, writesOf } from '../ways-in';

/** All ten thousand in a long run. */
const REQUESTS = Number(process.env['RUNS_TIMES'] ?? 1) > 1 ? 10_000 : 1_000;
const SLOWEST_MS = 2000;

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
let listener: Server;
let origin: string;
let cookie: string;
let WRITES: readonly Write[];
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
  WRITES = writesOf(ids, versionOf);
  listener = shop.server.app.listen(0, '127.0.0.1');
  await new Promise((resolve) => listener.once('listening', resolve));
  origin = `http://127.0.0.1:${(listener.address() as AddressInfo).port}`;
  const signedIn = await fetch(`${origin}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'ines@one.example', password: 'a good long one' }),
  });
  cookie = signedIn.headers.get('set-cookie')?.split(';')[0] ?? '';
});
afterAll(async () => {
  listener.close();
  listener.closeAllConnections();
  await shop.server.close();
});

/** What no form sends and every server gets. */
const NASTY = [
  null,
  '',
  ' ',
  'x'.repeat(5000),
  '\0',
  '\ud800',
  'ä😀',
  -1,
  0,
  1e308,
  9007199254740993,
  2147483648,
  0.1,
  true,
  [],
  {},
  [[[]]],
  { a: { b: 1 } },
  '0000-01-01T00:00:00Z',
  '2026-02-31T10:00:00Z',
  '9999-12-31T23:59:59Z',
  '2026-05-04',
  '{0b6f7c1e-5f0a-4c57-9f5b-0d1f5a6b7c8d}',
  '0b6f7c1e-5f0a-4c57-9f5b-0d1f5a6b7c8d',
  '__proto__',
  'psi',
  '1',
] as const;

type Json = unknown;
/** What was changed stands at another version: the next good change is made from that. */
const versions = new Map<string, number>();
const versionOf = (path: string) => versions.get(path) ?? 1;
/** The same with one value somewhere in it exchanged, or taken out. */
function mutated(value: Json, path: readonly number[], nasty: Json): Json {
  if (value === null || typeof value !== 'object' || path.length === 0) return nasty;
  const entries = Object.entries(value);
  if (entries.length === 0) return nasty;
  const [first = 0, ...rest] = path;
  const at = first % entries.length;
  const changed = entries.flatMap(([name, one], i): [string, Json][] => {
    if (i !== at) return [[name, one]];
    const next = mutated(one, rest, nasty);
    return next === undefined ? [] : [[name, next]];
  });
  return Array.isArray(value) ? changed.map(([, one]) => one) : Object.fromEntries(changed);
}

const nasty = fc.oneof(fc.constantFrom(undefined, ...NASTY), fc.jsonValue());
const inUrl = fc.constantFrom('', '%00', '%ED%A0%80', '%', '{}', '..', '%27%3B--', '-1', '1e9', 'x'.repeat(300));
const request = fc.oneof(
  { weight: 4, arbitrary: fc.tuple(fc.nat(999), fc.array(fc.nat(20), { maxLength: 4 }), nasty) },
  { weight: 1, arbitrary: fc.tuple(fc.nat(READS.length - 1), inUrl, fc.nat(9)) },
);

/** Nothing is changed. */
const NOWHERE: readonly number[] = [-1];
/** No such page, nothing signed while a caution is unread, no picture, a wrong password. */
const REFUSED_RIGHTLY: ReadonlySet<string> = new Set(['page-links', 'signatures', 'photos', 'session']);

async function send([at, path, more]: readonly [number, readonly number[] | string, Json]): Promise<[string, number]> {
  if (typeof path === 'string') {
    const read = READS[at] as string;
    const url = read
      .replace('ID', typeof more === 'number' && more < 4 ? ids.job : path)
      .replace(/=[^&]*$/, `=${path}`);
    const { status, body } = await fetch(`${origin}/api/${more === 9 ? read.replace('ID', ids.job) : url}`, {
      headers: { cookie },
      signal: AbortSignal.timeout(SLOWEST_MS),
    });
    await body?.cancel();
    return [`GET ${url}`, status];
  }
  const [method, where, good] = WRITES[at % WRITES.length] as Write;
  const body = JSON.stringify(path === NOWHERE ? good() : mutated(good(), path, more)) ?? '';
  const answer = await fetch(`${origin}/api/${where()}`, {
    method,
    headers: { cookie, 'content-type': 'application/json' },
    body,
    signal: AbortSignal.timeout(SLOWEST_MS),
  });
  const said = (await answer.json().catch(() => null)) as { version?: number; current?: { version?: number } } | null;
  const version = said?.version ?? said?.current?.version;
  if (version !== undefined) versions.set(where(), version);
  return [`${method} ${where()} ${body.slice(0, 400)}`, answer.status];
}

test('every good body is taken: the mutants are of something that works', async () => {
  const refused: string[] = [];
  for (const at of WRITES.keys()) {
    const [, where] = WRITES[at] as Write;
    // A book that was put on the engine moved its version: told so, the change is made again.
    let [what, status] = await send([at, NOWHERE, undefined]);
    if (status === 409) [what, status] = await send([at, NOWHERE, undefined]);
    if (status >= 300 && !REFUSED_RIGHTLY.has(where())) refused.push(`${status} ${what}`);
  }
  expect(refused).toEqual([]);
});

test(`${REQUESTS} requests that nobody means: no 5xx, no hang, and every job still has its verdict`, async () => {
  const bad: string[] = [];
  const taken = new Set<string>();
  for (const one of fc.sample(request, { numRuns: REQUESTS, seed: 727 })) {
    const [what, status] = await send(one as Parameters<typeof send>[0]).catch(
      (error: Error) => [`${JSON.stringify(one)} ${error.message}`, 599] as [string, number],
    );
    if (status >= 500) bad.push(`${status} ${what}`);
    if (status < 300 && !what.startsWith('GET')) taken.add(what.split(' ', 2).join(' '));
  }
  expect(bad).toEqual([]);
  // Most ways in took something: it is the handlers that were tried, not only the schemas.
  expect(taken.size).toBeGreaterThan(WRITES.length / 2);
  for (const job of await shop.owner.models.jobs.findAll({ attributes: ['id'] })) {
    const id = job.get('id') as string;
    const answer = await fetch(`${origin}/api/jobs/${id}/judgement`, { headers: { cookie } });
    expect([id, answer.status, answer.status === 200 ? '' : await answer.text()]).toEqual([id, 200, '']);
  }
}, 600_000);
