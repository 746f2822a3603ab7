import type { History, OwnerFile } from '@rugged/contract';
import { useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { request } from './api';
import { keys, queryClient } from './client';
import { fetching } from './fetching';

/** Who changed what, of one job, one record, or the shop; the latest first. It is the server's: it needs signal. */
export function useChangesOf(of: { jobId?: string; recordId?: string }) {
  return useInfiniteQuery({
    queryKey: keys.changesOf(of.jobId ?? of.recordId ?? 'shop'),
    queryFn: ({ pageParam }) =>
      fetching<History>(
        `/history?${new URLSearchParams({
          ...(of.jobId ? { jobId: of.jobId } : {}),
          ...(of.recordId ? { recordId: of.recordId } : {}),
          ...(pageParam === undefined ? {} : { before: String(pageParam) }),
        }).toString()}`,
      ),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => page.next,
    staleTime: 0,
  });
}

/** An owner with what is theirs. */
export const useOwner = (ownerId: string) =>
  useQuery({ queryKey: keys.owner(ownerId), queryFn: () => fetching<OwnerFile>(`/owners/${ownerId}`), staleTime: 0 });

/** Takes out who an owner is. What was fetched on this device goes too, and is asked for again. */
export function useEraseOwner(ownerId: string) {
  return useMutation({
    mutationFn: () => request<OwnerFile>('POST', `/owners/${ownerId}/erase`),
    onSuccess: async (file) => {
      queryClient.setQueryData(keys.owner(ownerId), file);
      for (const queryKey of [['bench'], ['jobs'], ['engines'], ['engine'], ['history'], ['dates'], ['find']])
        queryClient.removeQueries({ queryKey, type: 'inactive' });
      await queryClient.invalidateQueries();
      // Photographs that were seen are kept by the service worker.
      if ('caches' in globalThis) await caches.delete('photos');
    },
  });
}
