import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { type Bench, toJobFile } from '@rugged/contract/bench';
import type { PageDocument } from '@rugged/contract/page';
import { judge, report } from '@rugged/core';
import { decide, readyMade } from '@rugged/core/decide';
import { makePage } from '@rugged/pages';
import request from 'supertest';
import { type Agent, bench, NOW, reading, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
beforeAll(async () => {
  shop = await shopInTest();
});
afterAll(() => shop.server.close());

const LATER = '2026-05-04T12:00:00.000Z';

/** A job with four readings, one of them low, decided and told on a page that asks. */
async function told(agent: Agent): Promise<{ jobId: string; pageId: string; page: PageDocument }> {
  const ids = await bench(agent);
  for (const [cylinder, peak] of Object.entries({ 1: 138, 2: 84, 3: 139, 4: 137 }))
    await agent
      .post('/api/readings')
      .send(reading(ids.test, { cylinder, peak, strokes: [peak - 30, peak] }))
      .expect(201);
  const before = (await agent.get(`/api/jobs/${ids.job}`).expect(200)).body as Bench;
  const judged = report(judge(toJobFile(before)), 'psi');
  const worst = new Map([['rings-or-bore', 0.9] as const, ['sound', 0.1] as const]);
  const { options } = readyMade(before.engine, judged.engine.state, { worst, others: [] });
  const input = { currency: 'EUR', labourRatePerHour: 60, valueRunning: 2500, valueAsIs: 300, options };
  await agent
    .post('/api/decisions')
    .send({ id: randomUUID(), jobId: ids.job, input, chosen: options[1]?.name, stopAt: 950, madeAt: LATER })
    .expect(201);
  const full = (await agent.get(`/api/jobs/${ids.job}`).expect(200)).body as Bench;
  const decided = decide(toJobFile(full), 500);
  const page = makePage('owner', {
    bench: full,
    report: report(judge(toJobFile(full)), 'psi'),
    decided,
    chosen: options[1]?.name ?? '',
    stopAt: 950,
    input: decided.input,
    shop: { name: 'Shop & Sons' },
    unit: 'psi',
    now: new Date(LATER),
    readers: ['ines'],
    photos: [],
  });
  const pageId = randomUUID();
  await agent.post('/api/pages').send({ id: pageId, jobId: ids.job, page, madeAt: LATER }).expect(201);
  return { jobId: ids.job, pageId, page };
}

async function linkTo(agent: Agent, pageId: string) {
  const link = await agent.post('/api/page-links').send({ id: randomUUID(), pageId, days: 14 }).expect(201);
  return link.body as { id: string; path: string; opened: number };
}
const stranger = () => request(shop.server.app);

test('a page goes out by a link, is answered without a session, and the job knows', async () => {
  const { agent } = shop;
  const { jobId, pageId, page } = await told(agent);
  const link = await linkTo(agent, pageId);
  const seen = await stranger().get(link.path).expect(200);
  expect(seen.text).toContain(page.lead.replaceAll("'", '&#39;'));
  expect(seen.text).toContain('Shop &amp; Sons');
  expect(seen.text).not.toContain('<script');
  expect(seen.headers).toMatchObject({
    'x-robots-tag': 'noindex, nofollow, noarchive',
    'cache-control': 'no-store',
    'referrer-policy': 'same-origin',
  });
  expect(seen.headers['set-cookie']).toBeUndefined();
  await stranger().post(`${link.path}/answer`).type('form').send({ answer: 'agreed', note: 'go on' }).expect(303);
  const { answers } = (await agent.get(`/api/jobs/${jobId}`).expect(200)).body as Bench;
  expect(answers).toMatchObject([
    { answer: 'agreed', through: 'link', option: page.asks?.option, stopAt: 950, note: 'go on', pageId },
  ]);
  expect((await stranger().get(link.path).expect(200)).text).toContain('You agreed');
  const [counted] = (await agent.get(`/api/jobs/${jobId}/page-links`).expect(200)).body as { opened: number }[];
  expect(counted?.opened).toBe(2);
});

test('withdrawn, past its day, guessed and cut short are gone in the same words', async () => {
  const { agent } = shop;
  const { pageId } = await told(agent);
  const [withdrawn, past] = [await linkTo(agent, pageId), await linkTo(agent, pageId)];
  await agent.post(`/api/page-links/${withdrawn.id}/withdraw`).expect(200);
  await shop.owner.sequelize.query(`UPDATE page_links SET ends_at = now() WHERE id = '${past.id}'`);
  const paths = [withdrawn.path, past.path, `/p/${'x'.repeat(32)}`, '/p/short', `${withdrawn.path}/page.pdf`];
  const answers = await Promise.all(paths.map((path) => stranger().get(path)));
  expect(answers.map(({ status }) => status)).toEqual(paths.map(() => 410));
  expect(new Set(answers.map(({ text }) => text)).size).toBe(1);
  await stranger().post(`${withdrawn.path}/answer`).type('form').send({ answer: 'agreed' }).expect(410);
});

test('an answer that is none, or that comes from another site, is not taken', async () => {
  const { agent } = shop;
  const { jobId, pageId } = await told(agent);
  const { path } = await linkTo(agent, pageId);
  await stranger().post(`${path}/answer`).type('form').send({ answer: 'perhaps' }).expect(410);
  await stranger()
    .post(`${path}/answer`)
    .set('Sec-Fetch-Site', 'cross-site')
    .type('form')
    .send({ answer: 'agreed' })
    .expect(403);
  const { answers } = (await agent.get(`/api/jobs/${jobId}`)).body as Bench;
  expect(answers).toEqual([]);
});

test('a link sent twice is one link; another shop sees neither page nor link', async () => {
  const { agent } = shop;
  const { jobId, pageId } = await told(agent);
  const body = { id: randomUUID(), pageId, days: 3 };
  const [first, again] = [
    await agent.post('/api/page-links').send(body).expect(201),
    await agent.post('/api/page-links').send(body).expect(201),
  ];
  expect((again.body as { path: string }).path).toBe((first.body as { path: string }).path);
  await shop.addShop('wil@two.example');
  const other = await shop.signIn('wil@two.example');
  await other
    .post('/api/page-links')
    .send({ ...body, id: randomUUID() })
    .expect(404);
  await other.post(`/api/page-links/${body.id}/withdraw`).expect(404);
  await other.get(`/api/pages/${pageId}/page.pdf`).expect(404);
  await other.get(`/api/jobs/${jobId}/page-links`).expect(404);
  await agent
    .post('/api/page-links')
    .send({ ...body, id: randomUUID(), days: 0 })
    .expect(422);
});

test('the PDF says everything that the page says, in its own fonts, with title and language', async () => {
  const { agent } = shop;
  const { pageId, page } = await told(agent);
  const pdf = await agent.get(`/api/pages/${pageId}/page.pdf`).buffer(true).parse(asBuffer).expect(200);
  const text = execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf.body as Buffer }).toString();
  const flat = text.replace(/\s+/g, ' ');
  for (const said of page.blocks.flatMap((block) =>
    block.is === 'table'
      ? block.rows.flat()
      : block.is === 'ways'
        ? block.ways.flatMap(({ name, text }) => [...name.toLowerCase().split(' '), ...text.split(' ')])
        : block.is === 'cylinders'
          ? block.cylinders.map(({ figure }) => figure)
          : [],
  ))
    expect(flat.toLowerCase()).toContain(said.replace(/\s+/g, ' ').toLowerCase());
  for (const word of page.lead.split(' ')) expect(flat).toContain(word);
  // Three ways to go on, four cylinders: one side of A4.
  const info = execFileSync('pdfinfo', ['-'], { input: pdf.body as Buffer }).toString();
  expect(info).toMatch(/Title:\s+Your engine: Shop & Sons/);
  expect(info).toMatch(/Tagged:\s+yes/);
  expect(info).toMatch(/Pages:\s+1\n/);
  const fonts = execFileSync('pdffonts', ['-'], { input: pdf.body as Buffer })
    .toString()
    .split('\n')
    .slice(2);
  expect(fonts.filter(Boolean).every((line) => /\byes\s+(yes|no)\s+(yes|no)\b/.test(line))).toBe(true);
});

test('what the shop did becomes its own prices, and what it sets stands', async () => {
  const { agent } = shop;
  const ids = await bench(agent);
  for (const [hours, partsCost] of [
    [4, 180],
    [5, 210],
    [8, 260],
  ])
    await agent
      .post('/api/repairs')
      .send({ id: randomUUID(), jobId: ids.job, what: 'top end', repair: 'top-end', hours, partsCost, madeAt: NOW })
      .expect(201);
  const session = async () =>
    ((await agent.get('/api/session').expect(200)).body as { shop: { version: number; prices?: object } }).shop;
  expect((await session()).prices).toMatchObject({
    done: { outboard: { 'top-end': { times: 3, hoursLow: 4, hoursLikely: 5, hoursHigh: 8, partsLikely: 210 } } },
  });
  const { version, prices } = await session();
  const set = { ...prices, currency: 'EUR', labourRatePerHour: 72 };
  await agent.patch('/api/shop').send({ version, prices: set }).expect(200);
  expect(await session()).toMatchObject({ prices: { currency: 'EUR', labourRatePerHour: 72 } });
  await agent
    .patch('/api/shop')
    .send({ version: version + 1, prices: { currency: 'QQQ' } })
    .expect(422)
    .expect(({ body }) => expect(body).toMatchObject({ errors: [{ field: 'prices.currency' }] }));
});

test('sums that cannot be are refused at their field', async () => {
  const { agent } = shop;
  const ids = await bench(agent);
  const decision = (input: object) =>
    agent.post('/api/decisions').send({ id: randomUUID(), jobId: ids.job, input, madeAt: NOW });
  const options = [{ name: 'leave it' }];
  for (const [input, field] of [
    [{ labourRatePerHour: -1, options }, 'input.labourRatePerHour'],
    [{ labourRatePerHour: 60, options: [] }, 'input.options'],
    [{ labourRatePerHour: 60, options: [{ name: 'a', holdsProbability: 1.2 }] }, 'input.options[0].holdsProbability'],
    [{ labourRatePerHour: 60, options: [{ name: 'a', partsLow: 9, partsLikely: 5 }] }, 'input.options[0].partsLow'],
    [
      { labourRatePerHour: 60, options: [{ name: 'a', escalates: [{ to: 'a', probability: 1 }] }] },
      'input.options[0].escalates',
    ],
    [{ labourRatePerHour: 60, currency: 'QQQ', options }, 'input.currency'],
  ] as const)
    expect((await decision(input).expect(422)).body).toMatchObject({ errors: [{ field }] });
});

function asBuffer(res: unknown, done: (error: Error | null, body: Buffer) => void): void {
  const pieces: Buffer[] = [];
  const stream = res as NodeJS.ReadableStream;
  stream.on('data', (piece: Buffer) => pieces.push(piece));
  stream.on('end', () => done(null, Buffer.concat(pieces)));
}
