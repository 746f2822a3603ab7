import Joi from 'joi';

/** Ids are UUIDs made by the client, so that a repeated request is recognised. */
export const id = () => Joi.string().guid({ separator: '-', wrapper: false });

/** An instant that was, or will be while anybody reads it: a day of the calendar, no year of legend. */
export const instant = () =>
  Joi.string()
    .isoDate()
    .max(40)
    .custom((text: string, { error }) => (Number.isNaN(Date.parse(text)) || isReal(text) ? text : error('instant')));

const EARLIEST_YEAR = 1970;
const LATEST_YEAR = 2200;
/** What the format lets through and no calendar has: 31 February, the year 0. */
function isReal(text: string): boolean {
  const [year = NaN, month = 1, day = 1] = (/^(\d{4})(?:-(\d\d))?(?:-(\d\d))?/.exec(text) ?? [])
    .slice(1)
    .map((part) => (part === undefined ? 1 : Number(part)));
  const date = new Date(Date.UTC(year, month - 1, day));
  return year >= EARLIEST_YEAR && year <= LATEST_YEAR && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}
/** What is kept of a row beside what it says. */
export interface Kept {
  /** Who made it, by name. Told by the server. */
  by?: string;
  /** When the server had it, by its own clock. Told by the server. */
  receivedAt?: string;
  /** Why it was added to a job that was closed. */
  amends?: string;
  /** Made by an apprentice. Told by the server. */
  apprentice?: boolean;
}
export const amends = () => Joi.string().trim().min(3).max(400);

export const version = () => Joi.number().integer().min(1);
export const name = () => Joi.string().trim().min(1).max(120);
export const note = () => Joi.string().max(4000).allow('');

/** A change that says which version it was made from. */
export type Change<T> = Partial<T> & { version: number };
