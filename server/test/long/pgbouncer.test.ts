import { type ChildProcess, spawn } from 'node:child_process';
import fs from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import type { Bench, History } from '@rugged/contract';
import supertest from 'supertest';
import { createServer, type Server } from '../../src/server';
import { asPostgres } from '../../../scripts/database';
import { freePort } from '../../../scripts/ports';
import { bench, PASSWORD, reading, serverUrlOf, type ShopInTest, shopInTest } from '../shop-in-test';

/** Behind Debian's PgBouncer in transaction mode, with fewer connections than there are requests at once. */
const root = path.resolve(__dirname, '../../..');
let shop: ShopInTest;
let server: Server;
let pooler: ChildProcess;
const dir = path.join(root, '.data', `pgbouncer-${process.pid}`);

beforeAll(async () => {
  shop = await shopInTest();
  const direct = new URL(serverUrlOf(shop.databaseUrl));
  const id = asPostgres(dir);
  const port = await freePort();
  fs.writeFileSync(path.join(dir, 'users'), `"${direct.username}" "${decodeURIComponent(direct.password)}"\n`);
  fs.writeFileSync(
    path.join(dir, 'pgbouncer.ini'),
    `[databases]
* = host=127.0.0.1 port=${direct.port}
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${port}
unix_socket_dir =
auth_type = scram-sha-256
auth_file = ${path.join(dir, 'users')}
pool_mode = transaction
default_pool_size = 3
max_client_conn = 200
server_reset_query =
logfile = ${path.join(dir, 'log')}
`,
  );
  for (const file of ['users', 'pgbouncer.ini'])
    if (id.uid !== undefined) fs.chownSync(path.join(dir, file), id.uid, id.gid ?? 0);
  pooler = spawn('/usr/sbin/pgbouncer', [path.join(dir, 'pgbouncer.ini')], { ...id, cwd: dir, stdio: 'ignore' });
  await answers(port);
  const pooledUrl = Object.assign(new URL(direct), { port: String(port) }).href;
  server = await createServer({ databaseUrl: pooledUrl, listenUrl: direct.href, pooled: true });
}, 60_000);
afterAll(async () => {
  await server.close();
  pooler.kill('SIGINT');
  fs.rmSync(dir, { recursive: true, force: true });
  await shop.server.close();
});

async function answers(port: number): Promise<void> {
  for (let i = 0; i < 100; i += 1) {
    const open = await new Promise<boolean>((resolve) => {
      const socket = net.connect(port, '127.0.0.1', () => {
        socket.end();
        resolve(true);
      });
      socket.once('error', () => resolve(false));
    });
    if (open) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('PgBouncer does not answer');
}

async function signIn(email: string) {
  const agent = supertest.agent(server.app);
  await agent.post('/api/session').send({ email, password: PASSWORD }).expect(201);
  return agent;
}

test('many at once of two shops: each is shown its own, and written down under its own name', async () => {
  await shop.addShop('rolf@two.example');
  await shop.addToShop('tolv@one.example', 'apprentice');
  const [ines, tolv, rolf] = [
    await signIn('ines@one.example'),
    await signIn('tolv@one.example'),
    await signIn('rolf@two.example'),
  ];
  const [ours, theirs] = [await bench(ines), await bench(rolf)];
  const asked = Array.from({ length: 240 }, (_, i) => {
    const [agent, own, other] = i % 3 === 2 ? [rolf, theirs, ours] : [i % 3 ? tolv : ines, ours, theirs];
    return async () => {
      expect((await agent.post('/api/readings').send(reading(own.test))).status).toBe(201);
      expect((await agent.post('/api/readings').send(reading(other.test))).status).toBe(422);
      expect((await agent.get(`/api/jobs/${other.job}`)).status).toBe(404);
      expect((await agent.get(`/api/jobs/${own.job}`)).status).toBe(200);
      expect(((await agent.get('/api/jobs?status=all')).body as { items: unknown[] }).items).toHaveLength(1);
    };
  });
  for (let i = 0; i < asked.length; i += 24) await Promise.all(asked.slice(i, i + 24).map((one) => one()));
  const { readings } = (await ines.get(`/api/jobs/${ours.job}`)).body as Bench;
  expect(readings).toHaveLength(160);
  expect(readings.filter(({ by }) => by === 'tolv').every(({ apprentice }) => apprentice === true)).toBe(true);
  expect(readings.filter(({ by }) => by === 'ines').some(({ apprentice }) => apprentice)).toBe(false);
  const { items } = (await ines.get('/api/history?limit=200')).body as History;
  const of = (name: string) => items.filter(({ by, record }) => by === name && record === 'readings').length;
  expect([of('ines'), of('tolv'), of('rolf')]).toEqual([80, 80, 0]);
}, 120_000);

test('what fails is undone whole, and the connection is good for the next', async () => {
  const ines = await signIn('ines@one.example');
  const { job } = await bench(ines);
  const id = crypto.randomUUID();
  const sent = { id, engineId: crypto.randomUUID(), complaint: 'x', site: {}, openedAt: '2026-05-04T10:00:00Z' };
  const before = ((await ines.get(`/api/jobs/${job}`)).body as Bench).job.number ?? 0;
  await ines.post('/api/jobs').send(sent).expect(422);
  const next = await bench(ines);
  expect(((await ines.get(`/api/jobs/${next.job}`)).body as Bench).job.number).toBe(before + 1);
  // The same new row twenty times at once.
  const note = { id: crypto.randomUUID(), jobId: job, about: 'other', text: 'once', madeAt: '2026-05-04T10:00:00Z' };
  const answers = await Promise.all(Array.from({ length: 20 }, () => ines.post('/api/notes').send(note)));
  expect(answers.map(({ status }) => status).sort()).toEqual([...Array<number>(19).fill(200), 201]);
});
