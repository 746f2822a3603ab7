import { randomUUID } from 'node:crypto';
import { type AddressInfo } from 'node:net';
import type { Bench, Session } from '@rugged/contract';
import sharp from 'sharp';
import { parseLine } from '@rugged/contract/live';
import { type Agent, bench, NOW, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
let agent: Agent;
let ids: Awaited<ReturnType<typeof bench>>;
beforeAll(async () => {
  shop = await shopInTest();
  agent = shop.agent;
  ids = await bench(agent);
  const red = sharp({ create: { width: 2, height: 2, channels: 3, background: 'red' } });
  pixel = (await red.jpeg().toBuffer()).toString('base64');
});
afterAll(() => shop.server.close());

const benchOf = async () => (await agent.get(`/api/jobs/${ids.job}`).expect(200)).body as Bench;
const later = (minutes: number) => new Date(Date.parse(NOW) + minutes * 60_000).toISOString();
const tick = (step: string, minutes: number, mark = 'done', procedure = 'crankcase-pressure') =>
  agent.post('/api/ticks').send({ id: randomUUID(), jobId: ids.job, procedure, step, mark, madeAt: later(minutes) });
let pixel: string;

describe('procedures', () => {
  test('ticks are kept with time and person; a skipped step stays skipped', async () => {
    await tick('gauge', 1).expect(201);
    await tick('rig', 2, 'skipped').expect(201);
    expect((await benchOf()).ticks).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ step: 'gauge', mark: 'done', by: 'ines' }),
        expect.objectContaining({ step: 'rig', mark: 'skipped' }),
      ]),
    );
  });

  test('a test is not signed while a caution is unread, skipped or not, and is once it was read', async () => {
    const signature = () => ({ id: randomUUID(), jobId: ids.job, procedure: 'crankcase-pressure', madeAt: later(10) });
    const refused = await agent.post('/api/signatures').send(signature()).expect(422);
    expect(refused.body).toMatchObject({
      title: 'Cannot be signed: 1 caution is unread',
      errors: [{ field: 'steps.pump' }],
    });
    await tick('pump', 3, 'skipped').expect(201);
    await agent.post('/api/signatures').send(signature()).expect(422);
    await tick('pump', 4).expect(201);
    const one = signature();
    await agent.post('/api/signatures').send(one).expect(201);
    await agent.post('/api/signatures').send(one).expect(200);
    // The next run begins unread.
    await agent
      .post('/api/signatures')
      .send({ ...signature(), madeAt: later(20) })
      .expect(422);
  });

  test('an unknown procedure, another shop: refused', async () => {
    expect((await tick('x', 1, 'done', 'juggling').expect(422)).body.errors[0]).toMatchObject({ field: 'procedure' });
    await shop.addShop('tolv@two.example');
    const theirs = await shop.signIn('tolv@two.example');
    await theirs
      .post('/api/ticks')
      .send({ id: randomUUID(), jobId: ids.job, procedure: 'wet', step: 'oil', mark: 'done', madeAt: NOW })
      .expect(422);
  });
});

describe('notes and photographs', () => {
  test('a photograph is kept, shown, stands with its note; words that say it is a picture are refused', async () => {
    const photo = { id: randomUUID(), jobId: ids.job, mime: 'image/jpeg', data: pixel, madeAt: NOW };
    await agent.post('/api/photos').send(photo).expect(201);
    await agent.post('/api/photos').send(photo).expect(200);
    const shown = await agent
      .get(`/api/photos/${photo.id}`)
      .expect(200)
      .expect('Content-Type', /image\/jpeg/);
    expect((await sharp(shown.body as Buffer).metadata()).format).toBe('jpeg');
    const note = {
      id: randomUUID(),
      jobId: ids.job,
      cylinder: '2',
      about: 'plug',
      plug: 'oily',
      photoId: photo.id,
      madeAt: NOW,
    };
    await agent.post('/api/notes').send(note).expect(201);
    expect((await benchOf()).notes).toEqual([expect.objectContaining({ id: note.id, photoId: photo.id, by: 'ines' })]);
    const words = await agent
      .post('/api/photos')
      .send({
        ...photo,
        id: randomUUID(),
        data: Buffer.from('this is no picture at all, only words').toString('base64'),
      })
      .expect(422);
    expect(words.body.errors).toEqual([{ field: 'data', reason: 'is no JPEG, PNG or WebP picture' }]);
  });

  test('a note of nothing, of no cylinder, with a photograph that is not there: refused with the field', async () => {
    const note = { id: randomUUID(), jobId: ids.job, about: 'plug', madeAt: NOW };
    await agent.post('/api/notes').send(note).expect(422);
    expect(
      (
        await agent
          .post('/api/notes')
          .send({ ...note, text: 'x', cylinder: '9' })
          .expect(422)
      ).body.errors[0].field,
    ).toBe('cylinder');
    expect(
      (
        await agent
          .post('/api/notes')
          .send({ ...note, photoId: randomUUID() })
          .expect(422)
      ).body.errors[0].field,
    ).toBe('photoId');
  });

  test('another shop sees neither note nor picture', async () => {
    const photo = { id: randomUUID(), jobId: ids.job, mime: 'image/jpeg', data: pixel, madeAt: NOW };
    await agent.post('/api/photos').send(photo).expect(201);
    await shop.addShop('rask@three.example');
    await (await shop.signIn('rask@three.example')).get(`/api/photos/${photo.id}`).expect(404);
  });
});

describe('testers', () => {
  const register = (change: object = {}) => ({
    id: randomUUID(),
    kind: 'compression',
    name: 'Cart',
    tester: { unit: 'psi', fullScale: 300, division: 2 },
    adapters: [{ threadMm: 14, pitchMm: 1.25, reachMm: 19 }],
    usual: true,
    retired: false,
    ...change,
  });

  test('one of a kind is the usual one', async () => {
    const first = register();
    const second = register({ name: 'Other' });
    await agent.post('/api/testers').send(first).expect(201);
    await agent.post('/api/testers').send(second).expect(201);
    const { testers } = (await agent.get('/api/session').expect(200)).body as Session;
    expect(testers.filter(({ kind, usual }) => kind === 'compression' && usual).map(({ name }) => name)).toEqual([
      'Other',
    ]);
    await agent.patch(`/api/testers/${second.id}`).send({ version: 7, name: 'X' }).expect(409);
  });

  test('a comparison that makes no sense is refused at its field', async () => {
    const one = register({ usual: false });
    await agent.post('/api/testers').send(one).expect(201);
    const points = (master: number) => ({
      version: 1,
      comparison: {
        on: '2026-05-01',
        master: 'Master',
        points: [
          { shown: 100, master },
          { shown: 200, master: 2 * master },
        ],
      },
    });
    const refused = await agent.patch(`/api/testers/${one.id}`).send(points(60)).expect(422);
    expect(refused.body.errors[0].field).toMatch(/^comparison/);
    await agent.patch(`/api/testers/${one.id}`).send(points(97)).expect(200);
  });
});

describe('outcomes', () => {
  test('the track counts the latest word on each cylinder', async () => {
    const outcome = (cylinder: string, found: string, minutes: number) =>
      agent
        .post('/api/outcomes')
        .send({
          id: randomUUID(),
          jobId: ids.job,
          cylinder,
          found,
          predicted: 'rings-or-bore',
          probability: 0.8,
          madeAt: later(minutes),
        });
    await outcome('1', 'piston-damage', 1).expect(201);
    await outcome('1', 'rings-or-bore', 2).expect(201);
    await outcome('2', 'piston-damage', 3).expect(201);
    expect((await agent.get('/api/outcomes/track').expect(200)).body).toEqual({
      judged: 2,
      right: 1,
      misses: [{ found: 'piston-damage', predicted: 'rings-or-bore', times: 1 }],
    });
  });
  test('what was found goes out with the house rules, by family, and is never kept with them', async () => {
    const shopOf = async () => (await agent.get('/api/session').expect(200)).body.shop;
    const { houseRules, version } = await shopOf();
    const [counts] = Object.values(houseRules.opened as Record<string, Record<string, number>>);
    expect(counts).toEqual({ 'piston-damage': 1, 'rings-or-bore': 1 });
    // A device that sends back what it was given, or makes something up, changes no count.
    const made = { ...houseRules, opened: { scooter: { carbon: 99 } }, learningSchool: 'trade-alone' };
    const { body } = await agent.patch('/api/shop').send({ version, houseRules: made }).expect(200);
    expect(body.houseRules).toEqual({ ...houseRules, learningSchool: 'trade-alone' });
    expect((await shopOf()).houseRules.opened).toEqual(houseRules.opened);
  });
});

describe('the live gauge', () => {
  const url = (change: Record<string, string> = {}) =>
    '/api/live?' +
    new URLSearchParams({ kind: 'compression', jobId: ids.job, cylinder: '1', take: '1', ...change }).toString();

  test('no virtual engine, no sensor; no cylinder, no stream', async () => {
    expect((await agent.get(url()).expect(409)).body.title).toMatch(/no simulated sensor/);
    await shop.owner.models.engines.update({ hidden: { seed: 4, faults: [] } }, { where: { id: ids.engine } });
    expect((await benchOf()).engine).toMatchObject({ simulated: true });
    expect((await benchOf()).engine).not.toHaveProperty('hidden');
    expect((await agent.get(url({ cylinder: '9' })).expect(422)).body.errors[0].field).toBe('cylinder');
  });

  test('a stream that is cut goes on at the next sample, and is the same as one that was not', async () => {
    const server = shop.server.app.listen(0);
    try {
      const { port } = server.address() as AddressInfo;
      const cookie =
        (
          await agent.post('/api/session').send({ email: 'ines@one.example', password: 'a good long one' }).expect(201)
        ).headers['set-cookie']?.[0]?.split(';')[0] ?? '';
      const read = async (after: string | undefined, samples: number) => {
        const answer = await fetch(`http://127.0.0.1:${port}${url()}`, {
          headers: { cookie, ...(after ? { 'Last-Event-ID': after } : {}) },
        });
        const rows: number[] = [];
        let [text, id, first, ended] = ['', '', -1, false];
        const decoder = new TextDecoder();
        for await (const piece of answer.body as unknown as AsyncIterable<Uint8Array>) {
          text += decoder.decode(piece, { stream: true });
          for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
            const event = text.slice(0, end);
            text = text.slice(end + 2);
            const data = /data: (.*)/.exec(event)?.[1];
            if (!data) continue;
            id = /id: (.*)/.exec(event)?.[1] ?? id;
            const line = parseLine(data);
            if (line.line === 'samples') {
              if (first < 0) first = line.from;
              rows.push(...line.rows.map(([figure]) => figure as number));
            }
            if (line.line === 'end') ended = true;
          }
          if (ended || rows.length >= samples) break;
        }
        return { rows, id, first };
      };
      const whole = await read(undefined, Infinity);
      const begun = await read(undefined, 300);
      await new Promise((resolve) => setTimeout(resolve, 150));
      const rest = await read(begun.id, Infinity);
      expect(rest.first).toBe(begun.rows.length);
      expect([...begun.rows, ...rest.rows]).toEqual(whole.rows);
      expect(Math.max(...whole.rows)).toBeGreaterThan(500);
    } finally {
      server.closeAllConnections();
      server.close();
    }
  });
});
