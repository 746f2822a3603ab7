import { KIND_SCHEMAS, newReadingSchema, type NewReading, type TestRecord, toTest } from '@rugged/contract';
import { type Book, checkJob, type Engine, InputError, JOB_FILE_FORMAT, JOB_FILE_VERSION } from '@rugged/core';
import { Router } from 'express';
import { asJson, BOOKS } from '../store/json-sql';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { checkAdded, keptOnce } from './kept-job';
import { refuse } from './problem';
import { created, route } from './route';

/** `/api/readings`: one attempt, held against its engine, its books and its tester before it is kept. */
export const readingRoutes = (store: Store): Router =>
  Router().post(
    '/',
    route(store, 'work', newReadingSchema, async (shop, reading) =>
      created(
        await keptOnce(shop, 'readings', reading, (further) =>
          shop.create(
            'readings',
            { ...reading, takenBy: shop.personId },
            {
              check: async () => {
                const context = await contextOf(shop, reading);
                const { jobId } = context.test;
                await checkAdded(shop, { jobId, at: reading.takenAt, amends: reading.amends });
                await checkCorrects(shop, reading);
                checkInContext(reading, context);
                await further();
              },
            },
          ),
        ),
      ),
    ),
  );

interface Context {
  engine: Engine;
  books: Book[];
  test: TestRecord;
  readings: number;
}

async function contextOf(shop: ShopScope, reading: NewReading): Promise<Context> {
  const [row] = await shop.select<Context>(
    `SELECT json_strip_nulls(${asJson('engines', 'e')}) AS engine, json_strip_nulls(${BOOKS}) AS books,
       json_strip_nulls(${asJson('tests', 't')}) AS test,
       (SELECT count(*)::int FROM readings r WHERE (r.shop_id, r.test_id) = (t.shop_id, t.id)) AS readings
     FROM tests t JOIN jobs j ON (j.shop_id, j.id) = (t.shop_id, t.job_id)
       JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id)
     WHERE t.shop_id = $1 AND t.id = $2`,
    reading.testId,
  );
  if (!row) throw new InputError('testId', 'not-known-here');
  return row;
}

/** A correction is of the same cylinder: what was read on another one is taken back there, and kept here anew. */
async function checkCorrects(shop: ShopScope, { supersedes, figures }: NewReading): Promise<void> {
  if (supersedes === undefined) return;
  const [row] = await shop.select<{ cylinder: string | null }>(
    `SELECT figures->>'cylinder' AS cylinder FROM readings WHERE shop_id = $1 AND id = $2`,
    supersedes,
  );
  const cylinder = 'cylinder' in figures ? figures.cylinder : undefined;
  if (row && (row.cylinder ?? undefined) !== cylinder)
    throw refuse.fields([
      {
        field: 'figures.cylinder',
        reason: `must be ${row.cylinder ?? 'none'}, as in what it corrects: take that back and enter this one anew`,
      },
    ]);
}

/** The reading alone in a job of its own: the same sense that a whole job is held to. */
function checkInContext(reading: NewReading, { engine, books, test, readings }: Context): void {
  if (test.kind !== reading.kind)
    throw new InputError('kind', 'of-another-kind', { kind: reading.kind, test: test.kind });
  const { most } = KIND_SCHEMAS[test.kind];
  if (readings >= most)
    throw refuse.fields([{ field: 'testId', reason: `has ${most} readings already: begin another test` }]);
  try {
    checkJob({ format: JOB_FILE_FORMAT, version: JOB_FILE_VERSION, engine, books, tests: [toTest(test, [reading])] });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const field = error.field.replace(/^tests\[0\]\.(readings|samples)\[0\]\./, '');
    throw field === error.field ? error : error.at(`figures.${field}`);
  }
}
