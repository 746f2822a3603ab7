import { firstOnly, isStream, routes } from './routes';
import { type Agent, bench, reading, type ShopInTest, shopInTest } from './shop-in-test';
import { READS, type Write, writesOf } from './ways-in';

/** Every route with another shop's ids, by somebody who was shown out, and by nobody. */
let shop: ShopInTest;
let ids: Awaited<ReturnType<typeof bench>>;
let writes: readonly Write[];
let more: { photo: string; page: string; link: string; sensor: string; tester: string };
beforeAll(async () => {
  shop = await shopInTest();
  ids = await bench(shop.agent);
  writes = writesOf(ids);
  const made = async (path: string, body: object) =>
    ((await shop.agent.post(`/api/${path}`).send(body).expect(201)).body as { id: string }).id;
  await made('readings', reading(ids.test));
  const page = await made('pages', {
    id: crypto.randomUUID(),
    jobId: ids.job,
    madeAt: '2026-05-04T10:00:00Z',
    page: {
      kind: 'owner',
      lang: 'en',
      title: 'x',
      lead: 'x',
      shop: 'x',
      madeAt: '2026-05-04T10:00:00Z',
      day: 'x',
      blocks: [],
    },
  });
  more = {
    page,
    photo: crypto.randomUUID(),
    link: await made('page-links', { id: crypto.randomUUID(), pageId: page, days: 7 }),
    sensor: await made('sensors', { kind: 'compression' }),
    tester: await made('testers', { id: crypto.randomUUID(), kind: 'compression', name: 't', tester: { unit: 'psi' } }),
  };
});
afterAll(() => shop.server.close());

/** Nobody needs to be signed in for these. */
const OPEN: ReadonlySet<string> = new Set([
  'GET /alive',
  'GET /health',
  'POST /session',
  'DELETE /session',
  'POST /session/beginning',
  'POST /joining',
  'POST /joining/look',
  'POST /sensor/:code',
]);

/** What the other shop's things are called in a path. */
const idOf = (where: string): string => {
  const of: readonly (readonly [RegExp, string])[] = [
    [/^\/jobs/, ids.job],
    [/^\/engines/, ids.engine],
    [/^\/books/, ids.book],
    [/^\/owners/, ids.owner],
    [/^\/testers/, more.tester],
    [/^\/photos/, more.photo],
    [/^\/pages/, more.page],
    [/^\/page-links/, more.link],
    [/^\/sensors/, more.sensor],
  ];
  return of.find(([pattern]) => pattern.test(where))?.[1] ?? ids.job;
};

/** A request of a route that would do something in the shop whose ids it has. */
function request(agent: Agent, route: string) {
  const [method = '', where = ''] = route.split(' ');
  const at = where.replace(':id', idOf(where)).replace(':code', '000000');
  if (method === 'GET') {
    const read = READS.find((one) => one.split('?')[0]?.replace('ID', ':id') === where.slice(1));
    const query = read?.split('?')[1]?.replaceAll('ID', ids.job).replace('after=x', '').replace('before=9', '') ?? '';
    const asked = agent.get(`/api${at}${query ? `?${query}` : ''}`);
    return isStream(route) ? asked.parse(firstOnly as never) : asked;
  }
  const body = writes.find(([way, to]) => way === method && `/${to()}` === at)?.[2]() ?? {};
  if (method === 'DELETE') return agent.delete(`/api${at}`);
  return (method === 'PATCH' ? agent.patch(`/api${at}`) : agent.post(`/api${at}`)).send(body);
}

/** Everything of a shop, to the last figure. */
async function everything(): Promise<string> {
  const [tables] = await shop.owner.sequelize.query(
    `SELECT table_name AS name FROM information_schema.columns
     WHERE table_schema = 'public' AND column_name = 'shop_id'`,
  );
  const rows = await Promise.all(
    (tables as { name: string }[])
      .filter(({ name }) => name !== 'sensors')
      .map(async ({ name }) => [
        name,
        (
          await shop.owner.sequelize.query(
            `SELECT x::text FROM ${name} x WHERE shop_id = '${shop.ids.shop}' ORDER BY 1`,
          )
        )[0],
      ]),
  );
  return JSON.stringify(rows.sort());
}

test('the walk knows every route', () => {
  const known = routes();
  expect(known.length).toBeGreaterThan(45);
  for (const one of [
    'POST /jobs',
    'PATCH /jobs/:id',
    'POST /answers',
    'GET /jobs/:id/page-links',
    'POST /owners/:id/erase',
    'GET /sensors/:id/live',
    'GET /history/table.csv',
    'PATCH /shop',
  ])
    expect(known).toContain(one);
});

test("with another shop's ids nothing is told and nothing is changed", async () => {
  await shop.addShop('rolf@two.example');
  const other = await shop.signIn('rolf@two.example');
  const before = await everything();
  const wrong: string[] = [];
  for (const route of routes()) {
    if (route === 'DELETE /session' || route === 'POST /session/beginning') continue;
    const { status, text = '' } = await request(other, route).buffer();
    const told = Object.values({ ...ids, ...more }).filter((id) => text.includes(id));
    // What was sent may be named back; rows of their own are answered with their own ids.
    const leaks = status < 300 && told.length > 0 && !route.startsWith('POST');
    if (status >= 500 || leaks) wrong.push(`${route} ${status} ${text.slice(0, 200)}`);
    if (route.includes(':id') && status < 400) wrong.push(`${route} was answered with ${status}`);
  }
  expect(wrong).toEqual([]);
  expect(await everything()).toBe(before);
}, 60_000);

test('somebody who was shown out is answered nowhere; nobody at all neither', async () => {
  await shop.addShop('gone@three.example');
  const gone = await shop.signIn('gone@three.example');
  await shop.owner.models.people.update({ leftAt: new Date() }, { where: { name: 'gone' } });
  await new Promise((resolve) => setTimeout(resolve, 3200));
  const nobody = await shop.signIn('ines@one.example');
  await nobody.delete('/api/session').expect(204);
  const answered: string[] = [];
  for (const route of routes())
    for (const [who, agent] of [
      ['gone', gone],
      ['nobody', nobody],
    ] as const) {
      if (OPEN.has(route)) continue;
      const { status } = await request(agent, route).buffer();
      if (status !== 401) answered.push(`${who}: ${route} ${status}`);
    }
  expect(answered).toEqual([]);
}, 60_000);
