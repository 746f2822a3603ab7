import type { FieldError } from './field-error';

/** What every refused request answers with (application/problem+json). */
export interface Problem {
  type: string;
  title: string;
  status: number;
  /** What is wrong, field by field. */
  errors?: FieldError[];
  /** On a version conflict: the record as it is now. */
  current?: unknown;
}
