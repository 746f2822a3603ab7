import { type CompressionReading, type CompressionTest, InputError } from '@rugged/core';
import Joi from 'joi';
import { compressionConditions, compressionReadingFields } from '../jobfile/schema';
import { id, instant } from './record';
import { bySense } from './sense';

/** One test as it was set up: the conditions that all its readings share. Written once. */
export interface TestRecord extends Omit<CompressionTest, 'readings'> {
  id: string;
  jobId: string;
  startedAt: string;
  /** Who made it, by name. Told by the server. */
  by?: string;
}
export type NewTest = Omit<TestRecord, 'by'>;

export const newTestSchema = Joi.object<NewTest>({
  id: id().required(),
  jobId: id().required(),
  kind: Joi.string().valid('compression').required(),
  ...compressionConditions,
  startedAt: instant().required(),
});

/** One attempt on one cylinder. Readings are only added: a correction supersedes, a withdrawal supersedes and counts for nothing. */
export interface ReadingRecord extends CompressionReading {
  id: string;
  testId: string;
  takenAt: string;
  supersedes?: string;
  withdrawn?: boolean;
}
export type NewReading = ReadingRecord;

export const newReadingSchema = Joi.object<NewReading>({
  id: id().required(),
  testId: id().required(),
  ...compressionReadingFields,
  takenAt: instant().required(),
  supersedes: id(),
  withdrawn: Joi.boolean(),
}).custom(bySense<NewReading>((reading) => {
  if (reading.supersedes === reading.id) throw new InputError('supersedes', 'cannot be the reading itself');
  if (reading.withdrawn && !reading.supersedes) throw new InputError('supersedes', 'is missing: which reading is withdrawn?');
}));
