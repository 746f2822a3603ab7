import { newReadingSchema, type NewReading, type TestRecord, toTest } from '@rugged/contract';
import { type Book, checkJob, type Engine, InputError, JOB_FILE_FORMAT, JOB_FILE_VERSION } from '@rugged/core';
import { Router } from 'express';
import { QueryTypes } from 'sequelize';
import { asJson, list } from '../store/json-sql';
import { createOnce, type Store } from '../store/store';
import { answerCreated, bodyOf, whoAsks } from './request';

/** `/api/readings`: one attempt, held against its engine, its books and its tester before it is kept. */
export function readingRoutes(store: Store): Router {
  const routes = Router();
  routes.post('/', async (req, res) => {
    const { shopId, personId } = whoAsks(req);
    const reading = bodyOf(newReadingSchema, req);
    checkInContext(reading, await contextOf(store, shopId, reading));
    answerCreated(res, await createOnce(store.models.readings, shopId, { ...reading, takenBy: personId }));
  });
  return routes;
}

interface Context { engine: Engine; books: Book[]; test: TestRecord }

async function contextOf({ sequelize }: Store, shopId: string, reading: NewReading): Promise<Context> {
  const [row] = await sequelize.query<Context>(
    `SELECT json_strip_nulls(${asJson('engines', 'e')}) AS engine, json_strip_nulls(${list(asJson('books', 'b'), 'books b WHERE b.engine_id = e.id')}) AS books,
       json_strip_nulls(${asJson('tests', 't')}) AS test
     FROM tests t JOIN jobs j ON j.id = t.job_id JOIN engines e ON e.id = j.engine_id
     WHERE t.shop_id = $1 AND t.id = $2`, { bind: [shopId, reading.testId], type: QueryTypes.SELECT });
  if (!row) throw new InputError('testId', 'is not known in this shop');
  return row;
}

/** The reading alone in a job of its own: the same sense that a whole job is held to. */
function checkInContext(reading: NewReading, { engine, books, test }: Context): void {
  const kind = reading.kind ?? 'compression';
  if (test.kind !== kind) throw new InputError('kind', `is ${kind}, but the test is ${test.kind}`);
  try {
    checkJob({ format: JOB_FILE_FORMAT, version: JOB_FILE_VERSION, engine, books, tests: [toTest(test, [reading])] });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const field = error.field.replace(/^tests\[0\]\.(readings|samples)\[0\]\./, '');
    throw new InputError(kind === 'compression' || field === error.field ? field : `figures.${field}`, error.reason);
  }
}
