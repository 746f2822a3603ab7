import type { JobChange, Page } from '@rugged/contract';
import type { Bench } from '@rugged/contract/bench';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { startTransition, useEffect, useMemo, useReducer, useSyncExternalStore } from 'react';
import { Refused } from './api';
import { found, useChanges } from './changes';
import { keys, outbox, queryClient } from './client';
import { fetching } from './fetching';
import { judgeOnce, judgeSoon, knownVerdict, latestVerdict, onJudged, type Verdict } from './judged';
import { useSignedIn } from './session';
import { newBenchOf, pendingBenches, withPending } from './outbox/pending';
import { useOutbox } from './use-outbox';

const PAGE = 20;

/** The Bay: a page after the other of whole benches, with those on top that only this device knows. */
export function useJobs(status: 'open' | 'closed', search: string) {
  const { entries } = useOutbox();
  useChanges();
  const query = useInfiniteQuery({
    queryKey: keys.jobs(status, search),
    queryFn: async ({ pageParam }) => {
      const page = await fetching<Page<Bench>>(
        `/jobs?${new URLSearchParams({
          status,
          limit: String(PAGE),
          ...(search ? { search } : {}),
          ...(pageParam ? { before: pageParam } : {}),
        }).toString()}`,
      );
      // Everything the Bay showed can be opened without signal.
      for (const bench of page.items) queryClient.setQueryData(keys.bench(bench.job.id), bench);
      return page;
    },
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
    // Kept fresh by what changed, never fetched page by page again.
    staleTime: Infinity,
  });
  const benches = useMemo(() => {
    const sent = (query.data?.pages ?? []).flatMap((page) => page.items);
    const known = new Set(sent.map((bench) => bench.job.id));
    const waiting = pendingBenches(entries)
      .filter((bench) => bench.job.status === status && !known.has(bench.job.id))
      .filter((bench) => found(bench, search));
    return [
      ...waiting.reverse(),
      ...sent.map((bench) => withPending(bench, entries)).filter((bench) => bench.job.status === status),
    ];
  }, [query.data, entries, status, search]);
  return { ...query, benches, total: query.data?.pages[0]?.total };
}

/** One bench, readable without signal once it was seen; a job that is still only on this device as well. */
export function useBench(jobId: string) {
  const { entries, loaded } = useOutbox();
  const opened = entries.find((entry) => entry.newBench && entry.jobId === jobId);
  const fresh = useMemo(() => opened && newBenchOf(opened), [opened]);
  const query = useQuery({
    queryKey: keys.bench(jobId),
    queryFn: () => fetching<Bench>(`/jobs/${jobId}`),
    enabled: !fresh,
    // The cache is written a moment behind: kept from before a reload it may miss what was sent last.
    staleTime: 0,
  });
  // Without what waits on this device the bench would show, and go on from, less than was entered.
  const base = loaded ? (query.data ?? fresh) : undefined;
  const bench = useMemo(() => base && withPending(base, entries), [base, entries]);
  const missing = query.error instanceof Refused && query.error.problem.status === 404;
  return {
    bench,
    missing,
    isLoading: !loaded || (query.isLoading && !fresh),
    error: bench ? null : query.error,
    refetch: query.refetch,
  };
}

/** From so many unsent rows on a whole day leaves, and changes a bench in sight many times. */
const A_DAY = 10;
const aDayLeaves = () => {
  const { sending, entries } = outbox.get();
  return sending && entries.length > A_DAY;
};

/** What the readings prove. While a day's rows leave it follows a moment behind, judged beside the screen. */
export function useVerdict(bench: Bench): Verdict {
  const {
    shop: { unit },
  } = useSignedIn();
  const [, judgedAnew] = useReducer((times: number) => times + 1, 0);
  useEffect(() => onJudged(() => startTransition(judgedAnew)), []);
  const verdict =
    knownVerdict(bench, unit) ?? (aDayLeaves() ? latestVerdict(bench, unit) : undefined) ?? judgeOnce(bench, unit);
  useEffect(() => {
    const known = knownVerdict(bench, unit);
    if (!known) judgeSoon(bench, unit);
    // It came between drawing and listening.
    else if (known !== verdict) startTransition(judgedAnew);
  }, [verdict, bench, unit]);
  return verdict;
}

/**
 * The same for one of many on a list: nothing until it is judged beside the screen.
 * @param now it is judged at once: it is in sight from the start
 */
export function useVerdictSoon(bench: Bench, now: boolean): Verdict | undefined {
  const {
    shop: { unit },
  } = useSignedIn();
  const look = () => (now ? judgeOnce(bench, unit) : knownVerdict(bench, unit));
  const verdict = useSyncExternalStore(onJudged, look, look);
  useEffect(() => {
    if (!verdict) judgeSoon(bench, unit);
  }, [verdict, bench, unit]);
  return verdict;
}

/** Changes a job: on this device at once, at the server when there is signal. */
export function changeJob(bench: Bench, change: Omit<JobChange, 'version'>, what: string): Promise<void> {
  return outbox.keep([
    {
      method: 'PATCH',
      path: `/jobs/${bench.job.id}`,
      body: { ...change, version: bench.job.version },
      jobId: bench.job.id,
      what,
    },
  ]);
}
