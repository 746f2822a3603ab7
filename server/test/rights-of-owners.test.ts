import { randomUUID } from 'node:crypto';
import type { Bench, History, OwnerFile } from '@rugged/contract';
import sharp from 'sharp';
import { bench, NOW, reading, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
beforeAll(async () => {
  shop = await shopInTest();
});
afterAll(() => shop.server.close());

const NAME = 'Wil "Tide" Tarn';
const PHONE = '0111 222 333';
const get = async <T>(path: string) => (await shop.agent.get(`/api/${path}`).expect(200)).body as T;
const post = (path: string, body: object) => shop.agent.post(`/api/${path}`).send(body).expect(201);

/** A picture with a place in it, as a camera makes it. */
const withPlace = () =>
  sharp({ create: { width: 900, height: 600, channels: 3, background: '#446688' } })
    .withExif({ IFD0: { Artist: NAME }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' } })
    .jpeg()
    .toBuffer();

/** An owner with a boat, a job with readings, notes that name them, a photograph, a page and its link. */
async function known() {
  const owner = randomUUID();
  const ids = await bench(shop.agent);
  await post('owners', { id: owner, name: NAME, phone: PHONE, email: 'wil@tarn.example', note: 'pays late' });
  const machine = randomUUID();
  await post('machines', { id: machine, ownerId: owner, name: `Skiff of ${NAME}` });
  const engine = randomUUID();
  const {
    id: _,
    version: __,
    ...sheet
  } = (await get<{ engine: { id: string; version: number } }>(`engines/${ids.engine}`)).engine;
  await post('engines', { ...sheet, id: engine, machineId: machine, bookIds: [] });
  const job = randomUUID();
  const complaint = `${NAME} says it knocks, call ${PHONE}`;
  await post('jobs', { id: job, engineId: engine, complaint, site: {}, openedAt: NOW });
  const test = randomUUID();
  await post('tests', { id: test, jobId: job, kind: 'compression', conditions: {}, startedAt: NOW });
  await post('readings', reading(test));
  const photo = randomUUID();
  await post('photos', {
    id: photo,
    jobId: job,
    mime: 'image/jpeg',
    data: (await withPlace()).toString('base64'),
    madeAt: NOW,
  });
  await post('notes', {
    id: randomUUID(),
    jobId: job,
    about: 'other',
    text: `as ${NAME} told`,
    photoId: photo,
    madeAt: NOW,
  });
  const page = randomUUID();
  await post('pages', {
    id: page,
    jobId: job,
    madeAt: NOW,
    page: {
      kind: 'owner',
      lang: 'en',
      title: 'Your engine',
      lead: `Dear ${NAME}`,
      shop: 'Shop',
      madeAt: NOW,
      day: '4 May',
      blocks: [],
    },
  });
  const link = await post('page-links', { id: randomUUID(), pageId: page, days: 7 });
  return { owner, job, photo, path: (link.body as { path: string }).path };
}

test('a picture is encoded anew: no place, no camera, a small one beside it', async () => {
  const { photo } = await known();
  const whole = (await shop.agent.get(`/api/photos/${photo}`).expect(200)).body as Buffer;
  expect((await sharp(await withPlace()).metadata()).exif).toBeDefined();
  const kept = await sharp(whole).metadata();
  expect([kept.format, kept.width, kept.exif, kept.xmp, kept.icc]).toEqual([
    'jpeg',
    900,
    undefined,
    undefined,
    undefined,
  ]);
  expect(whole.includes('Tarn')).toBe(false);
  const small = (await shop.agent.get(`/api/photos/${photo}?size=small`).expect(200)).body as Buffer;
  expect((await sharp(small).metadata()).width).toBe(640);
});

test('a picture that is too large to be decoded, and what only begins like one, are refused at the field', async () => {
  const ids = await bench(shop.agent);
  const send = (data: Buffer) =>
    shop.agent
      .post('/api/photos')
      .send({ id: randomUUID(), jobId: ids.job, mime: 'image/png', data: data.toString('base64'), madeAt: NOW });
  const bomb = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: '#fff' } })
    .png({ compressionLevel: 9 })
    .toBuffer();
  expect(bomb.length).toBeLessThan(700_000);
  const cut = (await withPlace()).subarray(0, 2000);
  for (const data of [bomb, cut, Buffer.concat([Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'), Buffer.alloc(200)])])
    expect(((await send(data).expect(422)).body as { errors: object[] }).errors).toMatchObject([{ field: 'data' }]);
});

test('everything of an owner in one archive', async () => {
  const { owner, photo } = await known();
  const answer = await shop.agent
    .get(`/api/owners/${owner}/archive.zip`)
    .buffer()
    .parse((res, done) => {
      const pieces: Buffer[] = [];
      res.on('data', (piece: Buffer) => pieces.push(piece));
      res.on('end', () => done(null, Buffer.concat(pieces)));
    });
  const zip = answer.body as Buffer;
  expect(zip.subarray(0, 2).toString()).toBe('PK');
  for (const name of ['owner.json', 'history.json', 'record.json', 'job-file.json', 'verdict.json', `${photo}.jpg`])
    expect(zip.includes(name)).toBe(true);
});

describe('an owner who asks that nothing is known of them', () => {
  let ids: Awaited<ReturnType<typeof known>>;
  let before: Bench;
  beforeAll(async () => {
    ids = await known();
    before = await get<Bench>(`jobs/${ids.job}`);
    await shop.agent.post(`/api/owners/${ids.owner}/erase`).expect(200);
  });

  test('name, contact and photographs are gone, the figures stay', async () => {
    const file = await get<OwnerFile>(`owners/${ids.owner}`);
    expect(file.owner).toEqual({ id: ids.owner, name: 'Erased owner', version: 2 });
    expect(file.photos).toBe(0);
    expect(file.erasedAt).toBeDefined();
    const after = await get<Bench>(`jobs/${ids.job}`);
    expect(after.readings).toEqual(before.readings);
    expect(after.job.complaint).toBe('Erased owner says it knocks, call Erased owner');
    await shop.agent.get(`/api/photos/${ids.photo}`).expect(410);
    await shop.agent.get(ids.path).expect(410);
    await shop.agent.get(`/api/jobs/${ids.job}/judgement`).expect(200);
  });
  test('nowhere in the database does the name stand any more', async () => {
    const dump = async (table: string) =>
      JSON.stringify(
        (
          await shop.owner.sequelize.query(
            `SELECT * FROM ${table} x WHERE x::text LIKE '%${ids.job}%' OR x::text LIKE '%${ids.owner}%'`,
          )
        )[0],
      );
    for (const table of ['owners', 'machines', 'jobs', 'notes', 'pages', 'photos', 'changes', 'readings', 'tests'])
      for (const word of ['Tarn', PHONE, 'pays late'])
        expect([table, word, (await dump(table)).includes(word)]).toEqual([table, word, false]);
  });
  test('that it was done is written down; nobody else is touched', async () => {
    const { items } = await get<History>(`history?recordId=${ids.owner}`);
    expect(items.map(({ action, by }) => [action, by])).toEqual([
      ['erased', 'ines'],
      ['added', 'ines'],
    ]);
    const other = await known();
    expect((await get<OwnerFile>(`owners/${other.owner}`)).owner.name).toBe(NAME);
  });
  test('only by its own shop', async () => {
    const { owner } = await known();
    await shop.addShop(`x${owner.slice(0, 6)}@two.example`);
    const agent = await shop.signIn(`x${owner.slice(0, 6)}@two.example`);
    await agent.post(`/api/owners/${owner}/erase`).expect(404);
    await agent.get(`/api/owners/${owner}/archive.zip`).expect(404);
    expect((await get<OwnerFile>(`owners/${owner}`)).owner.name).toBe(NAME);
  });
});
