import type { Bench, EngineListItem, Page } from '@rugged/contract';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { keys } from './client';
import { fetching } from './fetching';

const PAGE = 50;

export function useEngines(search: string) {
  return useInfiniteQuery({
    queryKey: keys.engines(search),
    queryFn: ({ pageParam }) => fetching<Page<EngineListItem>>(`/engines?${new URLSearchParams({
      limit: String(PAGE), ...(search ? { search } : {}), ...(pageParam ? { after: pageParam } : {}),
    }).toString()}`),
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
  });
}

/** Every job of one engine, the newest first. */
export function useHistory(engineId: string) {
  return useQuery({
    queryKey: keys.history(engineId),
    queryFn: () => fetching<Page<Bench>>(`/jobs?${new URLSearchParams({ status: 'all', engineId, limit: '50' }).toString()}`),
  });
}
