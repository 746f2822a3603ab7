import { type CompressionReading, type CompressionTest, InputError, type Test } from '@rugged/core';
import Joi from 'joi';
import { compressionConditions, compressionReadingFields, KINDS, TEST_KINDS } from '../jobfile/schema';
import { id, instant } from './record';
import { bySense } from './sense';

/** Compression is kept in columns of its own; every other kind as the job file writes it. */
export type OtherKind = Exclude<Test['kind'], 'compression'>;
type TestOf<K extends Test['kind']> = Extract<Test, { kind: K }>;
export type ConditionsOf<K extends OtherKind> = Omit<TestOf<K>, 'kind' | 'readings' | 'samples'>;
export type FiguresOf<K extends OtherKind> = TestOf<K> extends { readings: (infer R)[] } ? R : TestOf<K> extends { samples: (infer S)[] } ? S : never;

interface TestMeta {
  id: string;
  jobId: string;
  startedAt: string;
  /** Who made it, by name. Told by the server. */
  by?: string;
}
export type CompressionTestRecord = TestMeta & Omit<CompressionTest, 'readings'>;
export type OtherTestRecord = { [K in OtherKind]: TestMeta & { kind: K; conditions: ConditionsOf<K> } }[OtherKind];
/** One test as it was set up: the conditions that all its readings share. Written once. */
export type TestRecord = CompressionTestRecord | OtherTestRecord;
export type NewCompressionTest = Omit<CompressionTestRecord, 'by'>;
type Sent<T> = T extends unknown ? Omit<T, 'by'> : never;
export type NewTest = Sent<TestRecord>;

const others = KINDS.filter((kind): kind is OtherKind => kind !== 'compression');
const byKind = (of: (kind: OtherKind) => Joi.ObjectSchema) => others.map((kind) => ({ is: kind, then: of(kind) }));
const meta = { id: id().required(), jobId: id().required(), startedAt: instant().required() };

export const newTestSchema = Joi.object<NewTest>({ kind: Joi.string().valid(...KINDS).required() }).when('.kind', {
  switch: [
    { is: 'compression', then: Joi.object({ ...meta, kind: Joi.required(), ...compressionConditions }) },
    ...byKind((kind) => Joi.object({ ...meta, kind: Joi.required(), conditions: Joi.object(TEST_KINDS[kind].conditions).required() })),
  ],
});

interface ReadingMeta {
  id: string;
  testId: string;
  takenAt: string;
  supersedes?: string;
  withdrawn?: boolean;
}
export type CompressionReadingRecord = ReadingMeta & CompressionReading & { kind?: 'compression' };
export type OtherReadingRecord = { [K in OtherKind]: ReadingMeta & { kind: K; figures: FiguresOf<K> } }[OtherKind];
/** One attempt. Readings are only added: a correction supersedes, a withdrawal supersedes and counts for nothing. */
export type ReadingRecord = CompressionReadingRecord | OtherReadingRecord;
export type NewReading = ReadingRecord;

const readingMeta = { id: id().required(), testId: id().required(), takenAt: instant().required(), supersedes: id(), withdrawn: Joi.boolean() };

export const newReadingSchema = Joi.object<NewReading>({ kind: Joi.string().valid(...KINDS) }).when('.kind', {
  switch: byKind((kind) => Joi.object({ ...readingMeta, kind: Joi.required(), figures: TEST_KINDS[kind].reading.required() })),
  otherwise: Joi.object({ ...readingMeta, kind: Joi.valid('compression'), ...compressionReadingFields }),
}).custom(bySense<NewReading>((reading) => {
  if (reading.supersedes === reading.id) throw new InputError('supersedes', 'cannot be the reading itself');
  if (reading.withdrawn && !reading.supersedes) throw new InputError('supersedes', 'is missing: which reading is withdrawn?');
}));
