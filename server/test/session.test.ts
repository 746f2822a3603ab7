import supertest from 'supertest';
import { hashPassword, verifyPassword } from '../src/accounts/password';
import { PASSWORD, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
beforeAll(async () => {
  shop = await shopInTest();
});
afterAll(() => shop.server.close());

const nobody = () => supertest(shop.server.app);

test.each([
  '/api/jobs',
  '/api/engines',
  '/api/jobs/0b6f7c1e-5f0a-4c57-9f5b-0d1f5a6b7c8d',
  '/api/session',
  '/api/nonsense',
])('nobody gets an answer from %s', async (path) => {
  const { body, headers } = await nobody().get(path).expect(401);
  expect(body).toMatchObject({ title: 'Sign in first', status: 401 });
  expect(headers['content-type']).toMatch('application/problem+json');
});
test.each([
  '/api/owners',
  '/api/machines',
  '/api/engines',
  '/api/books',
  '/api/jobs',
  '/api/tests',
  '/api/readings',
  '/api/overrules',
])('nobody writes to %s', async (path) => {
  await nobody().post(path).send({}).expect(401);
});
test('health answers everybody', async () => {
  await nobody().get('/api/health').expect(200, { ok: true });
});

test('a wrong password and an unknown address get the same answer', async () => {
  const wrong = await nobody().post('/api/session').send({ email: 'ines@one.example', password: 'no' }).expect(401);
  const unknown = await nobody().post('/api/session').send({ email: 'who@one.example', password: 'no' }).expect(401);
  const { request: one, ...said } = wrong.body as Record<string, unknown>;
  const { request: other, ...saidOfNobody } = unknown.body as Record<string, unknown>;
  expect(said).toEqual(saidOfNobody);
  expect(one).not.toBe(other);
});
test('empty fields are named', async () => {
  const { body } = await nobody().post('/api/session').send({ email: '' }).expect(422);
  expect(body.errors).toEqual([
    { field: 'email', reason: 'must not be empty' },
    { field: 'password', reason: 'is missing' },
  ]);
});
test('the address is taken in any case, the cookie is out of reach of scripts', async () => {
  const { headers, body } = await nobody()
    .post('/api/session')
    .send({ email: ' INES@one.example', password: PASSWORD })
    .expect(201);
  expect(headers['set-cookie']?.[0]).toMatch(/HttpOnly.*SameSite=Lax/);
  expect(JSON.stringify(body)).not.toMatch(/scrypt|passwordHash/);
});
test('signing out ends the session at the server', async () => {
  const agent = await shop.signIn('ines@one.example');
  await agent.get('/api/session').expect(200);
  await agent.delete('/api/session').expect(204);
  await agent.get('/api/session').expect(401);
});
test('a write from another site is refused', async () => {
  await shop.agent.patch('/api/shop').set('Sec-Fetch-Site', 'cross-site').send({ version: 1, name: 'x' }).expect(403);
  await shop.agent
    .patch('/api/shop')
    .set('Origin', 'https://elsewhere.example')
    .send({ version: 1, name: 'x' })
    .expect(403);
});
describe('guessing', () => {
  const guess = (email: string, password = 'no') => nobody().post('/api/session').send({ email, password });
  test('ten wrong tries at an account are the last for a quarter of an hour, the right one among them', async () => {
    await shop.addShop('guessed@two.example');
    for (let i = 0; i < 10; i += 1) await guess('guessed@two.example').expect(401);
    await guess('guessed@two.example').expect(429);
    await guess('guessed@two.example', PASSWORD).expect(429);
    await guess('ines@one.example', PASSWORD).expect(201);
  });
  test('who guesses at many accounts is slowed down; a right password still opens', async () => {
    const statuses: number[] = [];
    for (let i = 0; i < 45; i += 1) statuses.push((await guess(`nobody${i}@two.example`)).status);
    expect(statuses.slice(-3)).toEqual([429, 429, 429]);
    await guess('ines@one.example', PASSWORD).expect(201);
  });
});
test('a password is stored salted', async () => {
  const [a, b] = await Promise.all([hashPassword('x'), hashPassword('x')]);
  expect(a).not.toBe(b);
  expect([await verifyPassword('x', a), await verifyPassword('y', a), await verifyPassword('x', 'plain$x')]).toEqual([
    true,
    false,
    false,
  ]);
});

describe('a password that is changed', () => {
  const NEXT = 'another good long one';
  // The guesses of the tests above were made from here too.
  beforeEach(() => shop.owner.sequelize.query('DELETE FROM wrong_sign_ins'));
  const change = (agent: Awaited<ReturnType<typeof shop.signIn>>, body: object) =>
    agent.post('/api/session/password').send(body);

  test('ends every other session of that person, and nobody else’s; the old one opens nothing', async () => {
    await shop.addShop('tolv@pass.example');
    const [here, there] = [await shop.signIn('tolv@pass.example'), await shop.signIn('tolv@pass.example')];
    const sensor = (await there.post('/api/sensors').send({ kind: 'compression' }).expect(201)).body as { id: string };
    const stream = there.get(`/api/sensors/${sensor.id}/live`).then(() => 'ended');
    await new Promise((resolve) => setTimeout(resolve, 300));
    const { body } = await change(here, { current: PASSWORD, next: NEXT }).expect(200);
    expect(body).toEqual({ ended: 1 });
    expect(await stream).toBe('ended');
    await new Promise((resolve) => setTimeout(resolve, 2100));
    await there.get('/api/session').expect(401);
    await here.get('/api/session').expect(200);
    await shop.agent.get('/api/session').expect(200);
    const signIn = (password: string) => nobody().post('/api/session').send({ email: 'tolv@pass.example', password });
    await signIn(PASSWORD).expect(401);
    await signIn(NEXT).expect(201);
    const { items } = (await here.get('/api/history').expect(200)).body as { items: { record: string; now: object }[] };
    expect(items[0]).toMatchObject({ record: 'people', now: { passwordHash: '...' } });
  }, 30_000);
  test('is refused for a wrong one, a short one, and after ten wrong ones for all', async () => {
    await shop.addShop('short@pass.example');
    const agent = await shop.signIn('short@pass.example');
    const fields = (answer: { body: unknown }) =>
      (answer.body as { errors: { field: string }[] }).errors.map(({ field }) => field);
    expect(fields(await change(agent, { current: PASSWORD, next: 'short' }).expect(422))).toEqual(['next']);
    for (let i = 0; i < 10; i += 1)
      expect(fields(await change(agent, { current: 'wrong', next: NEXT }).expect(422))).toEqual(['current']);
    await change(agent, { current: PASSWORD, next: NEXT }).expect(429);
  }, 30_000);
});
