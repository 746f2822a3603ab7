import { type Site, type Symptom, SYMPTOMS } from '@rugged/core';
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
  /** What of the complaint has a name here: it moves the odds of the causes. */
  symptoms?: Symptom[];
  hours?: number;
  site: Site;
  status: JobStatus;
  openedAt: string;
  closedAt?: string;
  version: number;
}
export type NewJob = Omit<JobRecord, 'number' | 'status' | 'closedAt' | 'version'>;

const complaint = () => Joi.string().trim().min(1).max(400);

const symptoms = () => Joi.array().items(Joi.string().valid(...SYMPTOMS)).unique().max(SYMPTOMS.length);
const hours = () => Joi.number().min(0).max(1_000_000);

export const newJobSchema = Joi.object<NewJob>({
  id: id().required(),
  engineId: id().required(),
  complaint: complaint().required(),
  alreadyDone: Joi.string().max(1000),
  symptoms: symptoms(),
  hours: hours(),
  site: siteSchema.required(),
  openedAt: instant().required(),
});

export type JobChange = Partial<Pick<JobRecord, 'complaint' | 'alreadyDone' | 'symptoms' | 'hours' | 'site' | 'status'>> & { version: number };
export const jobChangeSchema = Joi.object<JobChange>({
  version: version().required(),
  complaint: complaint(),
  alreadyDone: Joi.string().max(1000).allow(''),
  symptoms: symptoms(),
  hours: hours(),
  site: siteSchema,
  status: Joi.string().valid('open', 'closed'),
}).min(2);
