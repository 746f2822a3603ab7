import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import fc from 'fast-check';
import { bench, NOW, reading, type ShopInTest, shopInTest } from './shop-in-test';

/** All ten thousand in a long run. */
const REQUESTS = Number(process.env['RUNS_TIMES'] ?? 1) > 1 ? 10_000 : 1_500;
const SLOWEST_MS = 2000;

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
let listener: Server;
let origin: string;
let cookie: string;
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
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
const made = () => ({ id: randomUUID(), jobId: ids.job, madeAt: NOW });
/** A good body of each way in: what is sent is one of these with something in it changed. */
const WRITES: readonly (readonly ['POST' | 'PATCH', () => string, () => Json])[] = [
  ['POST', () => 'owners', () => ({ id: randomUUID(), name: 'x', phone: '1', email: 'a@b.example', note: 'n' })],
  ['POST', () => 'machines', () => ({ id: randomUUID(), ownerId: ids.owner, name: 'm', serial: 's' })],
  [
    'POST',
    () => 'engines',
    () => ({
      id: randomUUID(),
      machineId: ids.machine,
      name: 'e',
      cycle: 'four-stroke',
      fuel: 'petrol',
      family: 'motorcycle',
      layout: 'inline',
      cylinders: ['1', '2'],
      boreMm: 60,
      strokeMm: 50,
      compressionRatio: 9,
      firingOrder: ['1', '2'],
    }),
  ],
  [
    'POST',
    () => 'books',
    () => ({
      id: randomUUID(),
      engineId: ids.engine,
      source: 'b',
      compression: { unit: 'psi', min: 100, max: 150 },
      crankcase: { unit: 'psi', pressure: 5, maximum: 8, holdSeconds: 180, maxDrop: 1 },
    }),
  ],
  [
    'POST',
    () => 'jobs',
    () => ({
      id: randomUUID(),
      engineId: ids.engine,
      complaint: 'c',
      site: { altitudeM: 200 },
      openedAt: NOW,
      meter: 12,
      symptoms: ['knocks'],
      houseRules: { leakSupplyKPa: 500 },
    }),
  ],
  [
    'POST',
    () => 'tests',
    () => ({
      id: randomUUID(),
      jobId: ids.job,
      kind: 'crankcase',
      conditions: { mode: 'pressure', unit: 'psi', case: '1' },
      startedAt: NOW,
    }),
  ],
  ['POST', () => 'readings', () => reading(ids.test)],
  ['POST', () => 'notes', () => ({ ...made(), about: 'plug', plug: 'oily', cylinder: '1', text: 't' })],
  ['POST', () => 'ticks', () => ({ ...made(), procedure: 'compression', step: 's', mark: 'done' })],
  ['POST', () => 'signatures', () => ({ ...made(), procedure: 'compression' })],
  ['POST', () => 'overrules', () => ({ ...made(), cylinder: '1', state: 'sound', reason: 'seen with the head off' })],
  ['POST', () => 'outcomes', () => ({ ...made(), cylinder: '1', found: 'piston-damage' })],
  ['POST', () => 'repairs', () => ({ ...made(), what: 'w', hours: 1, partsCost: 3, meter: 5 })],
  [
    'POST',
    () => 'decisions',
    () => ({
      ...made(),
      input: { labourRatePerHour: 60, valueRunning: 900, valueAsIs: 80, options: [{ name: 'o', partsLikely: 3 }] },
    }),
  ],
  ['POST', () => 'answers', () => ({ ...made(), answer: 'agreed', through: 'shop' })],
  ['POST', () => 'page-links', () => ({ id: randomUUID(), pageId: randomUUID(), days: 7 })],
  ['POST', () => 'testers', () => ({ id: randomUUID(), kind: 'compression', name: 't', tester: { unit: 'psi' } })],
  ['POST', () => 'sensors', () => ({ kind: 'compression' })],
  ['POST', () => 'photos', () => ({ ...made(), mime: 'image/png', data: 'iVBORw0KGgo=' })],
  ['POST', () => 'session', () => ({ email: `${randomUUID()}@b.example`, password: 'p' })],
  [
    'PATCH',
    () => `jobs/${ids.job}`,
    () => ({ version: versionOf(`jobs/${ids.job}`), complaint: 'c', houseRules: { leakSupplyKPa: 500 } }),
  ],
  [
    'PATCH',
    () => `engines/${ids.engine}`,
    () => ({ version: versionOf(`engines/${ids.engine}`), boreMm: 70, cylinders: ['1', '2', '3', '4'] }),
  ],
  [
    'PATCH',
    () => `books/${ids.book}`,
    () => ({ version: versionOf(`books/${ids.book}`), source: 's', compression: { unit: 'psi', min: 1 } }),
  ],
  [
    'PATCH',
    () => 'shop',
    () => ({ version: versionOf('shop'), name: 'n', houseRules: { leakSupplyKPa: 500 }, site: {} }),
  ],
];
const READS: readonly string[] = [
  'jobs?status=open&search=q&limit=5&before=9',
  'jobs/changes?since=2026-05-04T10:00:00Z',
  'jobs/ID',
  'jobs/ID/judgement',
  'jobs/ID/job-file',
  'jobs/ID/page-links',
  'engines?search=q&after=x&limit=5',
  'engines/ID',
  'engines/ID/read-here',
  'books?search=q&after=x',
  'photos/ID',
  'pages/ID/page.pdf',
  'dates',
  'outcomes/track',
  'session',
  'live?kind=compression&jobId=ID&cylinder=1&take=1',
  'sensors/ID/live?after=j1-2',
];

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
  { weight: 4, arbitrary: fc.tuple(fc.nat(WRITES.length - 1), fc.array(fc.nat(20), { maxLength: 4 }), nasty) },
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
  const [method, where, good] = WRITES[at] as (typeof WRITES)[number];
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
    const [, where] = WRITES[at] as (typeof WRITES)[number];
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
