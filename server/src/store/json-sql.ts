import { type Table, wireFields } from './models';

/** A row of `table` as a wire object, built inside the database. */
export function asJson(table: Table, alias: string, extra = ''): string {
  return `json_build_object(${wireFields(table).map((field) => `'${field}', ${alias}.${snake(field)}`).join(', ')}${extra})`;
}

const snake = (field: string) => field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
/** A subselect as a JSON list, empty when there is none. */
export const list = (json: string, from: string) => `(SELECT coalesce(json_agg(${json}), '[]'::json) FROM ${from})`;
