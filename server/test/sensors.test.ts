import http from 'node:http';
import type { AddressInfo } from 'node:net';
import supertest from 'supertest';
import { type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
beforeAll(async () => {
  shop = await shopInTest();
});
afterAll(() => shop.server.close());

const HELLO = 'hello rugged-live 1 compression 100 kPa pressure';
const join = async (kind = 'compression') =>
  (await shop.agent.post('/api/sensors').send({ kind }).expect(201)).body as { id: string; code: string };
const says = (code: string, lines: string) =>
  supertest(shop.server.app).post(`/api/sensor/${code}`).set('Content-Type', 'text/plain').send(lines);

test('a sensor has no session: the code of the pad is its way in, and each sample is taken once', async () => {
  const { code } = await join();
  expect(code).toMatch(/^\d{6}$/);
  expect((await says(code, HELLO).expect(200)).body).toEqual({ kind: 'compression', taken: 0, listening: false });
  await says(code, 's 0 1 2 3').expect(200);
  expect((await says(code, 's 0 1 2 3\ns 3 4').expect(200)).body).toMatchObject({ taken: 4 });
});

test('a wrong code, another kind, samples before a hello and a hole are refused in words', async () => {
  const { body } = await says('000000', HELLO).expect(404);
  expect(body.title).toBe('No pad waits for a sensor with this code');
  const { code } = await join('leakdown');
  expect((await says(code, HELLO).expect(409)).body.title).toContain('waits for a leakdown sensor');
  await says(code, 's 0 1,2').expect(409);
  await says(code, 'hello rugged-live 1 leakdown 100 kPa supply,cylinder\ns 0 1,2').expect(200);
  const hole = await says(code, 's 9 1,2').expect(422);
  expect(hole.body.errors).toEqual([{ field: 'line', reason: 'Samples are missing: the next one is number 1' }]);
});

test.each([
  ['hello rugged-live 1 compression 1000 mV pressure', 'The sensor says it measures in "mV"'],
  ['hello rugged-live 1 compression 1000 kPa pressure\ns 0 1 Infinity', 'A sample is no figure: "Infinity"'],
])('%p is refused at the door', async (lines, why) => {
  const { code } = await join();
  const { body } = await says(code, lines).expect(422);
  expect((body as { errors: object[] }).errors).toMatchObject([
    { field: 'line', reason: expect.stringContaining(why) as unknown },
  ]);
});

test('a pad hears of a hello that was refused, and samples after it are not taken', async () => {
  const { listener, base, cookie } = await listening();
  try {
    const { id, code } = await join();
    await says(code, 'hello rugged-live 1 compression 1000 mV pressure').expect(422);
    await says(code, 's 0 1 2').expect(409);
    const { body } = await fetch(`${base}/api/sensors/${id}/live?kind=compression`, { headers: { cookie } });
    const reader = (body as ReadableStream<Uint8Array>).getReader();
    let text = '';
    while (!text.includes('mV')) text += new TextDecoder().decode((await reader.read()).value);
    await says(code, `${HELLO}\ns 0 1 2`).expect(200);
    await reader.cancel();
  } finally {
    listener.closeAllConnections();
    listener.close();
  }
});

test('another shop hears nothing of it, and nobody signed out hears anything', async () => {
  const { id } = await join();
  await shop.addShop('ada@two.example');
  const other = await shop.signIn('ada@two.example');
  await other.get(`/api/sensors/${id}/live?kind=compression`).expect(404);
  await supertest(shop.server.app).get(`/api/sensors/${id}/live?kind=compression`).expect(401);
  await supertest(shop.server.app).post('/api/sensors').send({ kind: 'compression' }).expect(401);
});

/** The shop on a port of its own, for what is read as it comes; and the cookie of somebody signed in there. */
async function listening() {
  const listener = http.createServer(shop.server.app);
  await new Promise<void>((resolve) => {
    listener.listen(0, '127.0.0.1', resolve);
  });
  const base = `http://127.0.0.1:${(listener.address() as AddressInfo).port}`;
  const signedIn = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ email: 'ines@one.example', password: 'a good long one' }),
  });
  return { listener, base, cookie: signedIn.headers.getSetCookie()[0]?.split(';')[0] ?? '' };
}

test('a pad hears what comes from when it began, and goes on where its signal went', async () => {
  const { listener, base, cookie } = await listening();
  /** Reads events until the wanted line arrives. */
  const hear = async (path: string, wanted: string): Promise<{ lines: string[]; last: string }> => {
    const ending = new AbortController();
    const { body } = await fetch(`${base}${path}`, { headers: { cookie }, signal: ending.signal });
    const reader = (body as ReadableStream<Uint8Array>).getReader();
    let text = '';
    while (!text.includes(`data: ${wanted}\n`)) {
      const { value, done } = await reader.read();
      if (done) break;
      text += new TextDecoder().decode(value);
    }
    ending.abort();
    const last = [...text.matchAll(/^id: (.*)$/gm)].at(-1)?.[1] ?? '';
    return { lines: [...text.matchAll(/^data: (.*)$/gm)].map((found) => found[1] ?? ''), last };
  };
  try {
    const { id, code } = await join();
    await says(code, `${HELLO}\ns 0 9 9 9`).expect(200);
    const first = hear(`/api/sensors/${id}/live?kind=compression`, 's 0 5 6');
    await waitFor(async () => ((await says(code, '')).body as { listening: boolean }).listening);
    await says(code, 's 3 5 6').expect(200);
    const heard = await first;
    expect(heard.lines).toEqual([HELLO, 's 0 5 6']);
    await says(code, 's 5 7\nend 6').expect(200);
    const again = await hear(`/api/sensors/${id}/live?kind=compression&after=${heard.last}`, 'end 3');
    expect(again.lines).toEqual([HELLO, 's 2 7', 'end 3']);
  } finally {
    listener.closeAllConnections();
    listener.close();
  }
});

test('a pad that waits asks the database now and then, and hears at once what is sent', async () => {
  const { listener, base, cookie } = await listening();
  const asked = jest.spyOn(shop.server.store.sequelize, 'query');
  try {
    const { id, code } = await join();
    const { body } = await fetch(`${base}/api/sensors/${id}/live?kind=compression`, { headers: { cookie } });
    const reader = (body as ReadableStream<Uint8Array>).getReader();
    await waitFor(async () => ((await says(code, '')).body as { listening: boolean }).listening);
    const ofSensors = () =>
      asked.mock.calls.filter(([sql]) => typeof sql === 'string' && sql.startsWith('SELECT hello')).length;
    const before = ofSensors();
    await new Promise((resolve) => setTimeout(resolve, 1000));
    expect(ofSensors() - before).toBeLessThan(4);
    await says(code, `${HELLO}\ns 0 9 9 9`).expect(200);
    const posted = Date.now();
    let text = '';
    while (!text.includes('s 0 9 9 9')) text += new TextDecoder().decode((await reader.read()).value);
    expect(Date.now() - posted).toBeLessThan(400);
    await reader.cancel();
  } finally {
    asked.mockRestore();
    listener.closeAllConnections();
    listener.close();
  }
});

async function waitFor(done: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 100; i += 1) {
    if (await done()) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('waited in vain');
}
