import { randomUUID } from 'node:crypto';
import type { Store } from '@rugged/server';

/** Words that owners and machines are made of, so that some are met often and some seldom. */
const OWNERS = ['Tarn', 'Quist', 'Voss', 'Harrow', 'Lund', 'Meer', 'Ostrava', 'Pell', 'Rask', 'Sund'];
const COMPLAINTS = ['hard to start', 'loses power when hot', 'smokes on slopes', 'stalls', 'knocks under load'];

/**
 * Fills a shop that is there already with jobs, ten readings each, two jobs an engine, as years of work leave it.
 * @param owner the database under the login that owns it
 */
export async function fillShop(
  owner: Store['sequelize'],
  shopId: string,
  personId: string,
  jobs: number,
): Promise<void> {
  const list = (words: string[]) => `(ARRAY[${words.map((word) => `'${word}'`).join(', ')}])`;
  const tag = randomUUID().slice(0, 8);
  // Derived from tag and number, so that each table can name the rows of the one before.
  const id = (what: string, of = 'i') => `md5('${tag} ${what} ' || ${of})::uuid`;
  const from = (count: number) => `FROM generate_series(1, ${count}) i`;
  const engines = Math.ceil(jobs / 2);
  const statements = [
    `INSERT INTO owners (id, shop_id, name) SELECT ${id('owner')}, '${shopId}',
       ${list(OWNERS)}[1 + i % ${OWNERS.length}] || ' ' || i ${from(engines)}`,
    `INSERT INTO machines (id, shop_id, owner_id, name) SELECT ${id('machine')}, '${shopId}', ${id('owner')},
       'Skiff ' || i ${from(engines)}`,
    `INSERT INTO engines (id, shop_id, machine_id, name, cycle, fuel, family, layout, cylinders)
       SELECT ${id('engine')}, '${shopId}', ${id('machine')}, 'Orrin ' || (10 + i % 90), 'two-stroke', 'petrol',
         'outboard', 'inline', '["1", "2"]' ${from(engines)}`,
    `INSERT INTO jobs (id, shop_id, number, engine_id, complaint, opened_at, opened_by, site, house_rules, status,
         closed_at)
       SELECT ${id('job')}, '${shopId}', i, ${id('engine', '((i + 1) / 2)')},
         ${list(COMPLAINTS)}[1 + i % ${COMPLAINTS.length}], '2026-01-01'::timestamptz + i * interval '20 minutes',
         '${personId}', '{}', '{}', CASE WHEN i % 5 = 0 THEN 'closed' ELSE 'open' END,
         CASE WHEN i % 5 = 0 THEN '2026-02-01'::timestamptz + i * interval '20 minutes' END ${from(jobs)}`,
    `INSERT INTO tests (id, shop_id, job_id, kind, conditions, started_at, started_by)
       SELECT ${id('test')}, '${shopId}', ${id('job')}, 'compression',
         '{"engineTemperature": "warm", "throttle": "open",
           "tester": {"unit": "psi", "fullScale": 300, "division": 2}}',
         '2026-01-01'::timestamptz + i * interval '20 minutes', '${personId}' ${from(jobs)}`,
    `INSERT INTO readings (id, shop_id, test_id, kind, figures, taken_at, taken_by)
       SELECT ${id('reading', "i || ' ' || k")}, '${shopId}', ${id('test')}, 'compression',
         jsonb_build_object('cylinder', (1 + k % 2)::text, 'unit', 'psi', 'peak', 110 + (i * 7 + k * 3) % 40,
           'strokes', '[85, 110, 125]'::jsonb),
         '2026-01-01'::timestamptz + i * interval '20 minutes' + k * interval '40 seconds', '${personId}'
       ${from(jobs)}, generate_series(1, 10) k`,
    `UPDATE shops SET next_job_number = ${jobs + 1} WHERE id = '${shopId}'`,
  ];
  // Years of work were written down one by one: not again here.
  await owner.transaction(async (transaction) => {
    for (const table of WRITTEN_DOWN)
      await owner.query(`ALTER TABLE ${table} DISABLE TRIGGER ${table}_noted`, { transaction });
    for (const table of TOUCHING)
      await owner.query(`ALTER TABLE ${table} DISABLE TRIGGER ${table}_touch`, { transaction });
    await owner.query('ALTER TABLE jobs DISABLE TRIGGER jobs_beside', { transaction });
    for (const statement of statements) await owner.query(statement, { transaction });
    await owner.query('ALTER TABLE jobs ENABLE TRIGGER jobs_beside', { transaction });
    for (const table of TOUCHING)
      await owner.query(`ALTER TABLE ${table} ENABLE TRIGGER ${table}_touch`, { transaction });
    for (const table of WRITTEN_DOWN)
      await owner.query(`ALTER TABLE ${table} ENABLE TRIGGER ${table}_noted`, { transaction });
  });
}
const WRITTEN_DOWN = ['owners', 'machines', 'engines', 'jobs', 'tests', 'readings'];
const TOUCHING = ['tests', 'readings'];
