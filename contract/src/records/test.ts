import { type ConditionsOf, type FiguresOf, InputError, type TestKind } from '@rugged/core';
import Joi from 'joi';
import { AFTER_REPAIR, KIND_SCHEMAS, KINDS } from '../jobfile/test-kinds';
import { amends, id, instant, type Kept } from './record';
import { bySense } from './sense';

interface TestMeta extends Kept {
  id: string;
  jobId: string;
  startedAt: string;
}
/**
 * One test of a kind as it was set up: the conditions that all its readings share, as the job file writes them. Written
 * once.
 */
export type TestRecordOf<K extends TestKind> = {
  [One in K]: TestMeta & { kind: One; conditions: ConditionsOf<One> };
}[K];
export type TestRecord = TestRecordOf<TestKind>;
export type NewTest = { [K in TestKind]: Omit<TestRecordOf<K>, 'by' | 'receivedAt' | 'apprentice'> }[TestKind];

interface ReadingMeta extends Kept {
  id: string;
  testId: string;
  takenAt: string;
  supersedes?: string;
  withdrawn?: boolean;
}
/** One attempt. Readings are only added: a correction supersedes, a withdrawal supersedes and counts for nothing. */
export type ReadingRecordOf<K extends TestKind> = {
  [One in K]: ReadingMeta & { kind: One; figures: FiguresOf<One> };
}[K];
export type ReadingRecord = ReadingRecordOf<TestKind>;
export type NewReading = { [K in TestKind]: Omit<ReadingRecordOf<K>, 'by' | 'receivedAt' | 'apprentice'> }[TestKind];

const testMeta = { id: id().required(), jobId: id().required(), startedAt: instant().required(), amends: amends() };
const readingMeta = {
  id: id().required(),
  testId: id().required(),
  takenAt: instant().required(),
  supersedes: id(),
  withdrawn: Joi.boolean(),
  amends: amends(),
};
const kindField = () =>
  Joi.string()
    .valid(...KINDS)
    .required();
/** The rest of a record has the shape of its kind; of an unknown kind nothing more is said than that it is unknown. */
const ofItsKind = <T>(
  meta: Joi.PartialSchemaMap,
  under: 'conditions' | 'figures',
  shape: (kind: TestKind) => Joi.Schema,
) =>
  Joi.object<T>({ ...meta, kind: kindField(), [under]: Joi.any() } as Joi.PartialSchemaMap<T>).when('.kind', {
    switch: KINDS.map((kind) => ({ is: kind, then: Joi.object({ [under]: shape(kind).required() }) })),
  });

export const newTestSchema: Joi.ObjectSchema<NewTest> = ofItsKind<NewTest>(testMeta, 'conditions', (kind) =>
  Joi.object({ ...AFTER_REPAIR, ...KIND_SCHEMAS[kind].conditions }),
);

export const newReadingSchema: Joi.ObjectSchema<NewReading> = ofItsKind<NewReading>(
  readingMeta,
  'figures',
  (kind) => KIND_SCHEMAS[kind].reading,
).custom(
  bySense<NewReading>((reading) => {
    if (reading.supersedes === reading.id) throw new InputError('supersedes', 'supersedes-itself');
    if (reading.withdrawn && !reading.supersedes) throw new InputError('supersedes', 'withdrawal-of-nothing');
  }),
);
