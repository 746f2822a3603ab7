import type { RequestHandler } from 'express';
import { fieldPath } from '@rugged/contract';
import { refuse } from './problem';

/** PostgreSQL keeps neither a NUL nor half a surrogate pair in a text: refused before anything looks at the fields. */
export const keepable: RequestHandler = (req, _res, next) => {
  const at = unkeepable(req.body, []) ?? unkeepable(req.query, []);
  if (at) throw refuse.fields([{ field: fieldPath(at), reason: 'holds a character that cannot be kept' }]);
  next();
};

type Path = (string | number)[];

/** The path to the first text that cannot be kept, a name of a field among them. */
function unkeepable(value: unknown, path: Path): Path | undefined {
  if (typeof value === 'string') return isKeepable(value) ? undefined : path;
  if (Array.isArray(value)) return firstOf(value.entries(), path);
  if (value === null || typeof value !== 'object') return undefined;
  return Object.keys(value).every(isKeepable) ? firstOf(Object.entries(value), path) : path;
}

function firstOf(entries: Iterable<[string | number, unknown]>, path: Path): Path | undefined {
  for (const [name, value] of entries) {
    const found = unkeepable(value, [...path, name]);
    if (found) return found;
  }
  return undefined;
}

const isKeepable = (text: string): boolean => !text.includes('\0') && !/\p{Surrogate}/u.test(text);
