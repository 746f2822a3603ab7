import type { Changes, Page } from '@rugged/contract';
import { type Bench, MOST_COUNTED } from '@rugged/contract/bench';
import { type InfiniteData, useQuery } from '@tanstack/react-query';
import { keys, queryClient } from './client';
import { fetching } from './fetching';

type Lists = InfiniteData<Page<Bench>>;

/** How the server finds a job by words: a part of one; of one or two letters its beginning. */
export const found = ({ job, engine, machine, owner }: Bench, search: string): boolean => {
  const wanted = search.trim().toLowerCase();
  const words = ['', job.number ?? '', job.complaint, engine.name, machine.name, owner.name, engine.model ?? '']
    .join(' ')
    .toLowerCase();
  return words.includes(wanted.length < 3 ? ` ${wanted}` : wanted);
};

/**
 * A list as it would be if it were asked for now: what changed stands in its place, what is new on top, what left the
 * list is gone. What lies below the last page comes with the next one.
 */
export function withChanges(list: Lists, status: string, search: string, { items, at }: Changes<Bench>): Lists {
  const changed = new Map(items.map((bench) => [bench.job.id, bench]));
  const belongs = (bench: Bench) => (status === 'all' || bench.job.status === status) && found(bench, search);
  const had = new Set(list.pages.flatMap((page) => page.items.map(({ job }) => job.id)));
  const gone = items.filter((bench) => had.has(bench.job.id) && !belongs(bench)).length;
  const lowest = Math.min(...list.pages.flatMap((page) => page.items.map(({ job }) => job.number ?? Infinity)));
  const whole = list.pages.at(-1)?.next === undefined;
  const fresh = items
    .filter((bench) => belongs(bench) && !had.has(bench.job.id))
    .filter(({ job: { number = Infinity } }) => whole || number > lowest);
  const pages = list.pages.map((page) => ({
    ...page,
    items: page.items.flatMap((bench) => {
      const now = changed.get(bench.job.id) ?? bench;
      return belongs(now) ? [now] : [];
    }),
  }));
  for (const bench of fresh) {
    const number = bench.job.number ?? Infinity;
    const page =
      pages.find(({ items: some }) => some.some(({ job }) => (job.number ?? Infinity) < number)) ?? pages.at(-1);
    if (!page) continue;
    const place = page.items.findIndex(({ job }) => (job.number ?? Infinity) < number);
    page.items =
      place < 0 ? [...page.items, bench] : [...page.items.slice(0, place), bench, ...page.items.slice(place)];
  }
  const counted = list.pages[0]?.total;
  // Counted no further than that, it stays where it is.
  const total = counted === undefined || counted >= MOST_COUNTED ? counted : counted + fresh.length - gone;
  return {
    ...list,
    pages: pages.map((page, i) => (i === 0 ? { ...page, ...(total === undefined ? {} : { total }), at } : page)),
  };
}

const lists = () => queryClient.getQueriesData<Lists>({ queryKey: ['jobs'] }).filter(([, list]) => list !== undefined);

/** Every list of jobs kept fresh with one question: what changed since it was asked for. */
export function useChanges() {
  return useQuery({
    queryKey: keys.changes,
    queryFn: async () => {
      const known = lists();
      const since = known.map(([, list]) => list?.pages[0]?.at ?? '').sort()[0];
      if (known.length === 0) return null;
      // Kept by an earlier version, or never asked: as a whole.
      if (!since) {
        void queryClient.invalidateQueries({ queryKey: ['jobs'] });
        return null;
      }
      const answer = await fetching<Changes<Bench>>(`/jobs/changes?since=${encodeURIComponent(since)}`);
      // Laid in, an incomplete answer would pass for a whole one.
      if (answer.more) {
        void queryClient.invalidateQueries({ queryKey: ['jobs'] });
        return null;
      }
      for (const bench of answer.items) queryClient.setQueryData(keys.bench(bench.job.id), bench);
      for (const [key] of known) {
        const [, status, search] = key as ReturnType<typeof keys.jobs>;
        queryClient.setQueryData<Lists>(key, (list) => list && withChanges(list, status, search, answer));
      }
      return null;
    },
    staleTime: 0,
    refetchOnMount: 'always',
  });
}
