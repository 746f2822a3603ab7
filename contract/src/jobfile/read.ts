import { InputError, JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFile } from '@rugged/core';
import { check } from '../field-error';
import { jobFileSchema } from './schema';

/**
 * A job file from its text.
 * @throws InputError naming the first field that is wrong; a file of a newer version is refused by name
 */
export function readJobFile(text: string): JobFile {
  return asJobFile(parsed(text));
}

/**
 * The same for a job that is to be judged: a reading whose figure lies where no gauge can stand is left out and named,
 * so that one slip takes nothing else away. Where nothing would be left, the file is refused.
 * @throws InputError as above
 */
export function readForJudging(text: string): { job: JobFile; leftOut: InputError[] } {
  const input = parsed(text);
  const slips = jobFileSchema.validate(input, { abortEarly: false, convert: false }).error?.details;
  if (!slips || !slips.every(({ type, path }) => OUT_OF_RANGE.has(type) && isInReading(path)))
    return { job: asJobFile(input), leftOut: [] };
  const wrong = new Set(slips.map(({ path }) => path.slice(0, READING_DEPTH).join('/')));
  const good = structuredClone(input) as JobFile;
  good.tests?.forEach((test, t) => {
    const lists = test as unknown as Record<string, unknown[]>;
    for (const list of LISTS) lists[list] &&= lists[list].filter((_, r) => !wrong.has(`tests/${t}/${list}/${r}`));
  });
  const left = good.tests?.some((test) => LISTS.some((list) => (test as unknown as Lists)[list]?.length)) ?? false;
  const checked = check(jobFileSchema, input);
  if (!left || checked.ok) return { job: asJobFile(input), leftOut: [] };
  return {
    job: asJobFile(good),
    leftOut: checked.errors.map(({ field, reason }) => new InputError(field, 'shape', { why: reason })),
  };
}

type Lists = Partial<Record<(typeof LISTS)[number], unknown[]>>;
/** What a test's readings are called. */
const LISTS = ['readings', 'samples'] as const;
/** `tests`, which, `readings`, which. */
const READING_DEPTH = 4;
const OUT_OF_RANGE: ReadonlySet<string> = new Set(['number.min', 'number.max', 'number.positive', 'number.greater']);
const isInReading = (path: readonly (string | number)[]) =>
  path[0] === 'tests' && LISTS.some((list) => list === path[2]) && path.length > READING_DEPTH;

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new InputError('(file)', 'not-json', { why: (error as Error).message.split('\n')[0] ?? '' });
  }
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
