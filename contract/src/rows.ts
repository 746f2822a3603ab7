import Joi from 'joi';
import { ROWS_AT_ONCE } from './bench/counted';

/** One row as it would be sent alone. */
export interface SentRow {
  method: 'POST' | 'PATCH';
  /** As below `/api`: `/readings`, `/jobs/ID`. */
  path: string;
  body: Record<string, unknown>;
}

/** What the row would have been answered with alone: its record, or a problem where the status is 400 and above. */
export interface RowAnswer {
  status: number;
  body: unknown;
}

/**
 * Each row by itself and in order. Fewer answers than rows: the last one says "not now", or the time was up; the others
 * were not looked at and are sent again.
 */
export interface RowAnswers {
  answers: RowAnswer[];
}

export const sentRowsSchema = Joi.object<{ rows: SentRow[] }>({
  rows: Joi.array()
    .items(
      Joi.object<SentRow>({
        method: Joi.string().valid('POST', 'PATCH').required(),
        path: Joi.string()
          .pattern(/^\/[a-z-]+(\/[\da-f-]{36})?$/)
          .required(),
        body: Joi.object().unknown().required(),
      }),
    )
    .min(1)
    .max(ROWS_AT_ONCE)
    .required(),
});
