import type { JobChange, Page } from '@rugged/contract';
import { type Bench, toJobFile } from '@rugged/contract/bench';
import { InputError, judge, judgeTyped, type PressureUnit, type Report, report } from '@rugged/core';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Refused } from './api';
import { found, useChanges } from './changes';
import { keys, outbox, queryClient } from './client';
import { fetching } from './fetching';
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

export type Verdict = { ok: true; judgement: Report } | { ok: false; error: InputError };

/**
 * What the readings prove, computed here and now and told in one unit.
 * @param typed something is still being typed: what is next is not asked at every key
 */
export function judgeBench(bench: Bench, unit: PressureUnit, typed = false): Verdict {
  try {
    return { ok: true, judgement: report((typed ? judgeTyped : judge)(toJobFile(bench)), unit) };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, error: error as InputError };
    throw error;
  }
}

/** A bench that has not changed is not judged again, whichever place shows it: the way back to the Bay is short. */
const judged = new WeakMap<Bench, Map<PressureUnit, Verdict>>();
/** Nor is one of which only the sending changed: who took a reading, that the server has it. The latest stand last. */
const judgedAlike = new Map<string, Verdict>();
const MOST_ALIKE = 100;

/** The verdict on what is kept, computed once for as long as it says the same. */
export function judgeOnce(bench: Bench, unit: PressureUnit): Verdict {
  const known = judged.get(bench) ?? new Map<PressureUnit, Verdict>();
  judged.set(bench, known);
  const verdict = known.get(unit) ?? judgeAlike(bench, unit);
  known.set(unit, verdict);
  return verdict;
}

function judgeAlike(bench: Bench, unit: PressureUnit): Verdict {
  const facts = `${unit} ${JSON.stringify(toJobFile(bench))}`;
  const verdict = judgedAlike.get(facts) ?? judgeBench(bench, unit);
  judgedAlike.delete(facts);
  judgedAlike.set(facts, verdict);
  for (const oldest of judgedAlike.keys()) {
    if (judgedAlike.size <= MOST_ALIKE) break;
    judgedAlike.delete(oldest);
  }
  return verdict;
}

export function useVerdict(bench: Bench): Verdict {
  const {
    shop: { unit },
  } = useSignedIn();
  return useMemo(() => judgeOnce(bench, unit), [bench, unit]);
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
