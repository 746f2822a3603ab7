import { randomUUID } from 'node:crypto';
import { startCluster } from '../../cluster/cluster.ts';

let cluster: Awaited<ReturnType<typeof startCluster>>;
beforeAll(async () => {
  cluster = await startCluster({ name: 'cluster-test' });
}, 300_000);
afterAll(() => cluster.stop(), 60_000);

let cookie: string;
const ask = (method: string, at: string, body?: unknown) =>
  fetch(`${cluster.url}/api${at}`, {
    method,
    signal: AbortSignal.timeout(8000),
    headers: { 'Content-Type': 'application/json', ...(cookie ? { cookie } : {}) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

async function signIn(): Promise<void> {
  const answer = await ask('POST', '/session', { email: 'ines@tidewrack.example', password: 'low tide' });
  await answer.json();
  cookie = (answer.headers.get('set-cookie') ?? '').split(';')[0] as string;
}

interface OnBench {
  job: { id: string };
  tests: { id: string; kind: string }[];
  readings: { id: string }[];
  engine: { cylinders: string[] };
}
async function aBench(): Promise<{ jobId: string; testId: string; cylinder: string }> {
  const { items } = (await (await ask('GET', '/jobs?status=open')).json()) as { items: OnBench[] };
  const found = items.find(({ tests }) => tests.some(({ kind }) => kind === 'compression')) as OnBench;
  const test = found.tests.find(({ kind }) => kind === 'compression') as { id: string };
  return { jobId: found.job.id, testId: test.id, cylinder: found.engine.cylinders[0] as string };
}

const readingOf = (testId: string, cylinder: string, id: string) => ({
  id,
  testId,
  kind: 'compression',
  figures: { cylinder, unit: 'psi', peak: 131 },
  takenAt: '2026-11-27T10:00:00Z',
});

/**
 * Phones that keep readings one after the other, and send again what got no answer, under the same id.
 * @param when is told how many were acknowledged, and may do something about the servers
 */
async function load(many: number, phones: number, when: (acknowledged: number) => void) {
  const { jobId, testId, cylinder } = await aBench();
  const acknowledged: string[] = [];
  let again = 0;
  let left = many;
  const phone = async () => {
    while (left-- > 0) {
      const id = randomUUID();
      for (;;) {
        const status = await ask('POST', '/readings', readingOf(testId, cylinder, id)).then(
          async (answer) => {
            await answer.text();
            return answer.status;
          },
          () => 0,
        );
        if (status === 200 || status === 201) break;
        if (status !== 0 && status < 500) throw new Error(`answered with ${status}`);
        again += 1;
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
      acknowledged.push(id);
      when(acknowledged.length);
    }
  };
  await Promise.all(Array.from({ length: phones }, phone));
  const bench = (await (await ask('GET', `/jobs/${jobId}`)).json()) as OnBench;
  return { acknowledged, again, kept: bench.readings.map(({ id }) => id) };
}

test('a server killed in the middle: phones go on through the other, nothing is lost or doubled', async () => {
  await signIn();
  let killed: Promise<unknown> | undefined;
  const { acknowledged, kept } = await load(300, 6, (count) => {
    if (count === 100) killed = cluster.killServer('one').then(() => cluster.serve('one'));
  });
  await killed;
  expect(acknowledged).toHaveLength(300);
  expect(kept).toEqual(expect.arrayContaining(acknowledged));
  expect(new Set(kept).size).toBe(kept.length);
}, 120_000);

test('rolling: a newer server beside the old ones, those stopped one by one, and no request fails', async () => {
  await signIn();
  await cluster.serve('three');
  let rolled: Promise<unknown> | undefined;
  const { acknowledged, again, kept } = await load(500, 4, (count) => {
    if (count === 60)
      rolled = cluster
        .stopServer('one')
        .then(() => cluster.serve('one'))
        .then(() => cluster.stopServer('two'))
        .then(() => cluster.serve('two'));
  });
  await rolled;
  expect(again).toBe(0);
  expect(kept).toEqual(expect.arrayContaining(acknowledged));
}, 120_000);

test('the primary killed: the standby takes over, nothing acknowledged is lost, all stay signed in', async () => {
  await signIn();
  // Somebody listens all the while, and is told that something may have been missed.
  const heard: string[] = [];
  const away = new AbortController();
  const listen = async () => {
    while (!away.signal.aborted) {
      try {
        const stream = await fetch(`${cluster.url}/api/changes/live`, { headers: { cookie }, signal: away.signal });
        for await (const piece of stream.body as unknown as AsyncIterable<Uint8Array>)
          heard.push(Buffer.from(piece).toString());
      } catch {
        await new Promise((resolve) => setTimeout(resolve, 200));
      }
    }
  };
  const listening = listen();
  expect(cluster.pair.primary.name).toBe('a');
  const { acknowledged, kept } = await load(400, 6, (count) => {
    if (count === 150) cluster.killPrimary();
  });
  expect(cluster.pair.primary.name).toBe('b');
  expect(acknowledged).toHaveLength(400);
  expect(kept).toEqual(expect.arrayContaining(acknowledged));
  expect(new Set(kept).size).toBe(kept.length);
  expect((await ask('GET', '/session')).status).toBe(200);
  // Listening again, through the new primary.
  const before = heard.join('').length;
  const other = await fetch(`${cluster.url}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ email: 'tolv@tidewrack.example', password: 'low tide' }),
  });
  await other.json();
  const tolv = (other.headers.get('set-cookie') ?? '').split(';')[0] as string;
  const { testId, cylinder } = await aBench();
  const end = Date.now() + 15_000;
  while (Date.now() < end && !heard.join('').slice(before).includes('event: touched')) {
    await fetch(`${cluster.url}/api/readings`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', cookie: tolv },
      body: JSON.stringify(readingOf(testId, cylinder, randomUUID())),
    });
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
  expect(heard.join('').slice(before)).toContain('event: touched');
  away.abort();
  await listening;
}, 180_000);
