import Joi from 'joi';
import { id } from './record';

export type ChangeAction = 'added' | 'changed' | 'removed' | 'erased';

/** One change of one record, as the database itself wrote it down. */
export interface HistoryItem {
  /** Counted up: a later change has a larger one. */
  id: number;
  at: string;
  /** The table, by the name of its path. */
  record: string;
  recordId: string;
  jobId?: string;
  /** The job's number. */
  job?: number;
  action: ChangeAction;
  by?: string;
  device?: string;
  /** What stood there, field by field; of a secret only that it was. */
  was?: Record<string, unknown>;
  /** What stands there since. */
  now?: Record<string, unknown>;
}

export interface HistoryQuery {
  jobId?: string;
  recordId?: string;
  before?: number;
  limit: number;
}
/** Of one job, of one record, or of the whole shop; the latest first. */
export const historyQuerySchema = Joi.object<HistoryQuery>({
  jobId: id(),
  recordId: id(),
  before: Joi.number().integer().min(1).max(Number.MAX_SAFE_INTEGER),
  limit: Joi.number().integer().min(1).max(200).default(50),
});

export interface History {
  items: HistoryItem[];
  /** Handed back as `before` for what was earlier. */
  next?: number;
}
