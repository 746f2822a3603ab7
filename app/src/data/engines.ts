import type { Bench, EngineChange, EngineListItem, EngineRecord, Page } from '@rugged/contract';
import { useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { request } from './api';
import { keys, queryClient } from './client';
import { fetching } from './fetching';

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

/** Changes what is known of an engine, at the server; every bench it stands on shows it. */
export function useChangeEngine(engine: EngineRecord) {
  return useMutation({
    mutationFn: (change: Omit<EngineChange, 'version'>) =>
      request<EngineRecord>('PATCH', `/engines/${engine.id}`, { ...change, version: engine.version }),
    onSuccess: (changed) => {
      queryClient.setQueriesData<Bench>({ queryKey: ['bench'] }, (bench) =>
        bench?.engine.id === changed.id ? { ...bench, engine: changed } : bench,
      );
      void queryClient.invalidateQueries({ queryKey: keys.history(engine.id) });
      void queryClient.invalidateQueries({ queryKey: ['engines'] });
      void queryClient.invalidateQueries({ queryKey: ['jobs'] });
    },
    scope: { id: `engine-${engine.id}` },
  });
}
