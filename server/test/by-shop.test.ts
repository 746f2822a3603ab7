import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import supertest from 'supertest';
import { firstOnly, isStream } from './routes';
import { type Agent, bench, freshDatabase, PASSWORD, type ShopInTest, shopInTest } from './shop-in-test';
import { READS, writesOf } from './ways-in';

/**
 * Shops spread over several places by their id, as a distributed PostgreSQL spreads them. Its rules are those of tables
 * in parts: every key and unique index has to carry what the parts are made by. So the whole schema is built in parts,
 * the server runs on it under a login that no row is hidden from, and what each statement looked through is read from
 * the plans that the database tells: never more than the part of one shop.
 */
const PARTS = 4;

/** The schema of a database, with every table of a shop in parts. */
function inParts(databaseUrl: string): string {
  const { stdout, stderr, status } = spawnSync('pg_dump', ['--schema-only', '--no-owner', databaseUrl], {
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return stdout
    .replace(/^\\.*$/gm, '')
    .replaceAll('ALTER TABLE ONLY', 'ALTER TABLE')
    .replaceAll('CREATE UNLOGGED', 'CREATE')
    .replace(
      /ALTER TABLE public\.changes ALTER COLUMN id ADD GENERATED [\s\S]*?\);/,
      `CREATE SEQUENCE public.changes_of; ALTER TABLE public.changes ALTER COLUMN id
         SET DEFAULT nextval('public.changes_of');`,
    )
    .replaceAll('TG_TABLE_NAME', () => `regexp_replace(TG_TABLE_NAME, '_p[0-9]+$', '')`)
    .replace(/CREATE TABLE public\.(\w+) \([\s\S]*?\n\);/g, (table, name: string) => {
      if (name !== 'shops' && name !== 'ways_in' && !/^ {4}shop_id uuid/m.test(table)) return table;
      // Which doors there are is read everywhere: it stands whole in each place.
      if (name === 'ways_in') return table;
      const parts = Array.from(
        { length: PARTS },
        (_, part) => `CREATE TABLE public.${name}_p${part} PARTITION OF public.${name}
          FOR VALUES WITH (MODULUS ${PARTS}, REMAINDER ${part});`,
      );
      return `${table.slice(0, -1)} PARTITION BY HASH (${name === 'shops' ? 'id' : 'shop_id'});${parts.join('')}`;
    });
}

/** A fresh database in parts, and a login that is the server's but for the lock on rows. */
async function spread(): Promise<{ databaseUrl: string; serverUrl: string; schema: string }> {
  const whole = await freshDatabase();
  const schema = inParts(whole);
  const from = new pg.Client(whole);
  await from.connect();
  const name = `p_${randomUUID().replaceAll('-', '')}`;
  await from.query(`CREATE DATABASE ${name}`);
  const databaseUrl = Object.assign(new URL(whole), { pathname: `/${name}` }).href;
  const to = new pg.Client(databaseUrl);
  await to.connect();
  await to.query(schema);
  for (const table of ['schema_migrations', 'schema_floor', 'server_secret'])
    for (const row of (await from.query<Record<string, unknown>>(`SELECT * FROM ${table}`)).rows)
      await to.query(
        `INSERT INTO public.${table} SELECT * FROM jsonb_populate_record(NULL::public.${table}, $1::jsonb)`,
        [JSON.stringify(row)],
      );
  await to.query(`
    DO $$ BEGIN CREATE ROLE walker LOGIN PASSWORD 'walker' BYPASSRLS IN ROLE rugged_server;
    EXCEPTION WHEN duplicate_object THEN NULL; END $$;
    ALTER DATABASE ${name} SET session_preload_libraries = 'auto_explain';
    ALTER DATABASE ${name} SET auto_explain.log_min_duration = 0;
    ALTER DATABASE ${name} SET auto_explain.log_analyze = on;
    ALTER DATABASE ${name} SET auto_explain.log_timing = off;
    ALTER DATABASE ${name} SET auto_explain.log_format = 'json';
    ALTER DATABASE ${name} SET auto_explain.log_nested_statements = on;
    ALTER DATABASE ${name} SET auto_explain.log_level = 'warning';`);
  await Promise.all([from.end(), to.end()]);
  const serverUrl = Object.assign(new URL(databaseUrl), { username: 'walker', password: 'walker' }).href;
  return { databaseUrl, serverUrl, schema };
}

interface Plan {
  'Relation Name'?: string;
  'Actual Loops'?: number;
  Plans?: Plan[];
}
/** What a plan looked through: a part that was planned and left out was not. */
const looked = (plan: Plan): string[] => [
  ...(plan['Relation Name'] && plan['Actual Loops'] !== 0 ? [plan['Relation Name']] : []),
  ...(plan.Plans ?? []).flatMap(looked),
];
const partsOf = (plan: Plan): ReadonlySet<string> =>
  new Set(looked(plan).flatMap((name) => /_p(\d+)$/.exec(name)?.[1] ?? []));

/** Statements with what they looked through, as the database tells them. */
const told: { statement: string; plan: Plan }[] = [];
const listen = () => {
  const emit = Object.getPrototypeOf(pg.Client.prototype) as { emit: (...args: unknown[]) => boolean };
  return jest.spyOn(pg.Client.prototype as unknown as typeof emit, 'emit').mockImplementation(function (
    this: pg.Client,
    ...args
  ) {
    const [event, notice] = args as [string, { message?: string }?];
    const plan = event === 'notice' ? /plan:\s*(\{[\s\S]*\})\s*$/.exec(notice?.message ?? '')?.[1] : undefined;
    if (plan) {
      const { 'Query Text': statement, Plan: found } = JSON.parse(plan) as { 'Query Text': string; Plan: Plan };
      told.push({ statement, plan: found });
      return true;
    }
    return emit.emit.apply(this, args);
  });
};

let shop: ShopInTest;
let schema: string;
let spy: ReturnType<typeof listen>;
beforeAll(async () => {
  const made = await spread();
  schema = made.schema;
  spy = listen();
  shop = await shopInTest(made);
});
afterAll(async () => {
  await shop.server.close();
  spy.mockRestore();
});

test('a key that does not carry the shop is refused by such a schema', async () => {
  const client = new pg.Client(shop.databaseUrl);
  await client.connect();
  await expect(
    client.query('CREATE TABLE loose (id uuid PRIMARY KEY, shop_id uuid NOT NULL) PARTITION BY HASH (shop_id)'),
  ).rejects.toThrow(/must include all partitioning columns/);
  await client.end();
  expect(schema.match(/PARTITION BY HASH/g)?.length).toBeGreaterThan(25);
});

/** Everything of one shop and every way to read it, by its owner. */
async function walk(agent: Agent) {
  const ids = await bench(agent);
  const status: Record<string, number> = {};
  for (const [method, where, good] of writesOf(ids)) {
    const way = method === 'POST' ? agent.post(`/api/${where()}`) : agent.patch(`/api/${where()}`);
    const answer = await way.send(good() as object);
    status[`${method} ${where().replace(/[0-9a-f-]{36}/, ':id')}`] = answer.status;
  }
  for (const read of READS) {
    const asked = agent.get(`/api/${read.replaceAll('ID', ids.job).replace('after=x', '').replace('before=9', '')}`);
    const streams = isStream(`GET /${read.split('?')[0] ?? ''}`);
    await (streams ? asked.parse(firstOnly as never) : asked);
  }
  for (const [path, id] of [
    ['owners', ids.owner],
    ['engines', ids.engine],
    ['books', ids.book],
    ['jobs', ids.job],
  ] as const)
    await agent.get(`/api/${path}/${id}`);
  for (const search of ['search=wil', 'search=skiff', 'status=all', `engineId=${ids.engine}`])
    await agent.get(`/api/jobs?${search}`).expect(200);
  await agent.get('/api/engines?search=orr').expect(200);
  const sensor = (await agent.post('/api/sensors').send({ kind: 'compression' }).expect(201)).body as {
    id: string;
    code: string;
  };
  await agent
    .post(`/api/sensor/${sensor.code}`)
    .type('text')
    .send('{"t":"hello","v":1,"kind":"compression","unit":"kPa"}\n');
  await agent.get(`/api/sensors/${sensor.id}/live`).parse(firstOnly as never);
  return { ids, status };
}

test('whatever is asked, one statement looks through the part of one shop', async () => {
  await shop.addShop('rolf@two.example');
  const other = await shop.signIn('rolf@two.example');
  const first = await walk(shop.agent);
  await walk(other);
  // Of what can be written nearly all was: the plans are of rows, not of nothing.
  const kept = Object.entries(first.status).filter(([, code]) => code < 300);
  expect(kept.length).toBeGreaterThan(15);
  const invited = await shop.agent.post('/api/people/invitations').send({ name: 'Rolf', role: 'mechanic' }).expect(201);
  const link = (invited.body as { path: string }).path.split('#')[1];
  await shop.agent.post('/api/joining/look').send({ link }).expect(200);
  await supertest
    .agent(shop.server.app)
    .post('/api/joining')
    .send({ link, name: 'Rolf', email: 'rolf@two.example', password: PASSWORD })
    .expect(201);
  await shop.agent.get('/api/people').expect(200);
  await shop.agent.get('/api/shop/archive.zip').expect(200);
  await shop.agent.post(`/api/owners/${first.ids.owner}/erase`).send({}).expect(200);
  expect(told.length).toBeGreaterThan(500);
  const wide = told.filter(({ plan }) => partsOf(plan).size > 1).map(({ statement }) => statement.slice(0, 300));
  expect([...new Set(wide)]).toEqual([]);
}, 60_000);
