import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import type { Bench } from '@rugged/contract';
import supertest from 'supertest';
import { hashPassword } from '../../src/accounts/password';
import { createServer } from '../../src/server';
import { prepareDatabase } from '../../src/store/prepare';
import { addPerson } from '../../src/store/people';
import { openStore } from '../../src/store/store';
import { bench, PASSWORD, reading } from '../shop-in-test';

interface Database {
  url: string;
  serverUrl: string;
  serverPassword: string;
  port: number;
  pid: number;
  stop(): Promise<void>;
}

const root = path.resolve(__dirname, '../../..');
/** A cluster of its own, kept by a process of its own. @param port only this one: a server waits there */
function start(port?: number): Promise<Database> {
  const options = JSON.stringify({ projectDir: root, name: 'pg-killed', ...(port ? { port } : {}) });
  const keeper = spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      '--input-type=module',
      '-e',
      `const { startDatabase } = await import('./scripts/database.ts');
       const { stop, onLost, ...database } = await startDatabase({ ...${options}, log: () => undefined });
       process.send(database);
       process.on('message', () => stop().then(() => process.exit(0)));`,
    ],
    { cwd: root, stdio: ['ignore', 'inherit', 'inherit', 'ipc'], env: { ...process.env, DATABASE_URL: '' } },
  );
  const stop = () =>
    new Promise<void>((resolve) => {
      keeper.once('exit', () => resolve());
      keeper.send('stop');
    });
  return new Promise((resolve, reject) => {
    keeper.once('message', (database) => resolve({ ...(database as Omit<Database, 'stop'>), stop }));
    keeper.once('exit', (code) => reject(new Error(`the database ended with ${code}`)));
  });
}

test('kill -9 of the database under load loses nothing acknowledged; the server goes on', async () => {
  let database = await start();
  const owner = await prepareDatabase(database.url, database.serverPassword, true);
  const ids = { shop: randomUUID(), person: randomUUID() };
  const store = openStore(owner);
  const { models } = store;
  await models.shops.create({ id: ids.shop, name: 'Shop', unit: 'psi', site: {}, houseRules: {}, nextJobNumber: 1 });
  const email = 'ines@killed.example';
  const passwordHash = await hashPassword(PASSWORD);
  await addPerson(store, { id: ids.person, shopId: ids.shop, name: 'Ines', email, passwordHash });
  await owner.close();
  const server = await createServer({ databaseUrl: database.serverUrl });
  try {
    const agent = supertest.agent(server.app);
    await agent.post('/api/session').send({ email, password: PASSWORD }).expect(201);
    const at = await bench(agent);
    const run = Array.from({ length: 200 }, (_, i) => reading(at.test, { peak: 100 + i / 10, strokes: [] }));
    const acknowledged = new Set<string>();
    const statuses = new Set<number>();
    let killed = false;
    const queue = [...run];
    await Promise.all(
      Array.from({ length: 6 }, async () => {
        for (let one = queue.shift(); one; one = queue.shift()) {
          if (!killed && acknowledged.size > 60) {
            killed = true;
            process.kill(database.pid, 'SIGKILL');
          }
          const { status } = await agent.post('/api/readings').send(one);
          statuses.add(status);
          if (status === 201) acknowledged.add(one.id);
        }
      }),
    );
    expect(acknowledged.size).toBeLessThan(200);
    // While it was away nobody was told anything else than to come again.
    expect([...statuses].sort()).toEqual([201, 503]);

    const lost = database;
    database = await start(lost.port);
    await lost.stop();
    const stored = async () => ((await agent.get(`/api/jobs/${at.job}`).expect(200)).body as Bench).readings;
    expect((await stored()).map(({ id }) => id)).toEqual(expect.arrayContaining([...acknowledged]));
    for (const one of run) {
      const { status } = await agent.post('/api/readings').send(one);
      expect([200, 201]).toContain(status);
    }
    const all = (await stored()).map(({ id }) => id);
    expect([all.length, new Set(all).size]).toEqual([200, 200]);
  } finally {
    await server.close().catch(() => undefined);
    await database.stop();
  }
}, 180_000);
