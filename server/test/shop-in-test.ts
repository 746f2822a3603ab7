import { randomUUID } from 'node:crypto';
import type { Role } from '@rugged/contract/people';
import pg from 'pg';
import supertest from 'supertest';
import { hashPassword } from '../src/accounts/password';
import { createServer, type Server } from '../src/server';
import { addPerson } from '../src/store/people';
import { connect } from '../src/store/sequelize';
import { openStore, type Store } from '../src/store/store';

export const PASSWORD = 'a good long one';

/** The server's own login at a database, as it is in earnest. */
export const serverUrlOf = (databaseUrl: string): string =>
  Object.assign(new URL(process.env['TEST_SERVER_URL'] as string), { pathname: new URL(databaseUrl).pathname }).href;

/** A database of its own, copied from the migrated template: the address of who owns it. */
export async function freshDatabase(): Promise<string> {
  const base = process.env['TEST_DATABASE_URL'] as string;
  const name = `t_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client(base);
  await admin.connect();
  await admin.query(`CREATE DATABASE ${name} TEMPLATE template_rugged`);
  await admin.end();
  const url = new URL(base);
  url.pathname = `/${name}`;
  return url.href;
}

export interface ShopInTest {
  server: Server;
  /** The database under the login that owns it: behind no lock. */
  owner: Store;
  databaseUrl: string;
  ids: { shop: string; person: string };
  agent: Agent;
  signIn(email: string): Promise<Agent>;
  addShop(email: string): Promise<void>;
  /** Somebody more in the shop of `ids`, signed in. */
  addToShop(email: string, role: Role): Promise<Agent>;
}
export type Agent = ReturnType<typeof supertest.agent>;

/**
 * A server with one shop and one signed-in person.
 *
 * @param at a database, and a login of it that is not the server's own
 */
export async function shopInTest(at?: { databaseUrl: string; serverUrl: string }): Promise<ShopInTest> {
  const databaseUrl = at?.databaseUrl ?? (await freshDatabase());
  const server = await createServer({ databaseUrl: at?.serverUrl ?? serverUrlOf(databaseUrl) });
  const owner = openStore(connect(databaseUrl, { patient: true }));
  const ids = { shop: randomUUID(), person: randomUUID() };
  const newShop = (id: string, email: string) =>
    owner.models.shops.create({
      id,
      name: `Shop of ${email}`,
      unit: 'psi',
      site: {},
      houseRules: {},
      nextJobNumber: 1,
    });
  const person = async (shopId: string, id: string, email: string, role: Role = 'owner') =>
    addPerson(owner, {
      id,
      shopId,
      name: email.split('@')[0] ?? email,
      email,
      passwordHash: await hashPassword(PASSWORD),
      role,
    });
  const signIn = async (email: string) => {
    const agent = supertest.agent(server.app);
    await agent.post('/api/session').send({ email, password: PASSWORD }).expect(201);
    return agent;
  };
  await newShop(ids.shop, 'ines@one.example');
  await person(ids.shop, ids.person, 'ines@one.example');
  return {
    server: {
      ...server,
      close: async () => {
        await Promise.all([server.close(), owner.sequelize.close()]);
      },
    },
    owner,
    databaseUrl,
    ids,
    agent: await signIn('ines@one.example'),
    signIn,
    addShop: async (email) => {
      const id = randomUUID();
      await newShop(id, email);
      await person(id, randomUUID(), email);
    },
    addToShop: async (email, role) => {
      await person(ids.shop, randomUUID(), email, role);
      return signIn(email);
    },
  };
}

export const NOW = '2026-05-04T10:00:00.000Z';

/** An owner, a machine, a four-cylinder engine with a book, a job and a test, posted one after the other. */
export async function bench(agent: Agent) {
  const ids = {
    owner: randomUUID(),
    machine: randomUUID(),
    engine: randomUUID(),
    book: randomUUID(),
    job: randomUUID(),
    test: randomUUID(),
  };
  await agent.post('/api/owners').send({ id: ids.owner, name: 'Wil Tarn' }).expect(201);
  await agent.post('/api/machines').send({ id: ids.machine, ownerId: ids.owner, name: 'Skiff' }).expect(201);
  await agent
    .post('/api/engines')
    .send({
      id: ids.engine,
      machineId: ids.machine,
      name: 'Orrin 40',
      cycle: 'two-stroke',
      fuel: 'petrol',
      family: 'outboard',
      layout: 'inline',
      cylinders: ['1', '2', '3', '4'],
    })
    .expect(201);
  await agent
    .post('/api/books')
    .send({ id: ids.book, engineId: ids.engine, source: 'Handbook', compression: { unit: 'psi', min: 120, max: 150 } })
    .expect(201);
  await agent
    .post('/api/jobs')
    .send({ id: ids.job, engineId: ids.engine, complaint: 'hard start', site: {}, openedAt: NOW })
    .expect(201);
  await agent
    .post('/api/tests')
    .send({
      id: ids.test,
      jobId: ids.job,
      kind: 'compression',
      conditions: { engineTemperature: 'warm', throttle: 'open', tester: { unit: 'psi', fullScale: 300, division: 2 } },
      startedAt: NOW,
    })
    .expect(201);
  return ids;
}

interface ReadingChange {
  supersedes?: string;
  withdrawn?: boolean;
  [figure: string]: unknown;
}
/** A dry reading of cylinder 1, with other figures, or superseding another. */
export const reading = (testId: string, { supersedes, withdrawn, ...figures }: ReadingChange = {}) => ({
  id: randomUUID(),
  testId,
  kind: 'compression',
  figures: { cylinder: '1', unit: 'psi', peak: 138, strokes: [85, 120, 138], ...figures },
  takenAt: NOW,
  ...(supersedes === undefined ? {} : { supersedes }),
  ...(withdrawn === undefined ? {} : { withdrawn }),
});
