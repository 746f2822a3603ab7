import type { MeterUnit } from '@rugged/core';
import Joi from 'joi';
import type { Machine } from './machine';
import type { Owner } from './owner';
import type { EngineRecord } from './engine';
import type { BookRecord } from './book';
import { id, instant } from './record';

/** A page of a list. `next` is handed back as `before` to get the following page. */
export interface Page<T> {
  items: T[];
  next?: string;
  /** How many there are, on a first page, where that is known: up to so many as are counted. */
  total?: number;
  /** When it was asked, by the server's clock: what changed since can be asked for. */
  at?: string;
}

export interface JobsQuery {
  status: 'open' | 'closed' | 'all';
  search?: string;
  before?: number;
  limit: number;
  engineId?: string;
}
/** What the column of a number holds. */
const LARGEST_NUMBER = 2_147_483_647;
export const jobsQuerySchema = Joi.object<JobsQuery>({
  status: Joi.string().valid('open', 'closed', 'all').default('open'),
  search: Joi.string().max(100).allow(''),
  before: Joi.number().integer().min(1).max(LARGEST_NUMBER),
  limit: Joi.number().integer().min(1).max(50).default(20),
  engineId: id(),
});

/** What changed on the benches of a shop since an instant of the server's. */
export interface Changes<T> {
  items: T[];
  at: string;
  /** There are more than fit: ask for the lists anew. */
  more: boolean;
}
export const changesQuerySchema = Joi.object<{ since: string }>({ since: instant().required() });

/** An engine as the list shows it, with the machine it sits in. */
export interface EngineListItem {
  engine: EngineRecord;
  machine: Machine;
  owner: Owner;
  books: BookRecord[];
  jobs: number;
  lastJobAt?: string;
  /** What its meter showed then, and what was run before that meter. */
  lastMeter?: number;
  usedBefore?: number;
}

/** A book of the library, with how many engines go by it. */
export interface BookListItem {
  book: BookRecord;
  engines: number;
}

export interface BooksQuery {
  search?: string;
  after?: string;
  limit: number;
  /** Retired ones as well. */
  retired: boolean;
}
export const booksQuerySchema = Joi.object<BooksQuery>({
  search: Joi.string().max(100).allow(''),
  after: Joi.string().max(200),
  limit: Joi.number().integer().min(1).max(100).default(50),
  retired: Joi.boolean().default(false),
});

/** When an engine is due again, the soonest first; without a day only its meter decides. */
export interface DueDate {
  engineId: string;
  engine: string;
  machine: string;
  owner: string;
  /** `2026-05-04` */
  on?: string;
  atUse?: number;
  meterUnit?: MeterUnit;
  by: 'calendar' | 'use';
}
/** What engines of one model, or of one kind, read in this shop: each engine's counting dry readings, kPa. */
export interface ReadByModel {
  of: 'model' | 'kind';
  name: string;
  engines: number[][];
}

export interface EnginesQuery {
  search?: string;
  after?: string;
  limit: number;
}
export const enginesQuerySchema = Joi.object<EnginesQuery>({
  search: Joi.string().max(100).allow(''),
  after: Joi.string().max(200),
  limit: Joi.number().integer().min(1).max(100).default(50),
});
