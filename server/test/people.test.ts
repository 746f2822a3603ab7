import type { People, Session } from '@rugged/contract';
import supertest from 'supertest';
import { type Agent, bench, PASSWORD, reading, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
beforeAll(async () => {
  shop = await shopInTest();
});
afterAll(() => shop.server.close());
beforeEach(() => shop.owner.sequelize.query('DELETE FROM wrong_sign_ins'));

const NEXT = 'another good long one';
const nobody = () => supertest.agent(shop.server.app);
const linkOf = ({ body }: { body: unknown }) => (body as { path: string }).path.split('#')[1] as string;
const invite = async (role: string, name = 'Odd', by: Agent = shop.agent) =>
  linkOf(await by.post('/api/people/invitations').send({ name, role }).expect(201));
const join = (agent: Agent, body: object) => agent.post('/api/joining').send({ password: PASSWORD, ...body });
const people = async (by: Agent = shop.agent) => (await by.get('/api/people').expect(200)).body as People;
const idOf = async (name: string) => (await people()).items.find((one) => one.name === name)?.id as string;
const change = (name: string, body: object) =>
  idOf(name).then((id) => shop.agent.patch(`/api/people/${id}`).send(body));

test('a link lets one person in, in the role it was made for, and is gone', async () => {
  const link = await invite('apprentice');
  expect((await nobody().post('/api/joining/look').send({ link }).expect(200)).body).toEqual({
    shop: 'Shop of ines@one.example',
    name: 'Odd',
    role: 'apprentice',
  });
  expect((await people()).invitations).toMatchObject([{ name: 'Odd', role: 'apprentice', by: 'ines' }]);
  const odd = nobody();
  const { body } = await join(odd, { link, name: 'Odd Mere', email: 'Odd@join.example' }).expect(201);
  expect(body).toMatchObject({ person: { name: 'Odd Mere', email: 'odd@join.example', role: 'apprentice' } });
  expect(JSON.stringify(body)).not.toMatch(/scrypt|accountId/);
  await odd.get('/api/jobs').expect(200);
  await odd.get('/api/people').expect(403);
  await join(nobody(), { link, name: 'Else', email: 'else@join.example' }).expect(410);
  await nobody().post('/api/joining/look').send({ link }).expect(410);
  expect((await people()).invitations).toEqual([]);
  const history = (await shop.agent.get('/api/history').expect(200)).body as { items: { record: string }[] };
  expect(history.items.slice(0, 3).map(({ record }) => record)).toEqual(
    expect.arrayContaining(['people', 'invitations']),
  );
  expect(JSON.stringify(history)).not.toContain(link);
});

test('ten at once: one is let in', async () => {
  const link = await invite('reader');
  const answers = await Promise.all(
    Array.from({ length: 10 }, (_, i) => join(nobody(), { link, name: 'Many', email: `m${i}@join.example` })),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([201, ...Array<number>(9).fill(410)]);
});

test('guessed, taken back or past its day a link opens nothing; names that are missing are named', async () => {
  await join(nobody(), { link: 'x'.repeat(32), name: 'X', email: 'x@join.example' }).expect(410);
  const link = await invite('reader', 'Late');
  const { body } = await join(nobody(), { link }).expect(422);
  expect((body as { errors: { field: string }[] }).errors.map(({ field }) => field)).toEqual(['name', 'email']);
  await join(nobody(), { link, name: 'X', email: 'x@join.example', password: 'short' }).expect(422);
  const [invitation] = (await people()).invitations;
  await shop.agent.post(`/api/people/invitations/${invitation?.id}/withdraw`).expect(200);
  await join(nobody(), { link, name: 'X', email: 'x@join.example' }).expect(410);
  const late = await invite('reader', 'Late');
  await shop.owner.sequelize.query('UPDATE invitations SET ends_at = now() WHERE used_at IS NULL');
  await join(nobody(), { link: late, name: 'X', email: 'x@join.example' }).expect(410);
});

test('one account in two shops: its own password joins it, the other shop keeps its rows to itself', async () => {
  await shop.addShop('rolf@two.example');
  const rolf = await shop.signIn('rolf@two.example');
  await bench(rolf);
  const link = await invite('mechanic', 'Rolf');
  // Whoever has the link does not get into an account with it.
  await join(nobody(), { link, name: 'Rolf', email: 'rolf@two.example', password: 'not the right one' }).expect(401);
  const both = nobody();
  const { body } = await join(both, { link, name: 'Rolf', email: 'rolf@two.example' }).expect(201);
  const session = body as Session;
  expect(session.shop.name).toBe('Shop of ines@one.example');
  expect(session.person.role).toBe('mechanic');
  expect(session.shops?.map(({ name }) => name).sort()).toEqual([
    'Shop of ines@one.example',
    'Shop of rolf@two.example',
  ]);
  expect(((await both.get('/api/jobs?status=all').expect(200)).body as { items: [] }).items).toHaveLength(0);
  const theirs = session.shops?.find(({ name }) => name === 'Shop of rolf@two.example')?.id;
  const there = (await both.post('/api/session/shop').send({ shopId: theirs }).expect(200)).body as Session;
  expect(there.person.role).toBe('owner');
  expect(((await both.get('/api/jobs?status=all').expect(200)).body as { items: [] }).items).toHaveLength(1);
  await both.post('/api/session/shop').send({ shopId: crypto.randomUUID() }).expect(404);
  // Signing in opens the shop one was in last.
  const again = await nobody().post('/api/session').send({ email: 'rolf@two.example', password: PASSWORD }).expect(201);
  expect((again.body as Session).shop.name).toBe('Shop of rolf@two.example');
  // The link of an owner would open the other shop too.
  const rolfHere = await idOf('Rolf');
  expect((await shop.agent.post(`/api/people/${rolfHere}/reset`).expect(409)).body).toMatchObject({
    title: expect.stringContaining('another shop') as string,
  });
  // Twice in one shop is not twice.
  const second = await invite('owner', 'Rolf');
  await join(nobody(), { link: second, name: 'Rolf', email: 'rolf@two.example' }).expect(409);
});

test('a role that is changed holds at once here, and what they made keeps their name', async () => {
  const vera = await shop.addToShop('vera@one.example', 'mechanic');
  const ids = await bench(vera);
  await vera.post('/api/readings').send(reading(ids.test)).expect(201);
  expect((await change('vera', { role: 'reader' })).status).toBe(200);
  await vera.post('/api/readings').send(reading(ids.test)).expect(403);
  await vera.get(`/api/jobs/${ids.job}`).expect(200);
  expect((await change('vera', { left: true })).status).toBe(200);
  await vera.get('/api/session').expect(401);
  await nobody().post('/api/session').send({ email: 'vera@one.example', password: PASSWORD }).expect(401);
  const { body } = await shop.agent.get(`/api/jobs/${ids.job}`).expect(200);
  expect(body).toMatchObject({ readings: [{ by: 'vera' }] });
  expect((await change('vera', { left: false, role: 'office' })).status).toBe(200);
  await nobody().post('/api/session').send({ email: 'vera@one.example', password: PASSWORD }).expect(201);
});

test('a shop keeps an owner, whoever asks at once', async () => {
  expect((await change('ines', { role: 'reader' })).status).toBe(409);
  expect((await change('ines', { left: true })).status).toBe(409);
  const second = await shop.addToShop('second@one.example', 'owner');
  const [ines, other] = [await idOf('ines'), await idOf('second')];
  const answers = await Promise.all([
    shop.agent.patch(`/api/people/${other}`).send({ left: true }),
    second.patch(`/api/people/${ines}`).send({ left: true }),
  ]);
  // One of them was first; the other asks as nobody any more, or may not leave the shop without an owner.
  expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
  const left = await shop.owner.models.people.findAll({
    where: { shopId: shop.ids.shop, role: 'owner', leftAt: null },
  });
  expect(left).toHaveLength(1);
  await shop.owner.models.people.update({ leftAt: null }, { where: { id: [ines, other] } });
  shop.server.store.standing.forget();
  shop.agent = await shop.signIn('ines@one.example');
});

test('an owner gives a new password by a link: it ends every session and the old one opens nothing', async () => {
  const lost = await shop.addToShop('lost@one.example', 'mechanic');
  const id = await idOf('lost');
  const first = linkOf(await shop.agent.post(`/api/people/${id}/reset`).expect(201));
  const link = linkOf(await shop.agent.post(`/api/people/${id}/reset`).expect(201));
  await join(nobody(), { link: first, password: NEXT }).expect(410);
  expect((await nobody().post('/api/joining/look').send({ link }).expect(200)).body).toEqual({
    shop: 'Shop of ines@one.example',
    name: 'lost',
    email: 'lost@one.example',
  });
  const back = nobody();
  await join(back, { link, password: NEXT }).expect(201);
  await back.get('/api/jobs').expect(200);
  await lost.get('/api/session').expect(401);
  await nobody().post('/api/session').send({ email: 'lost@one.example', password: PASSWORD }).expect(401);
  await nobody().post('/api/session').send({ email: 'lost@one.example', password: NEXT }).expect(201);
  await change('lost', { left: true });
  await shop.agent.post(`/api/people/${id}/reset`).expect(409);
});

test('a link for a new password opens nothing once its person is in another shop too', async () => {
  const two = await shop.addToShop('two@one.example', 'mechanic');
  const link = linkOf(await shop.agent.post(`/api/people/${await idOf('two')}/reset`).expect(201));
  await shop.addShop('other@other.example');
  const other = await shop.signIn('other@other.example');
  const theirs = await invite('reader', 'Two', other);
  await join(nobody(), { link: theirs, name: 'Two', email: 'two@one.example' }).expect(201);
  await join(nobody(), { link, password: NEXT }).expect(410);
  await two.get('/api/session').expect(200);
  await nobody().post('/api/session').send({ email: 'two@one.example', password: PASSWORD }).expect(201);
});

test('devices are listed, and signed out one by one or all but this one', async () => {
  const email = 'dev@one.example';
  const [phone, tablet, desk] = [
    await shop.addToShop(email, 'office'),
    await shop.signIn(email),
    await shop.signIn(email),
  ];
  const listed = (await phone.get('/api/session/devices').expect(200)).body as {
    items: { id: string; here?: boolean }[];
  };
  expect(listed.items).toHaveLength(3);
  expect(listed.items.filter(({ here }) => here)).toHaveLength(1);
  expect(listed.items[0]?.here).toBe(true);
  const sids = await shop.owner.sequelize.query('SELECT sid FROM session');
  for (const { sid } of sids[0] as { sid: string }[]) expect(JSON.stringify(listed)).not.toContain(sid);
  const other = listed.items[1]?.id;
  expect((await phone.post('/api/session/devices/end').send({ device: other }).expect(200)).body).toEqual({ ended: 1 });
  expect((await phone.post('/api/session/devices/end').send({}).expect(200)).body).toEqual({ ended: 1 });
  await new Promise((resolve) => setTimeout(resolve, 2100));
  await phone.get('/api/session').expect(200);
  await tablet.get('/api/session').expect(401);
  await desk.get('/api/session').expect(401);
  // The owner of the shop ends what somebody lost.
  await shop.agent
    .post(`/api/people/${await idOf('dev')}/devices/end`)
    .send({})
    .expect(200);
  await new Promise((resolve) => setTimeout(resolve, 2100));
  await phone.get('/api/session').expect(401);
  await shop.agent.get('/api/session').expect(200);
});

test("another shop's people are out of reach", async () => {
  await shop.addShop('far@far.example');
  const far = await shop.signIn('far@far.example');
  const id = shop.ids.person;
  await far.patch(`/api/people/${id}`).send({ left: true }).expect(404);
  await far.post(`/api/people/${id}/reset`).expect(404);
  await far.post(`/api/people/${id}/devices/end`).send({}).expect(404);
  expect((await people(far)).items.map(({ name }) => name)).toEqual(['far']);
  await invite('reader', 'Ours');
  const [ours] = (await people()).invitations;
  await far.post(`/api/people/invitations/${ours?.id}/withdraw`).expect(404);
});
