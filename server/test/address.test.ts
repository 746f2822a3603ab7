import supertest from 'supertest';
import { addressOf } from '../src/http/address';
import { createServer } from '../src/server';
import { PASSWORD, serverUrlOf, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
beforeAll(async () => {
  shop = await shopInTest();
});
afterAll(() => shop.server.close());

describe('without a setting', () => {
  test("this machine's own names are answered, a name that was pointed at it is not", async () => {
    const get = (host: string) => supertest(shop.server.app).get('/api/health').set('Host', host);
    for (const host of ['localhost:4180', '127.0.0.1', '[::1]:4180', 'LOCALHOST']) await get(host).expect(200);
    for (const host of ['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example:80', '[::1', ''])
      await get(host).expect(421);
  });
  test('nobody is told to come over TLS, and no proxy is believed', async () => {
    const { headers } = await supertest(shop.server.app).get('/api/health').expect(200);
    expect(headers['strict-transport-security']).toBeUndefined();
    expect(shop.server.app.get('trust proxy')).toBe(false);
  });
});

test('ALLOWED_HOSTS adds names; PUBLIC_URL must be https, and leaves only its own', () => {
  expect(addressOf({ ALLOWED_HOSTS: 'gauge.shop.example, Other.example ' }).hosts).toContain('other.example');
  expect([...addressOf({ PUBLIC_URL: 'https://gauge.example:8443' }).hosts].sort()).toEqual([
    '127.0.0.1',
    '::1',
    'gauge.example',
    'localhost',
  ]);
  for (const bad of ['http://gauge.example', 'gauge.example', 'ftp://x'])
    expect(() => addressOf({ PUBLIC_URL: bad })).toThrow(/PUBLIC_URL must be an https address/);
});

test('behind TLS: a cookie for TLS only, HSTS on every page, the address before the proxy', async () => {
  const server = await createServer({
    databaseUrl: serverUrlOf(shop.databaseUrl),
    address: addressOf({ PUBLIC_URL: 'https://gauge.example' }),
  });
  try {
    const signIn = (address: string, password: string) =>
      supertest(server.app)
        .post('/api/session')
        .set({ Host: 'gauge.example', 'X-Forwarded-Proto': 'https', 'X-Forwarded-For': `6.6.6.6, ${address}` })
        .send({ email: 'ines@one.example', password });
    const { headers } = await signIn('203.0.113.5', PASSWORD).expect(201);
    expect(headers['set-cookie']?.[0]).toMatch(/; HttpOnly; Secure; SameSite=Lax/);
    expect(headers['strict-transport-security']).toMatch(/^max-age=15552000$/);
    const page = await supertest(server.app).get('/p/guessed').set('Host', 'gauge.example').expect(410);
    expect(page.headers['strict-transport-security']).toMatch(/^max-age=15552000$/);
    await supertest(server.app).get('/api/health').set('Host', 'other.example').expect(421);
    // Ten wrong tries are counted at the last address before the proxy, not at what it was told to be.
    for (let i = 0; i < 10; i += 1) await signIn('203.0.113.9', 'wrong').expect(401);
    await signIn('203.0.113.9', PASSWORD).expect(429);
    await signIn('203.0.113.5', PASSWORD).expect(201);
  } finally {
    await server.close();
  }
});
