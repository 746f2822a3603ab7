import type { Bench, BookRecord, EngineChange, EngineListItem, EngineRecord, Page } from '@rugged/contract';
import { type InfiniteData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { keys, outbox, queryClient } from './client';
import { fetching } from './fetching';
import type { Entry } from './outbox/entry';
import { sheetWithPending } from './outbox/pending';
import { useOutbox } from './use-outbox';

const PAGE = 50;

export function useEngines(search: string) {
  return useInfiniteQuery({
    queryKey: keys.engines(search),
    queryFn: ({ pageParam }) =>
      fetching<Page<EngineListItem>>(
        `/engines?${new URLSearchParams({
          limit: String(PAGE),
          ...(search ? { search } : {}),
          ...(pageParam ? { after: pageParam } : {}),
        }).toString()}`,
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
  });
}

/** Every job of one engine, the newest first. */
export function useHistory(engineId: string) {
  return useQuery({
    queryKey: keys.history(engineId),
    queryFn: () =>
      fetching<Page<Bench>>(`/jobs?${new URLSearchParams({ status: 'all', engineId, limit: '50' }).toString()}`),
  });
}

/** An engine with its machine, owner and books: from the server, from what of it is on this device, or not sent yet. */
export function useEngine(engineId: string) {
  const { entries, loaded } = useOutbox();
  const query = useQuery({
    queryKey: keys.engine(engineId),
    queryFn: () => fetching<EngineListItem>(`/engines/${engineId}`),
    staleTime: 0,
  });
  const base = useMemo(() => query.data ?? knownHere(engineId, entries), [query.data, engineId, entries]);
  const item = useMemo(() => (loaded && base ? sheetWithPending(base, entries) : undefined), [loaded, base, entries]);
  return { item, isLoading: !loaded || (query.isLoading && !base), refetch: query.refetch };
}

/** An engine as a bench or a list on this device has it. */
function knownHere(engineId: string, entries: readonly Entry[]): EngineListItem | undefined {
  const benches = [
    ...entries.flatMap(({ newBench }) => newBench ?? []),
    ...queryClient.getQueriesData<Bench>({ queryKey: ['bench'] }).flatMap(([, bench]) => bench ?? []),
  ].filter(({ engine }) => engine.id === engineId);
  const listed = queryClient
    .getQueriesData<InfiniteData<Page<EngineListItem>>>({ queryKey: ['engines'] })
    .flatMap(([, data]) => data?.pages ?? [])
    .flatMap(({ items }) => items)
    .find(({ engine }) => engine.id === engineId);
  const latest = benches.sort((a, b) => b.engine.version - a.engine.version)[0];
  if (!latest || (listed && listed.engine.version > latest.engine.version)) return listed;
  const { engine, machine, owner, books } = latest;
  return { engine, machine, owner, books, jobs: listed?.jobs ?? benches.length };
}

/** Changes an engine's sheet: on this device at once, at the server when there is signal. */
export const changeEngine = (
  { id, name, version }: EngineRecord,
  change: Omit<EngineChange, 'version'>,
  what: string,
  brings?: BookRecord[],
): Promise<void> =>
  outbox.keep([
    {
      method: 'PATCH',
      path: `/engines/${id}`,
      body: { ...change, version },
      what: `${what}, ${name}`,
      ...(brings ? { brings } : {}),
    },
  ]);
