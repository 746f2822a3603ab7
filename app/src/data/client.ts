import type { Bench, EngineListItem, Page } from '@rugged/contract';
import { ADDED_NAMES, type AddedName } from '@rugged/contract/bench';
import { type InfiniteData, QueryClient } from '@tanstack/react-query';
import { Amending, onThisTab } from './amending';
import { NoSignal, Refused } from './api';
import { KeptCache } from './kept/kept-cache';
import { Outbox } from './outbox/outbox';
import { isOfSheet, onSheet } from './outbox/on-sheet';
import { applied, concerns, newBenchOf, withPending } from './outbox/pending';

const DAY_MS = 24 * 3600 * 1000;
/** What was opened stays readable without signal for this long. */
const KEPT_MS = 60 * DAY_MS;

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      networkMode: 'offlineFirst',
      staleTime: 10_000,
      gcTime: KEPT_MS,
      retry: (failures, error) => !(error instanceof Refused) && !(error instanceof NoSignal) && failures < 2,
    },
  },
});

/** Query keys, a factory a resource. */
export const keys = {
  session: ['session'] as const,
  jobs: (status: string, search: string) => ['jobs', status, search] as const,
  changes: ['changes'] as const,
  find: (words: string) => ['find', words] as const,
  bench: (jobId: string) => ['bench', jobId] as const,
  engines: (search: string) => ['engines', search] as const,
  engine: (engineId: string) => ['engine', engineId] as const,
  books: (search: string, retired: boolean) => ['books', search, retired] as const,
  history: (engineId: string) => ['history', engineId] as const,
  changesOf: (of: string) => ['who-changed-what', of] as const,
  owner: (ownerId: string) => ['owner', ownerId] as const,
  track: ['track'] as const,
  dates: ['dates'] as const,
  feed: ['feed'] as const,
  readHere: (engineId: string) => ['read-here', engineId] as const,
  people: ['people'] as const,
  practised: ['practised'] as const,
  devices: ['devices'] as const,
  invited: (link: string) => ['invited', link] as const,
  pageLinks: (jobId: string) => ['page-links', jobId] as const,
};

/** Why something is added to a job that was closed: asked wherever it is added. */
export const amending = new Amending(onThisTab());

/** Pages go out of a job and answers come in, whatever became of it. */
const ANY_TIME: readonly string[] = ['/pages', '/answers'] satisfies `/${AddedName}`[];
const AMENDS: ReadonlySet<string> = new Set(
  ['/tests', '/readings', '/photos', ...ADDED_NAMES.map((name) => `/${name}`)].filter(
    (path) => !ANY_TIME.includes(path),
  ),
);

/** The job as it stands on this device, with what waits here: closed or not. */
function isClosed(jobId: string): boolean {
  const bench = queryClient.getQueryData<Bench>(keys.bench(jobId));
  return bench !== undefined && withPending(bench, outbox.get().entries).job.status === 'closed';
}

/** The one outbox of this tab. Each answer goes into all that is cached before its entry leaves. */
export const outbox: Outbox = new Outbox({
  complete: (entries) =>
    Promise.all(
      entries.map(async (entry) => {
        const { jobId, path, body, what } = entry;
        if (jobId === undefined || !AMENDS.has(path) || !isClosed(jobId)) return entry;
        return { ...entry, body: { ...body, amends: await amending.reasonFor({ jobId, what }) } };
      }),
    ),
  onSent: (entry, row) => {
    const { jobId, path, brings } = entry;
    const lay = (bench: Bench): Bench => (concerns(entry, bench) ? applied(bench, path, row, brings) : bench);
    if (jobId !== undefined && entry.newBench)
      queryClient.setQueryData<Bench>(keys.bench(jobId), (bench) => bench ?? newBenchOf(entry));
    queryClient.setQueriesData<Bench>({ queryKey: ['bench'] }, (bench) => bench && lay(bench));
    queryClient.setQueriesData<InfiniteData<Page<Bench>>>(
      { queryKey: ['jobs'] },
      (data) => data && { ...data, pages: data.pages.map((page) => ({ ...page, items: page.items.map(lay) })) },
    );
    queryClient.setQueriesData<EngineListItem>(
      { queryKey: ['engine'] },
      (item) => item && (isOfSheet(item, path, row) ? onSheet(item, path, row, brings) : item),
    );
    // An answer that was on its way already does not know of this row: it is asked for again, not laid over it.
    for (const queryKey of [jobId === undefined ? ['bench'] : keys.bench(jobId), ['jobs'], ['engine']])
      if (queryClient.isFetching({ queryKey }) > 0) void queryClient.invalidateQueries({ queryKey });
    for (const queryKey of outdatedBy(path)) void queryClient.invalidateQueries({ queryKey });
  },
});

/** Lists that an entry changes and that are not laid over: they are asked for again. */
function outdatedBy(path: string): readonly (readonly string[])[] {
  if (path.startsWith('/jobs/')) return [['changes']];
  if (path === '/jobs') return [['changes'], ['engines'], ['engine'], ['history'], ['dates']];
  if (path.startsWith('/engines')) return [['engines'], ['history'], ['dates'], ['read-here']];
  if (path.startsWith('/books')) return [['books'], ['engines']];
  return path === '/repairs' ? [['history']] : [];
}

/** What was fetched, on this device. */
export const keptCache = new KeptCache(queryClient, {
  keptMs: KEPT_MS,
  waiting: () => new Set(outbox.get().entries.flatMap(({ jobId }) => jobId ?? [])),
});
