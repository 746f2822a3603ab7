import { MOST_COUNTED } from '@rugged/contract/bench';
import { fromKPa, toKPa, type VacuumUnit } from '@rugged/core';

const DAY_MS = 24 * 3600 * 1000;

const spoken = typeof navigator === 'undefined' ? undefined : navigator.language;
/** Dates and figures as the person writes them, in the language of the interface. */
export const LOCALE = spoken !== undefined && /^en\b/i.test(spoken) ? spoken : 'en-GB';

/** How long ago: "3 days ago", "yesterday", "2 hours ago". */
export function ago(instant: string, now = Date.now()): string {
  const relative = new Intl.RelativeTimeFormat(LOCALE, { numeric: 'auto' });
  const ms = now - Date.parse(instant);
  if (ms >= DAY_MS) return relative.format(-Math.floor(ms / DAY_MS), 'day');
  if (ms >= DAY_MS / 24) return relative.format(-Math.floor(ms / (DAY_MS / 24)), 'hour');
  return relative.format(-Math.max(0, Math.floor(ms / 60_000)), 'minute');
}

/**
 * How many a list has.
 * @param total as it was counted; nothing where it was not
 * @param shown so many are there already
 */
export function howMany(total: number | undefined, shown: number, more: boolean, most = MOST_COUNTED): string {
  const figure = (n: number) => n.toLocaleString(LOCALE);
  if (total === undefined) return more ? `${figure(shown)} and more` : figure(shown);
  return total >= most && more ? `${figure(most)} and more` : figure(Math.max(total, shown));
}

/** How long: "3 days", "2 hours", "5 minutes". */
export function lasting(ms: number): string {
  const told = (count: number, unit: 'day' | 'hour' | 'minute') =>
    new Intl.NumberFormat(LOCALE, { style: 'unit', unit, unitDisplay: 'long' }).format(Math.max(1, Math.round(count)));
  const minutes = ms / 60_000;
  if (ms >= DAY_MS) return told(ms / DAY_MS, 'day');
  return minutes >= 90 ? told(minutes / 60, 'hour') : told(minutes, 'minute');
}

/** A day in the person's locale. */
export const day = (instant: string) =>
  new Date(instant).toLocaleDateString(LOCALE, { day: 'numeric', month: 'short', year: 'numeric' });

/** The same for a day without a time, `2026-05-04`: the same day wherever it is read. */
export const dayAlone = (on: string) => day(`${on}T12:00:00`);

/** A month with its whole year, so that it is no day of a month. */
export const month = (instant: string | number) =>
  new Date(instant).toLocaleDateString(LOCALE, { month: 'short', year: 'numeric' });

/** Day and time in the person's locale. */
export const dayAndTime = (instant: string) =>
  new Date(instant).toLocaleString(LOCALE, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/**
 * What was typed as a number; what is no number stays text, for the schema to refuse by name. Nothing typed is nothing.
 */
export function typedNumber(text: string): number | string | undefined {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return undefined;
  const figure = Number(trimmed);
  return Number.isFinite(figure) ? figure : text;
}

/**
 * A figure as somebody would type it: in its own unit with the digits it has, in another with those a gauge can be read
 * to.
 */
export function asTyped(figure: number, from: VacuumUnit, to: VacuumUnit): string {
  return from === to ? String(figure) : String(Number(fromKPa(toKPa(figure, from), to).toPrecision(SIGNIFICANT)));
}
/** More than these no gauge on the cart is read to. */
const SIGNIFICANT = 4;

/** Texts of figures that may be switched between units, and what they were before the first switch. */
export interface InUnits<T> {
  texts: T;
  before?: { unit: VacuumUnit; texts: T };
}

/** The same pressures in another unit. Switched back, they are exactly what was typed. */
export function inUnit<T extends Readonly<Record<string, string | readonly string[]>>>(
  { texts, before }: InUnits<T>,
  from: VacuumUnit,
  to: VacuumUnit,
): InUnits<T> {
  if (before?.unit === to) return { texts: before.texts };
  const one = (text: string) => (text === '' || Number.isNaN(Number(text)) ? text : asTyped(Number(text), from, to));
  const converted = Object.fromEntries(
    Object.entries(texts).map(([field, text]) => [field, typeof text === 'string' ? one(text) : text.map(one)]),
  ) as unknown as T;
  return { texts: converted, before: before ?? { unit: from, texts } };
}
