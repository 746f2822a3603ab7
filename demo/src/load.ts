import { addPerson, asRow, hashPassword, type Store } from '@rugged/server';
import { DEMO_PASSWORD, type DemoShop, demoShop } from './demo-shop';

type Transaction = NonNullable<NonNullable<Parameters<typeof addPerson>[2]>['transaction']>;

/** What was written down of it has its own times, and their order, too. */
const AS_IT_WAS_MADE = `WITH loaded AS (DELETE FROM changes RETURNING *)
  INSERT INTO changes (shop_id, at, record, record_id, job_id, action, person_id, was, now)
  SELECT shop_id, coalesce(now->>'taken_at', now->>'started_at', now->>'made_at', now->>'opened_at',
      (SELECT min(opened_at)::text FROM jobs))::timestamptz AS at, record, record_id, job_id, action, person_id,
      was, now
    FROM loaded ORDER BY at, id`;

/**
 * Fills an empty database with the demo shop, all or nothing. Leaves a database with any shop in it alone.
 *
 * @param count of shops that are alike but for their people's addresses; tests that run at once take one each
 */
export async function loadDemo(store: Store, now: Date, count = 1): Promise<boolean> {
  const { sequelize, models } = store;
  if ((await models.shops.count()) > 0) return false;
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  await sequelize.transaction(async (transaction) => {
    for (let which = 1; which <= count; which += 1)
      await loadShop(store, demoShop(now, which), passwordHash, transaction);
    await sequelize.query(AS_IT_WAS_MADE, { transaction });
  });
  return true;
}

async function loadShop(store: Store, demo: DemoShop, passwordHash: string, transaction: Transaction): Promise<void> {
  const { models } = store;
  const shopId = demo.shop.id;
  const inShop = <T extends object>(rows: T[]) => rows.map((row) => ({ ...row, shopId })) as never[];
  await models.shops.create({ ...demo.shop, nextJobNumber: demo.nextJobNumber }, { transaction });
  for (const person of demo.people) await addPerson(store, { ...person, shopId, passwordHash }, { transaction });
  await models.testers.bulkCreate(inShop(demo.testers), { transaction });
  await models.owners.bulkCreate(inShop(demo.owners), { transaction });
  await models.machines.bulkCreate(inShop(demo.machines), { transaction });
  await models.books.bulkCreate(inShop(demo.books.map((book) => asRow('books', book))), { transaction });
  await models.engines.bulkCreate(inShop(demo.engines), { transaction });
  await models.jobs.bulkCreate(inShop(demo.jobs), { transaction });
  // It came in when it was made: years of work are not of today.
  const received = <T extends object>(rows: T[], at: (row: T) => string) =>
    rows.map((row) => ({ ...row, receivedAt: at(row) }));
  const { tests, readings, overrules } = demo;
  await models.tests.bulkCreate(inShop(received(tests, (test) => test.startedAt)), { transaction });
  await models.readings.bulkCreate(inShop(received(readings, (reading) => reading.takenAt)), { transaction });
  await models.overrules.bulkCreate(inShop(received(overrules, (overrule) => overrule.madeAt)), { transaction });
}
