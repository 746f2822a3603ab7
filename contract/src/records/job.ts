import {
  type HouseRules,
  type Purpose,
  PURPOSES,
  type ReadHereLimit,
  type Site,
  type Symptom,
  SYMPTOMS,
} from '@rugged/core';
import Joi from 'joi';
import { houseRulesSchema } from '../jobfile/book';
import { siteSchema } from '../jobfile/fields';
import { readHereSchema } from '../jobfile/read-here';
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
  /** Why anybody tests: it shapes what is next and what is written at the end. */
  purpose?: Purpose;
  /** What another shop said of it. */
  otherSaid?: string;
  /** What the meter shows, in the engine's own unit. */
  meter?: number;
  /** Use before this meter was fitted. */
  usedBefore?: number;
  site: Site;
  /** The shop's school as it was when the job was opened: what the shop settles later moves no verdict by itself. */
  houseRules: Partial<HouseRules>;
  /** Judged by what such engines read here, for want of a book: as it was when somebody chose it. */
  readHere?: ReadHereLimit;
  status: JobStatus;
  openedAt: string;
  closedAt?: string;
  version: number;
}
/** Without house rules the shop's of that moment are kept. */
export type NewJob = Omit<JobRecord, 'number' | 'status' | 'closedAt' | 'version' | 'houseRules' | 'readHere'> &
  Partial<Pick<JobRecord, 'houseRules'>>;

const complaint = () => Joi.string().trim().min(1).max(400);

const symptoms = () =>
  Joi.array()
    .items(Joi.string().valid(...SYMPTOMS))
    .unique()
    .max(SYMPTOMS.length);
const usage = () => Joi.number().min(0).max(9_999_999);
const purpose = () => Joi.string().valid(...PURPOSES);
const otherSaid = () => Joi.string().trim().max(400);

export const newJobSchema = Joi.object<NewJob>({
  id: id().required(),
  engineId: id().required(),
  complaint: complaint().required(),
  alreadyDone: Joi.string().max(1000),
  symptoms: symptoms(),
  purpose: purpose(),
  otherSaid: otherSaid(),
  meter: usage(),
  usedBefore: usage(),
  site: siteSchema.required(),
  houseRules: houseRulesSchema,
  openedAt: instant().required(),
});

export type JobChange = Partial<
  Pick<
    JobRecord,
    | 'complaint'
    | 'alreadyDone'
    | 'symptoms'
    | 'purpose'
    | 'otherSaid'
    | 'meter'
    | 'usedBefore'
    | 'site'
    | 'houseRules'
    | 'status'
  >
> & { readHere?: ReadHereLimit | null } & { version: number };
export const jobChangeSchema = Joi.object<JobChange>({
  version: version().required(),
  complaint: complaint(),
  alreadyDone: Joi.string().max(1000).allow(''),
  symptoms: symptoms(),
  purpose: purpose(),
  otherSaid: otherSaid().allow(''),
  meter: usage(),
  usedBefore: usage(),
  site: siteSchema,
  houseRules: houseRulesSchema,
  readHere: readHereSchema.allow(null),
  status: Joi.string().valid('open', 'closed'),
}).min(2);
