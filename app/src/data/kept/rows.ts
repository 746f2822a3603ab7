import type { Bench, Page } from '@rugged/contract';
import { type InfiniteData, type QueryKey } from '@tanstack/react-query';
import { upgradedBench } from '@/data/outbox/upgrade';

/** One thing that was fetched, as it lies on this device. A list of jobs holds their ids: each job lies once. */
export interface Row {
  key: QueryKey;
  data: unknown;
  /** When it was fetched, ms. */
  at: number;
  /** A job: when its bench was last opened here, ms. */
  opened?: number;
}

type Lists = InfiniteData<Page<Bench>>;
interface ListOfIds {
  pages: (Omit<Page<Bench>, 'items'> & { jobs: string[] })[];
  pageParams: unknown[];
}

/** Asked for anew each time, or of use only while it is looked at. */
const NEVER_KEPT = new Set(['changes', 'find']);
/** Lists by words that somebody searched for. */
const SEARCHED_AT: Readonly<Record<string, number>> = { jobs: 2, engines: 1, books: 1 };

export const isKept = (key: QueryKey): boolean =>
  !NEVER_KEPT.has(String(key[0])) && (key[SEARCHED_AT[String(key[0])] ?? key.length] ?? '') === '';

/** The job of a row, where it is one. */
export const jobOf = ([of, id]: QueryKey): string | undefined => (of === 'bench' ? String(id) : undefined);

/** What of a query goes on the disk. */
export function dataOfRow([of]: QueryKey, data: unknown): unknown {
  if (of !== 'jobs') return data;
  const { pages, pageParams } = data as Lists;
  const ids: ListOfIds = {
    pages: pages.map(({ items, ...page }) => ({ ...page, jobs: items.map(({ job }) => job.id) })),
    pageParams,
  };
  return ids;
}

/**
 * Rows as queries again, in today's shape: what was seen before an update can be opened after it, without signal too.
 * A list ends before its first page of which a job is no longer here; the rest is fetched when somebody scrolls there.
 */
export function queriesOf(rows: readonly Row[]): Row[] {
  const benches = new Map<string, Bench>();
  for (const { key, data } of rows) {
    const id = jobOf(key);
    if (id !== undefined) benches.set(id, upgradedBench(data as object));
  }
  return rows.flatMap((row): Row[] => {
    const { key, data } = row;
    if (key[0] === 'bench') return [{ ...row, data: benches.get(String(key[1])) }];
    if (key[0] === 'history') {
      const page = data as Page<object>;
      return [{ ...row, data: { ...page, items: page.items.map(upgradedBench) } }];
    }
    if (key[0] !== 'jobs') return [row];
    const { pages, pageParams } = data as ListOfIds;
    const whole = pages.findIndex(({ jobs }) => jobs.some((id) => !benches.has(id)));
    const here = whole < 0 ? pages : pages.slice(0, whole);
    if (here.length === 0) return [];
    const list: Lists = {
      pages: here.map(({ jobs, ...page }) => ({ ...page, items: jobs.map((id) => benches.get(id) as Bench) })),
      pageParams: pageParams.slice(0, here.length),
    };
    return [{ ...row, data: list }];
  });
}

/** So many of the newest jobs are kept on a device, */
export const NEWEST_KEPT = 200;
/** and so many that were opened on it last. */
export const OPENED_KEPT = 50;

interface Known {
  id: string;
  number?: number | undefined;
  opened?: number | undefined;
}

/** Which jobs stay on this device. @param waiting with entries that were not sent yet: they stay, however old */
export function keptJobs(known: readonly Known[], waiting: ReadonlySet<string>): Set<string> {
  const newest = [...known].sort((a, b) => (b.number ?? Infinity) - (a.number ?? Infinity)).slice(0, NEWEST_KEPT);
  const opened = known
    .filter(({ opened: at }) => at !== undefined)
    .sort((a, b) => (b.opened ?? 0) - (a.opened ?? 0))
    .slice(0, OPENED_KEPT);
  return new Set([...newest, ...opened].map(({ id }) => id).concat(...waiting));
}
