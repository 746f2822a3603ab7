import { newTestSchema, type NewTest, toTest } from '@rugged/contract';
import { checkJob, type Engine, InputError, JOB_FILE_FORMAT, JOB_FILE_VERSION } from '@rugged/core';
import { Router } from 'express';
import { asJson } from '../store/json-sql';
import type { ShopScope } from '../store/scope';
import type { Store } from '../store/store';
import { checkAdded } from './kept-job';
import { created, route } from './route';

/** `/api/tests`: a test as it was set up. Written once. */
export const testRoutes = (store: Store): Router =>
  Router().post(
    '/',
    route(store, 'work', newTestSchema, async (shop, test) =>
      created(
        await shop.create(
          'tests',
          { ...test, startedBy: shop.personId },
          {
            check: async () => {
              await checkAdded(shop, { jobId: test.jobId, at: test.startedAt, amends: test.amends });
              await checkOnEngine(shop, test);
            },
          },
        ),
      ),
    ),
  );

/** A test of a cylinder or a case that the engine has, before anything is read in it. */
async function checkOnEngine(shop: ShopScope, test: NewTest): Promise<void> {
  const [row] = await shop.select<{ engine: Engine }>(
    `SELECT json_strip_nulls(${asJson('engines', 'e')}) AS engine FROM jobs j
       JOIN engines e ON (e.shop_id, e.id) = (j.shop_id, j.engine_id) WHERE j.shop_id = $1 AND j.id = $2`,
    test.jobId,
  );
  if (!row) throw new InputError('jobId', 'not-known-here');
  try {
    checkJob({ format: JOB_FILE_FORMAT, version: JOB_FILE_VERSION, engine: row.engine, tests: [toTest(test, [])] });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    if (error.field === 'tests[0]') throw error.at('kind');
    throw error.field.startsWith('tests[0].') ? error.at(error.field.replace('tests[0].', 'conditions.')) : error;
  }
}
