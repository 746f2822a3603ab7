import { InputError, JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFile } from '@rugged/core';
import { check } from '../field-error';
import { jobFileSchema } from './schema';

/**
 * A job file from its text.
 * @throws InputError naming the first field that is wrong; a file of a newer version is refused by name
 */
export function readJobFile(text: string): JobFile {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    throw new InputError('(file)', 'not-json', { why: (error as Error).message.split('\n')[0] ?? '' });
  }
  return asJobFile(input);
}

/** The same for something already parsed. */
export function asJobFile(input: unknown): JobFile {
  const head = (typeof input === 'object' && input !== null ? input : {}) as { format?: unknown; version?: unknown };
  if (head.format === JOB_FILE_FORMAT && typeof head.version === 'number' && head.version > JOB_FILE_VERSION) {
    throw new InputError('version', 'newer-version', { version: head.version, known: JOB_FILE_VERSION });
  }
  const checked = check(jobFileSchema, input);
  if (checked.ok) return checked.value;
  const [first] = checked.errors;
  throw new InputError(first?.field || '(file)', 'shape', { why: first?.reason ?? 'is not valid' });
}
