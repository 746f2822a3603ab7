import type { Site } from '@rugged/core';
import Joi from 'joi';
import { siteSchema } from '../jobfile/schema';
import { id, instant, version } from './record';

export type JobStatus = 'open' | 'closed';

export interface JobRecord {
  id: string;
  /** Counted by the shop. Nothing until the server has taken the job in. */
  number?: number;
  engineId: string;
  complaint: string;
  alreadyDone?: string;
  hours?: number;
  site: Site;
  status: JobStatus;
  openedAt: string;
  closedAt?: string;
  version: number;
}
export type NewJob = Omit<JobRecord, 'number' | 'status' | 'closedAt' | 'version'>;

const complaint = () => Joi.string().trim().min(1).max(400);

const hours = () => Joi.number().min(0).max(1_000_000);

export const newJobSchema = Joi.object<NewJob>({
  id: id().required(),
  engineId: id().required(),
  complaint: complaint().required(),
  alreadyDone: Joi.string().max(1000),
  hours: hours(),
  site: siteSchema.required(),
  openedAt: instant().required(),
});

export type JobChange = Partial<Pick<JobRecord, 'complaint' | 'alreadyDone' | 'hours' | 'site' | 'status'>> & { version: number };
export const jobChangeSchema = Joi.object<JobChange>({
  version: version().required(),
  complaint: complaint(),
  alreadyDone: Joi.string().max(1000).allow(''),
  hours: hours(),
  site: siteSchema,
  status: Joi.string().valid('open', 'closed'),
}).min(2);
