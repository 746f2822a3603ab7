import fs from 'node:fs';
import path from 'node:path';
import { mayDo, RIGHTS, type Right, type Role, ROLES } from '@rugged/contract/people';
import { firstOnly, isStream, routes } from './routes';
import { type Agent, bench, NOW, type ShopInTest, shopInTest } from './shop-in-test';
import { writesOf } from './ways-in';

/** docs/people.md is what is promised; every route is walked with every role and held to it. */
const doc = fs.readFileSync(path.join(__dirname, '..', '..', 'docs', 'people.md'), 'utf8');
const table = (heading: string): string[][] =>
  (doc.split(`## ${heading}\n`)[1]?.split('\n## ')[0] ?? '')
    .split('\n')
    .filter((line) => line.startsWith('|') && !/^\|[ -]+\|[ |-]*$/.test(line))
    .map((line) =>
      line
        .split('|')
        .slice(1, -1)
        .map((cell) => cell.trim()),
    );

const ROUTES = new Map(
  table('Which right a route asks for')
    .slice(1)
    .flatMap(([right = '', cells = '']) =>
      [...cells.matchAll(/`([^`]+)`/g)].map(([, one = '']) => [one, right] as const),
    ),
);

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
const agents = new Map<Role, Agent>();
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
  agents.set('owner', shop.agent);
  for (const role of ROLES.slice(1)) agents.set(role, await shop.addToShop(`${role}@one.example`, role));
});
afterAll(() => shop.server.close());
const as = (role: Role) => agents.get(role) as Agent;

test('the table of rights is the one the server and the phone use', () => {
  const [head = [], ...rows] = table('Who has which right');
  expect(head.slice(1)).toEqual([...ROLES]);
  expect(rows.map(([right]) => right)).toEqual(Object.keys(RIGHTS));
  for (const [right = '', ...cells] of rows)
    expect([right, ...cells.map((cell) => cell === 'yes')]).toEqual([
      right,
      ...ROLES.map((role) => mayDo(role, right as Right)),
    ]);
});

test('the table of routes has every route, and no other', () => {
  expect([...ROUTES.keys()].sort()).toEqual(routes());
});

test.each(ROLES)('%s: every route is open or shut as it is written', async (role) => {
  const writes = writesOf(ids);
  const wrong: string[] = [];
  for (const [route, right] of ROUTES) {
    if (right === 'nobody signed in') continue;
    const [method = '', where = ''] = route.split(' ');
    const at = `/api${where.replace(':id', where.startsWith('/jobs') ? ids.job : crypto.randomUUID())}`;
    // A body that its schema takes where there is one: what is asked for by what was sent is asked after it.
    const body = writes.find(([way, to]) => way === method && `/${to()}`.split('/')[1] === where.split('/')[1])?.[2]();
    const agent = as(role);
    const request =
      method === 'GET'
        ? agent.get(at)
        : (method === 'PATCH' ? agent.patch(at) : agent.post(at)).send((body as object | undefined) ?? {});
    const { status, body: answer } = await (isStream(route) ? request.parse(firstOnly as never) : request).buffer();
    const shut = status === 403;
    if (shut === mayDo(role, right as Right)) wrong.push(`${route} asks for ${right}: ${status}`);
    if (shut && !(answer as { type?: string }).type?.endsWith(':not-yours'))
      wrong.push(`${route}: ${JSON.stringify(answer)}`);
  }
  expect(wrong).toEqual([]);
});

describe('what is asked for by what is sent', () => {
  beforeAll(async () => {
    ids = await bench(shop.agent);
  });
  const version = async () => ((await shop.agent.get(`/api/jobs/${ids.job}`)).body as { job: { version: number } }).job;
  test.each([
    ['apprentice', 403],
    ['office', 403],
    ['mechanic', 200],
  ] as const)('a job is closed and opened by whoever judges: %s %i', async (role, status) => {
    const patch = async (change: object) =>
      as(role)
        .patch(`/api/jobs/${ids.job}`)
        .send({ version: (await version()).version, ...change });
    expect((await patch({ complaint: `as ${role} heard it` })).status).toBe(200);
    expect((await patch({ status: 'closed' })).status).toBe(status);
    expect((await patch({ status: 'open' })).status).toBe(status);
  });
  test('the office changes prices and nothing else of the shop', async () => {
    const { version } = ((await shop.agent.get('/api/session')).body as { shop: { version: number } }).shop;
    await as('office').patch('/api/shop').send({ version, name: 'Theirs' }).expect(403);
    await as('office')
      .patch('/api/shop')
      .send({ version, prices: { currency: 'EUR' }, name: 'Theirs' })
      .expect(403);
    await as('mechanic').patch('/api/shop').send({ version, unit: 'bar' }).expect(403);
    await as('office')
      .patch('/api/shop')
      .send({ version, prices: { currency: 'EUR', labourRatePerHour: 60 } })
      .expect(200);
  });
});

describe("an apprentice's work", () => {
  beforeAll(async () => {
    ids = await bench(shop.agent);
  });
  const add = (role: Role, path: string, row: object) => as(role).post(`/api/${path}`).send(row);
  const sign = (role: Role, procedure = 'second-look') =>
    add(role, 'signatures', { id: crypto.randomUUID(), jobId: ids.job, procedure, madeAt: NOW });
  const close = async () => {
    const { body } = await shop.agent.get(`/api/jobs/${ids.job}`);
    const { version } = (body as { job: { version: number } }).job;
    return as('mechanic').patch(`/api/jobs/${ids.job}`).send({ version, status: 'closed' });
  };
  const reading = (cylinder: string) => ({
    id: crypto.randomUUID(),
    testId: ids.test,
    kind: 'compression',
    figures: { cylinder, unit: 'psi', peak: 138 },
    takenAt: NOW,
  });

  test('waits for a second signature before the job closes, and again after more of it', async () => {
    await add('mechanic', 'readings', reading('1')).expect(201);
    expect((await close()).status).toBe(200);
    const { body } = await shop.agent.get(`/api/jobs/${ids.job}`);
    await shop.agent
      .patch(`/api/jobs/${ids.job}`)
      .send({ version: (body as { job: { version: number } }).job.version, status: 'open' })
      .expect(200);
    const mine = reading('2');
    const first = await add('apprentice', 'readings', mine).expect(201);
    expect(first.body).toMatchObject({ apprentice: true });
    // Sent again it is the same, whatever it was marked with.
    await add('apprentice', 'readings', mine).expect(200);
    await add('apprentice', 'readings', { ...reading('3'), apprentice: false }).expect(422);
    const refused = await close();
    expect(refused.status).toBe(422);
    expect(refused.body).toMatchObject({
      type: expect.stringMatching(/:second-signature$/) as string,
      title: expect.stringContaining('apprentice') as string,
    });
    await sign('apprentice').expect(403);
    await sign('office').expect(403);
    await sign('mechanic').expect(201);
    await add('apprentice', 'readings', reading('3')).expect(201);
    expect((await close()).status).toBe(422);
    await sign('owner').expect(201);
    expect((await close()).status).toBe(200);
  });

  test('is marked by the role they had then', async () => {
    const [rows] = await shop.owner.sequelize.query(
      `SELECT p.name, r.apprentice FROM readings r JOIN people p ON p.id = r.taken_by
       WHERE r.test_id = '${ids.test}' ORDER BY r.received_at`,
    );
    expect(rows).toEqual([
      { name: 'mechanic', apprentice: null },
      { name: 'apprentice', apprentice: true },
      { name: 'apprentice', apprentice: true },
    ]);
  });
});
