import type Joi from 'joi';

/** One thing wrong with one field, in words for the person who typed it. */
export interface FieldError {
  /** Path as written in the form or the file: `strokes[2]`. */
  field: string;
  reason: string;
}

/** A schema to check by, so that who checks need not know the validator. */
export type Schema<T> = Joi.Schema<T>;

export type Checked<T> = { ok: true; value: T } | { ok: false; errors: FieldError[] };

/** Validates without converting: text in a number is refused, unknown fields are kept only where the schema says so. */
export function check<T>(schema: Joi.Schema<T>, input: unknown): Checked<T> {
  const result: Joi.ValidationResult<T> = schema.validate(input, { abortEarly: false, convert: false });
  if (!result.error) return { ok: true, value: result.value };
  return {
    ok: false,
    errors: result.error.details.map((detail) => ({ field: fieldPath(detail.path), reason: plainWords(detail) })),
  };
}

/** `['tests', 0, 'peak']` as `tests[0].peak`. */
export function fieldPath(path: readonly (string | number)[]): string {
  return path.map((part, i) => (typeof part === 'number' ? `[${part}]` : i === 0 ? part : `.${part}`)).join('');
}

/** What Joi says of a failed rule, as far as the words use it. */
interface Context {
  limit?: number;
  valids?: (string | number | null)[];
  peers?: string[];
  reason?: string;
}
type Words = (context: Context) => string;

const list = (values: Context['valids']) => values?.filter((value) => value !== null).join(', ') ?? '';

const WORDS: Readonly<Record<string, Words>> = {
  'any.required': () => 'is missing',
  'any.only': ({ valids }) => `must be one of: ${list(valids)}`,
  'any.unknown': () => 'is not known here',
  'any.invalid': () => 'is not allowed',
  'object.unknown': () => 'is not known here',
  'object.base': () => 'must be an object',
  'object.missing': ({ peers }) => `needs exactly one of: ${list(peers)}`,
  'object.xor': ({ peers }) => `takes only one of: ${list(peers)}`,
  'array.base': () => 'must be a list',
  'array.min': ({ limit }) => `needs at least ${limit}`,
  'array.max': ({ limit }) => `takes at most ${limit}`,
  'array.length': ({ limit }) => `needs exactly ${limit}`,
  'array.includesOne': () => 'does not fit',
  'string.base': () => 'must be text',
  'string.empty': () => 'must not be empty',
  'string.min': ({ limit }) => `needs at least ${limit} characters`,
  'string.max': ({ limit }) => `takes at most ${limit} characters`,
  'string.trim': () => 'must not begin or end with a space',
  'string.guid': () => 'must be an id (UUID)',
  'string.isoDate': () => 'must be a date and time (ISO 8601)',
  instant: () => 'must be a day of the calendar, 1970 to 2200',
  'string.email': () => 'must be an e-mail address',
  'string.pattern.base': () => 'has characters that are not allowed',
  'boolean.base': () => 'must be true or false',
  'number.base': () => 'must be a number',
  'number.unsafe': () => 'is too large',
  'number.infinity': () => 'must be a number',
  'number.integer': () => 'must be a whole number',
  'number.min': ({ limit }) => (limit === 0 ? 'must not be negative' : `must be at least ${limit}`),
  'number.max': ({ limit }) => `must be at most ${limit}`,
  'number.positive': () => 'must be above 0',
  'number.greater': ({ limit }) => `must be above ${limit}`,
  sense: ({ reason }) => reason ?? 'cannot be',
};

function plainWords(detail: Joi.ValidationErrorItem): string {
  const words = WORDS[detail.type];
  return words ? words((detail.context ?? {}) as Context) : 'is not valid';
}
