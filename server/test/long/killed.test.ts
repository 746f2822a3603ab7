import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import net from 'node:net';
import path from 'node:path';
import type { Bench } from '@rugged/contract';
import { bench, reading, serverUrlOf, type ShopInTest, shopInTest } from '../shop-in-test';

const root = path.resolve(__dirname, '../../..');
const bundle = path.join(root, 'dist', 'server.mjs');

let shop: ShopInTest;
const children: ChildProcess[] = [];
beforeAll(async () => {
  shop = await shopInTest();
  execFileSync(
    process.execPath,
    [
      '--import',
      'tsx',
      '--input-type=module',
      '-e',
      "await (await import('./scripts/bundle.ts')).ensureBundle('server')",
    ],
    { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] },
  );
});
afterAll(async () => {
  for (const child of children) child.kill('SIGKILL');
  await shop.server.close();
});

/** The real server as a process of its own, on a free port. */
function serve(): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [bundle], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: serverUrlOf(shop.databaseUrl), PORT: '0', LOG_LEVEL: 'error' },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  children.push(child);
  return new Promise((resolve, reject) => {
    child.once('message', (message) =>
      resolve({ child, url: `http://127.0.0.1:${(message as { listening: number }).listening}` }),
    );
    child.once('exit', (code) => reject(new Error(`server ended with ${code}`)));
  });
}

test('kill -9 during a run of 200 readings loses none that was acknowledged and doubles none', async () => {
  const ids = await bench(shop.agent);
  let { child, url } = await serve();
  const signIn = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ email: 'ines@one.example', password: 'a good long one' }),
  });
  const cookie = signIn.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const run = Array.from({ length: 200 }, (_, i) =>
    reading(ids.test, { cylinder: String(1 + (i % 4)), peak: 100 + i / 10, strokes: [] }),
  );
  const acknowledged = new Set<string>();
  const send = async (one: (typeof run)[number]) => {
    const answer = await fetch(`${url}/api/readings`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', cookie },
      body: JSON.stringify(one),
    });
    if (answer.ok) acknowledged.add(one.id);
    return answer.ok;
  };

  // Several at a time, and the server dies in the middle of it.
  let killed = false;
  const queue = [...run];
  await Promise.all(
    Array.from({ length: 8 }, async () => {
      for (let one = queue.shift(); one; one = queue.shift()) {
        if (!killed && acknowledged.size > 90) {
          killed = true;
          child.kill('SIGKILL');
        }
        await send(one).catch(() => undefined);
      }
    }),
  );
  expect(acknowledged.size).toBeLessThan(200);

  ({ child, url } = await serve());
  const stored = async () =>
    ((await shop.agent.get(`/api/jobs/${ids.job}`)).body as Bench).readings.map(({ id }) => id);
  expect(await stored()).toEqual(expect.arrayContaining([...acknowledged]));
  // The phone sends everything that was not acknowledged again, under the same ids; the session outlived the server.
  for (const one of run.filter(({ id }) => !acknowledged.has(id))) expect(await send(one)).toBe(true);
  const all = await stored();
  expect(all).toHaveLength(200);
  expect(new Set(all).size).toBe(200);
}, 120_000);

test('told to stop twice it stops once, in order', async () => {
  const { child } = await serve();
  const ended = new Promise((resolve) => child.once('exit', (code, signal) => resolve([code, signal])));
  child.kill('SIGTERM');
  child.kill('SIGTERM');
  expect(await ended).toEqual([0, null]);
});

test('a database that is not there yet is waited for, and said so', async () => {
  const away = new URL(serverUrlOf(shop.databaseUrl));
  const nobody = net.createServer();
  await new Promise<void>((resolve) => nobody.listen(0, '127.0.0.1', resolve));
  const { port } = nobody.address() as net.AddressInfo;
  await new Promise((resolve) => nobody.close(resolve));
  const there = new URL(away);
  away.port = String(port);
  const child = spawn(process.execPath, [bundle], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: away.href, PORT: '0', LOG_LEVEL: 'error' },
    stdio: ['ignore', 'inherit', 'pipe', 'ipc'],
  });
  children.push(child);
  const listening = new Promise((resolve) => child.once('message', resolve));
  await new Promise<void>((resolve) => {
    child.stderr?.on('data', (said: Buffer) => {
      if (/The database does not answer\. Asked again in 1 s/.test(String(said))) resolve();
    });
  });
  expect(child.exitCode).toBeNull();
  // There it comes.
  const road = net.createServer((from) => {
    const on = net.connect(Number(there.port), there.hostname);
    for (const socket of [from, on]) socket.on('error', () => undefined);
    from.pipe(on).pipe(from);
  });
  road.listen(port, '127.0.0.1');
  expect(await listening).toMatchObject({ listening: expect.any(Number) as number });
  child.kill('SIGTERM');
  await new Promise((resolve) => child.once('exit', resolve));
  road.close();
}, 60_000);
