import { randomUUID } from 'node:crypto';
import type { Bench } from '@rugged/contract';
import { bench, NOW, reading, type ShopInTest, shopInTest } from './shop-in-test';

let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
beforeAll(async () => {
  shop = await shopInTest();
});
afterAll(() => shop.server.close());

const post = (path: string, body: object) => shop.agent.post(`/api/${path}`).send(body);
const patch = (path: string, body: object) => shop.agent.patch(`/api/${path}`).send(body);
const benchOf = async () => (await shop.agent.get(`/api/jobs/${ids.job}`).expect(200)).body as Bench;
const after = () => new Date(Date.now() + 1000).toISOString();

describe('a closed job is closed', () => {
  const kept = () => reading(ids.test);
  beforeEach(async () => {
    ids = await bench(shop.agent);
    await post('readings', kept()).expect(201);
    await patch(`jobs/${ids.job}`, { version: 1, status: 'closed' }).expect(200);
  });
  const made = (more: object) => ({ id: randomUUID(), jobId: ids.job, madeAt: after(), ...more });
  const EVERYTHING: readonly (readonly [string, () => object])[] = [
    ['readings', () => ({ ...reading(ids.test), takenAt: after() })],
    ['tests', () => ({ id: randomUUID(), jobId: ids.job, kind: 'compression', conditions: {}, startedAt: after() })],
    ['notes', () => made({ about: 'other', text: 'seen later' })],
    ['overrules', () => made({ cylinder: '1', state: 'sound', reason: 'seen with the head off' })],
    ['outcomes', () => made({ cylinder: '1', found: 'piston-damage' })],
    ['repairs', () => made({ what: 'rings' })],
    ['ticks', () => made({ procedure: 'compression', step: 'x', mark: 'done' })],
  ];
  test.each(EVERYTHING)('%s: refused without a reason, taken and named with one', async (path, row) => {
    const sent = row();
    const refused = await post(path, sent).expect(409);
    expect(refused.body).toMatchObject({ type: 'urn:rugged-gauge:problem:job-closed', errors: [{ field: 'amends' }] });
    await post(path, { ...sent, amends: 'forgotten on the day' }).expect(201);
    await post(path, { ...sent, amends: 'forgotten on the day' }).expect(200);
    const rows = (await benchOf())[path as 'notes'] as { id: string; amends?: string; by?: string }[];
    expect(rows.find(({ id }) => id === (sent as { id: string }).id)).toMatchObject({
      amends: 'forgotten on the day',
      by: 'ines',
    });
  });
  test('what was made before it was closed and came in later is taken', async () => {
    await post('readings', reading(ids.test)).expect(201);
  });
  test('a page goes out and an answer comes in all the same', async () => {
    await post('answers', made({ answer: 'agreed', through: 'shop' })).expect(201);
  });
  test('its own fields do not change; closing it again that was answered before is no change', async () => {
    await patch(`jobs/${ids.job}`, { version: 2, complaint: 'another' }).expect(409);
    await patch(`jobs/${ids.job}`, { version: 1, status: 'closed' }).expect(200);
  });
  test('within the hour it is opened again, later it is not', async () => {
    await patch(`jobs/${ids.job}`, { version: 2, status: 'open' }).expect(200);
    await patch(`jobs/${ids.job}`, { version: 3, status: 'closed' }).expect(200);
    await shop.owner.sequelize.query(`UPDATE jobs SET closed_at = now() - interval '2 hours' WHERE id = '${ids.job}'`);
    await patch(`jobs/${ids.job}`, { version: 4, status: 'open' }).expect(409);
  });
});

describe('two corrections of one row', () => {
  beforeAll(async () => {
    ids = await bench(shop.agent);
  });
  test('the second of a reading sees the first; on top of it it is taken', async () => {
    const one = reading(ids.test);
    await post('readings', one).expect(201);
    const [mine, theirs] = [
      reading(ids.test, { supersedes: one.id, peak: 130, strokes: [] }),
      reading(ids.test, { supersedes: one.id, peak: 120, strokes: [] }),
    ];
    await post('readings', mine).expect(201);
    await post('readings', mine).expect(200);
    const { body } = await post('readings', theirs).expect(409);
    expect(body).toMatchObject({
      type: 'urn:rugged-gauge:problem:corrected-already',
      current: { id: mine.id, figures: { peak: 130 } },
    });
    await post('readings', { ...theirs, supersedes: mine.id }).expect(201);
  });
  test('ten at once: one is taken, nine see it', async () => {
    const one = reading(ids.test);
    await post('readings', one).expect(201);
    const answers = await Promise.all(
      Array.from({ length: 10 }, (_, i) =>
        post('readings', reading(ids.test, { supersedes: one.id, peak: 100 + i, strokes: [] })),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, ...Array<number>(9).fill(409)]);
    for (const { body, status } of answers)
      if (status === 409) expect(body.current).toMatchObject({ supersedes: one.id });
  });
  test('of a note likewise', async () => {
    const note = { id: randomUUID(), jobId: ids.job, about: 'other', text: 'wet plug', madeAt: NOW };
    await post('notes', note).expect(201);
    const back = () => ({
      id: randomUUID(),
      jobId: ids.job,
      about: 'other',
      supersedes: note.id,
      withdrawn: true,
      madeAt: NOW,
    });
    await post('notes', back()).expect(201);
    await post('notes', back()).expect(409);
  });
});
