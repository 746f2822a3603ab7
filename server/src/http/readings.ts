import { newReadingSchema, type NewReading } from '@rugged/contract';
import { checkCompressionReading, InputError, type ReadEngine, type Tester } from '@rugged/core';
import { Router } from 'express';
import { QueryTypes } from 'sequelize';
import { asJson } from '../store/json-sql';
import { createOnce, type Store } from '../store/store';
import { answerCreated, bodyOf, whoAsks } from './request';

/** `/api/readings`: one attempt on one cylinder, held against its engine and its tester before it is kept. */
export function readingRoutes(store: Store): Router {
  const routes = Router();
  routes.post('/', async (req, res) => {
    const { shopId, personId } = whoAsks(req);
    const reading = bodyOf(newReadingSchema, req);
    const { engine, tester } = await contextOf(store, shopId, reading);
    checkCompressionReading(reading, engine, tester);
    answerCreated(res, await createOnce(store.models.readings, shopId, { ...reading, takenBy: personId }));
  });
  return routes;
}

interface Context { engine: ReadEngine; tester?: Tester }

async function contextOf({ sequelize }: Store, shopId: string, reading: NewReading): Promise<Context> {
  const [row] = await sequelize.query<{ engine: ReadEngine; tester: Tester | null }>(
    `SELECT json_strip_nulls(${asJson('engines', 'e')}) AS engine, t.tester FROM tests t JOIN jobs j ON j.id = t.job_id JOIN engines e ON e.id = j.engine_id
     WHERE t.shop_id = $1 AND t.id = $2`, { bind: [shopId, reading.testId], type: QueryTypes.SELECT });
  if (!row) throw new InputError('testId', 'is not known in this shop');
  return { engine: row.engine, ...(row.tester ? { tester: row.tester } : {}) };
}
