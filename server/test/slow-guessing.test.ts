import supertest from 'supertest';
import { createServer, type Server } from '../src/server';
import { serverUrlOf, type ShopInTest, shopInTest } from './shop-in-test';

/** Guessed at one server, slowed down at the other: wrong tries are counted in the database. */
let shop: ShopInTest;
let second: Server;
beforeAll(async () => {
  shop = await shopInTest();
  second = await createServer({ databaseUrl: serverUrlOf(shop.databaseUrl) });
});
afterAll(async () => {
  await second.close();
  await shop.server.close();
});
const guess = async (server: Server, way: 'link' | 'code', i: number) =>
  way === 'link'
    ? supertest(server.app).get(`/p/${String(i).padStart(32, 'x')}`)
    : supertest(server.app)
        .post(`/api/sensor/${String(i).padStart(6, '0')}`)
        .type('text')
        .send('x');

test.each([
  ['link', 40, 410],
  ['code', 30, 404],
] as const)(
  '%s: after %i wrong ones nothing is answered any more, at no server',
  async (way, most, gone) => {
    for (let i = 0; i < most; i += 1) expect((await guess(i % 2 ? second : shop.server, way, i)).status).toBe(gone);
    // The last one is counted once it was answered.
    await new Promise((resolve) => setTimeout(resolve, 200));
    expect((await guess(shop.server, way, 900)).status).toBe(429);
    expect((await guess(second, way, 901)).status).toBe(429);
  },
  30_000,
);

test('a right code is answered too late as well: nobody learns that it was one', async () => {
  const { code } = (await shop.agent.post('/api/sensors').send({ kind: 'compression' }).expect(201)).body as {
    code: string;
  };
  await supertest(second.app).post(`/api/sensor/${code}`).type('text').send('').expect(429);
});
