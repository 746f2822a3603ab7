import { SPREAD, type Table, wireFields } from './models';

/** A row of `table` as a wire object, built inside the database. */
export function asJson(table: Table, alias: string, extra = ''): string {
  const fields = wireFields(table)
    .map((field) => `'${field}', ${alias}.${snake(field)}`)
    .join(', ');
  const spread = SPREAD[table];
  return spread === undefined
    ? `json_build_object(${fields}${extra})`
    : `(jsonb_build_object(${fields}${extra}) || ${alias}.${snake(spread)})`;
}

const snake = (field: string) => field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
const camel = (column: string) => column.replace(/_([a-z0-9])/g, (_, letter: string) => letter.toUpperCase());
/** Columns by the names that the wire has for them. */
export const camelled = (row: Readonly<Record<string, unknown>>): Record<string, unknown> =>
  Object.fromEntries(Object.entries(row).map(([column, value]) => [camel(column), value]));
/** A time of the database as the wire writes an instant. */
export const instantOf = (time: string) => `to_char(${time} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;
/** A subselect as a JSON list, empty when there is none. */
export const list = (json: string, from: string) => `(SELECT coalesce(json_agg(${json}), '[]'::json) FROM ${from})`;
/** The books of engine `e` in its own order. */
export const BOOKS = `(SELECT coalesce(json_agg(${asJson('books', 'b')} ORDER BY p.place), '[]'::json)
  FROM unnest(e.book_ids) WITH ORDINALITY p(id, place) JOIN books b ON b.id = p.id AND b.shop_id = e.shop_id)`;
