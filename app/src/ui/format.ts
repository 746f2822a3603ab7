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
 * What a sign between digits means in figures of a kind. `grouped`: figures that have thousands, money and metres.
 * `decimal`: what is never as large, and pads. Where neither is sure it is asked.
 */
export type Signs = 'asked' | 'grouped' | 'decimal';

const GROUPED = /^[+-]?\d{1,3}(,\d{3})+$/;

/**
 * What was typed as a number: 1.5, 1,5, 1 500 and 1,234.5 as people write them. What is no number, or may be two, stays
 * text, for the schema to refuse by name. Nothing typed is nothing.
 */
export function typedNumber(text: string, signs: Signs = 'asked'): number | string | undefined {
  const trimmed = text.trim().replace(/(?<=\d)[\s'’](?=\d{3}(?!\d))/g, '');
  if (trimmed === '') return undefined;
  if (signs === 'asked' && mayBeTwo(trimmed)) return text;
  const figure = Number(pointed(trimmed, signs));
  return Number.isFinite(figure) ? figure : text;
}

/** 2,600 is read one way by some and the other way by others; 0,125 and 2.600 are not. */
export const mayBeTwo = (text: string): boolean => /^[+-]?[1-9]\d{0,2},\d{3}$/.test(text.trim());

/** The same with a point before what is less than one, and nothing else between the digits. */
function pointed(text: string, signs: Signs): string {
  const [point, comma] = [text.lastIndexOf('.'), text.lastIndexOf(',')];
  if (comma < 0)
    return text.split('.').length > 2 && GROUPED.test(text.replaceAll('.', ',')) ? text.replaceAll('.', '') : text;
  // Both are there: the last of them parts what is less than one from the rest.
  if (point > comma) return GROUPED.test(text.slice(0, point)) ? text.replaceAll(',', '') : text;
  if (point >= 0) {
    const whole = text.slice(0, comma).replaceAll('.', ',');
    return GROUPED.test(whole) ? `${whole.replaceAll(',', '')}.${text.slice(comma + 1)}` : text;
  }
  const grouped = GROUPED.test(text) && (signs !== 'decimal' || text.split(',').length > 2) && !text.startsWith('0');
  return grouped ? text.replaceAll(',', '') : text.replace(',', '.');
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
  const one = (text: string) => {
    const figure = typedNumber(text);
    return typeof figure === 'number' ? asTyped(figure, from, to) : text;
  };
  const converted = Object.fromEntries(
    Object.entries(texts).map(([field, text]) => [field, typeof text === 'string' ? one(text) : text.map(one)]),
  ) as unknown as T;
  return { texts: converted, before: before ?? { unit: from, texts } };
}
