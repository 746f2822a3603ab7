import type { Bench, EngineListItem, Page } from '@rugged/contract';
import { ADDED_NAMES, type AddedName } from '@rugged/contract/bench';
import { type InfiniteData, notifyManager, QueryClient, type QueryKey } from '@tanstack/react-query';
import { Amending, onThisTab } from './amending';
import { NoSignal, Refused } from './api';
import { KeptCache } from './kept/kept-cache';
import { Outbox, type SentEntry } from './outbox/outbox';
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
  onSent: (sent) => notifyManager.batch(() => sent.length > 0 && layInto(sent)),
});

/** Puts what the server answered into all that is cached. */
function layInto(sent: readonly SentEntry[]): void {
  for (const { entry } of sent)
    if (entry.jobId !== undefined && entry.newBench)
      queryClient.setQueryData<Bench>(keys.bench(entry.jobId), (bench) => bench ?? newBenchOf(entry));
  const onBench = (bench: Bench): Bench =>
    sent.reduce(
      (state, { entry, row }) => (concerns(entry, state) ? applied(state, entry.path, row, entry.brings) : state),
      bench,
    );
  const onItem = (item: EngineListItem): EngineListItem =>
    sent.reduce(
      (state, { entry: { path, brings }, row }) =>
        isOfSheet(state, path, row) ? onSheet(state, path, row, brings) : state,
      item,
    );
  layOver<Bench>(['bench'], onBench);
  layOver<InfiniteData<Page<Bench>>>(['jobs'], (data) => onPages(data, onBench));
  layOver<EngineListItem>(['engine'], onItem);
  // An answer that was on its way already does not know of these rows: it is asked for again, not laid over them.
  const jobs = new Set(sent.map(({ entry: { jobId } }) => jobId));
  for (const queryKey of [
    ...[...jobs].map((id) => (id === undefined ? ['bench'] : keys.bench(id))),
    ['jobs'],
    ['engine'],
  ])
    if (queryClient.isFetching({ queryKey }) > 0) void queryClient.invalidateQueries({ queryKey });
  const outdated = new Map(sent.flatMap(({ entry }) => outdatedBy(entry.path)).map((key) => [key.join(), key]));
  for (const queryKey of outdated.values()) void queryClient.invalidateQueries({ queryKey });
}

/** Changes what is cached where it changes anything: what stays the same is neither drawn nor written again. */
function layOver<T>(queryKey: QueryKey, change: (data: T) => T): void {
  for (const [key, data] of queryClient.getQueriesData<T>({ queryKey })) {
    const next = data && change(data);
    if (next !== data) queryClient.setQueryData<T>(key, next);
  }
}

function onPages(data: InfiniteData<Page<Bench>>, change: (bench: Bench) => Bench): InfiniteData<Page<Bench>> {
  const pages = data.pages.map((page) => {
    const items = page.items.map(change);
    return items.some((item, at) => item !== page.items[at]) ? { ...page, items } : page;
  });
  return pages.some((page, at) => page !== data.pages[at]) ? { ...data, pages } : data;
}

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
