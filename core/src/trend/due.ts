import { InputError } from '../quantity/input-error';

/** A visit of an engine, as far as dates go. */
export interface UsedAt {
  /** Instant, ms. */
  at: number;
  /** In the meter's unit, what was run before this meter included. */
  use?: number;
}

export interface Due {
  /** Instant, ms; missing where only use decides and nobody knows how fast it is run. */
  on?: number;
  /** The meter's figure at which it is due. */
  atUse?: number;
  /** What makes it due first. */
  by: 'calendar' | 'use';
}

const DAY_MS = 24 * 3600 * 1000;
/** Visits closer than this say nothing of how fast an engine is run. */
const LEAST_DAYS = 14;

/**
 * When an engine is due again, by use or calendar, whichever comes first.
 *
 * @param every use in the meter's unit, and months; either may be missing
 * @param visits in any order; the latest is what it is due after
 * @returns nothing where nothing was settled or it was never here
 * @throws InputError for a period that is not above 0
 */
export function dueAfter(
  { everyUse, everyMonths }: { everyUse?: number; everyMonths?: number },
  visits: readonly UsedAt[],
): Due | undefined {
  for (const [field, period] of Object.entries({ dueEveryUse: everyUse, dueEveryMonths: everyMonths }))
    if (period !== undefined && !(period > 0)) throw new InputError(field, 'must-be-above', { limit: 0 });
  const sorted = [...visits].sort((a, b) => a.at - b.at);
  const last = sorted.at(-1);
  if (!last || (everyUse === undefined && everyMonths === undefined)) return undefined;
  const byCalendar = everyMonths === undefined ? undefined : monthsLater(last.at, everyMonths);
  const metered = sorted.filter(hasUse);
  const read = metered.at(-1);
  const atUse = everyUse === undefined || !read ? undefined : read.use + everyUse;
  const perDay = perDayOf(metered);
  const byUse = atUse === undefined || !read || !perDay ? undefined : read.at + ((atUse - read.use) / perDay) * DAY_MS;
  if (byCalendar === undefined && atUse === undefined) return undefined;
  const useFirst = byCalendar === undefined || (byUse !== undefined && byUse < byCalendar);
  const on = useFirst ? byUse : byCalendar;
  return {
    ...(on === undefined ? {} : { on }),
    ...(atUse === undefined ? {} : { atUse }),
    by: useFirst ? 'use' : 'calendar',
  };
}

/**
 * The day on which so much more use is reached if it is run as until now.
 * @param visits in any order
 * @returns instant, ms; nothing where nobody knows how fast it is run
 */
export function dayOfUse(left: number, visits: readonly UsedAt[]): number | undefined {
  const metered = [...visits].sort((a, b) => a.at - b.at).filter(hasUse);
  const [last, perDay] = [metered.at(-1), perDayOf(metered)];
  return last && perDay ? last.at + (left / perDay) * DAY_MS : undefined;
}

const hasUse = (one: UsedAt): one is Required<UsedAt> => one.use !== undefined;

/** How fast it is run, from its first meter reading to its last; nothing where they are too close or stand still. */
function perDayOf(metered: readonly Required<UsedAt>[]): number | undefined {
  const [first, last] = [metered[0], metered.at(-1)];
  if (!first || !last) return undefined;
  const days = (last.at - first.at) / DAY_MS;
  return days < LEAST_DAYS || last.use <= first.use ? undefined : (last.use - first.use) / days;
}

/** The same day so many months later, or the last day of a shorter month. UTC. */
function monthsLater(at: number, months: number): number {
  const date = new Date(at);
  const day = date.getUTCDate();
  date.setUTCDate(1);
  date.setUTCMonth(date.getUTCMonth() + months);
  const last = new Date(Date.UTC(date.getUTCFullYear(), date.getUTCMonth() + 1, 0)).getUTCDate();
  date.setUTCDate(Math.min(day, last));
  return date.getTime();
}
