import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { type Bench, toJobFile } from '@rugged/contract';
import { benchJson } from '../src/store/bench-query';
import { migrate } from '../src/store/migrate';
import { ShopScope } from '../src/store/scope';
import { connect } from '../src/store/sequelize';
import { openStore } from '../src/store/store';
import { NOW } from './shop-in-test';

/** A database of its own with nothing in it. */
async function emptyDatabase(): Promise<string> {
  const base = process.env['TEST_DATABASE_URL'] as string;
  const name = `m_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client(base);
  await admin.connect();
  await admin.query(`CREATE DATABASE ${name}`);
  await admin.end();
  return Object.assign(new URL(base), { pathname: `/${name}` }).href;
}

test('compression, books and house rules from columns come into the one shape, to the last digit', async () => {
  const sequelize = connect(await emptyDatabase());
  await migrate(sequelize, '004-guided-work');
  const id = {
    shop: randomUUID(),
    person: randomUUID(),
    owner: randomUUID(),
    machine: randomUUID(),
    engine: randomUUID(),
    book: randomUUID(),
    job: randomUUID(),
    test: randomUUID(),
    air: randomUUID(),
    dry: randomUUID(),
    wet: randomUUID(),
    leak: randomUUID(),
  };
  const tester = { unit: 'psi', fullScale: 300, division: 2, correction: { gain: 0.98, offset: 0, doubt: 1.2 } };
  await sequelize.query(`
    INSERT INTO shops (id, name, house_rules) VALUES ('${id.shop}', 'Shop', '{"throttleSchool": "no-difference"}');
    INSERT INTO people (id, shop_id, name, email, password_hash) VALUES ('${id.person}', '${id.shop}', 'Ines',
      'i@s.example', 'x');
    INSERT INTO owners (id, shop_id, name) VALUES ('${id.owner}', '${id.shop}', 'Wil');
    INSERT INTO machines (id, shop_id, owner_id, name) VALUES ('${id.machine}', '${id.shop}', '${id.owner}', 'Skiff');
    INSERT INTO engines (id, shop_id, machine_id, name, cycle, fuel, family, cylinders) VALUES ('${id.engine}',
      '${id.shop}', '${id.machine}', 'Orrin', 'two-stroke', 'petrol', 'outboard', '["1", "2"]');
    INSERT INTO books (id, shop_id, engine_id, rank, source, engine_temperature, compression, ring_gap)
      VALUES ('${id.book}', '${id.shop}', '${id.engine}', 1, 'Handbook', 'warm', '{"unit": "psi",
      "min": 120.10000000000001}', '{"maxMm": 0.7}');
    INSERT INTO jobs (id, shop_id, number, engine_id, complaint, opened_at, opened_by) VALUES ('${id.job}',
      '${id.shop}', 1, '${id.engine}', 'hard start', '${NOW}', '${id.person}');
    INSERT INTO tests (id, shop_id, job_id, kind, throttle, cranking_rpm, tester, started_at, started_by)
      VALUES ('${id.test}', '${id.shop}', '${id.job}', 'compression', 'open', 312.5, '${JSON.stringify(tester)}',
      '${NOW}', '${id.person}');
    INSERT INTO tests (id, shop_id, job_id, kind, conditions, started_at, started_by) VALUES ('${id.air}',
      '${id.shop}', '${id.job}', 'leakdown', '{"engineTemperature": "warm"}', '2026-05-04T11:00:00Z', '${id.person}');
    INSERT INTO readings (id, shop_id, test_id, kind, cylinder, unit, peak, strokes, taken_at, taken_by)
      VALUES ('${id.dry}', '${id.shop}', '${id.test}', 'compression', '1', 'psi', 142.10000000000002, '[85, 120]',
      '${NOW}', '${id.person}');
    INSERT INTO readings (id, shop_id, test_id, kind, cylinder, unit, peak, wet, oil_ml, taken_at, taken_by,
      supersedes) VALUES ('${id.wet}', '${id.shop}', '${id.test}', 'compression', '1', 'psi', 150, true, 2,
      '2026-05-04T10:05:00Z', '${id.person}', '${id.dry}');
    INSERT INTO readings (id, shop_id, test_id, kind, figures, taken_at, taken_by) VALUES ('${id.leak}',
      '${id.shop}', '${id.air}', 'leakdown', '{"cylinder": "2", "unit": "psi", "supply": 80, "percent": 9}', '${NOW}',
      '${id.person}');`);

  await migrate(sequelize);
  const scope = new ShopScope(openStore(sequelize), { shopId: id.shop, personId: id.person });
  const bench = JSON.parse((await benchJson(scope, id.job)) ?? '{}') as Bench;
  expect(bench.readings).toEqual(
    expect.arrayContaining([
      expect.objectContaining({
        id: id.dry,
        kind: 'compression',
        figures: { cylinder: '1', unit: 'psi', peak: 142.10000000000002, strokes: [85, 120] },
      }),
      expect.objectContaining({
        id: id.wet,
        supersedes: id.dry,
        figures: { cylinder: '1', unit: 'psi', peak: 150, wet: true, oilMl: 2 },
      }),
    ]),
  );
  expect(toJobFile(bench)).toMatchObject({
    houseRules: { throttleSchool: 'no-difference' },
    books: [
      {
        source: 'Handbook',
        engineTemperature: 'warm',
        compression: { unit: 'psi', min: 120.10000000000001 },
        ringGap: { maxMm: 0.7 },
      },
    ],
    tests: [
      { kind: 'compression', throttle: 'open', crankingRpm: 312.5, tester },
      { kind: 'leakdown', engineTemperature: 'warm', readings: [{ cylinder: '2', percent: 9 }] },
    ],
  });
  // What was append-only before is so again.
  await expect(sequelize.query(`UPDATE readings SET figures = '{}' WHERE id = '${id.dry}'`)).rejects.toThrow(
    /append-only/,
  );
  await expect(sequelize.query(`DELETE FROM tests WHERE id = '${id.test}'`)).rejects.toThrow(/append-only/);
  await sequelize.close();
});
