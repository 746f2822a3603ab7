import type { DueDate, ReadByModel } from '@rugged/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Refused, request } from './api';
import { keys, queryClient } from './client';
import { fetching } from './fetching';

/** Which engines are due, the soonest first. */
export const useDates = () => useQuery({ queryKey: keys.dates, queryFn: () => fetching<DueDate[]>('/dates') });

/** Nothing where neither model nor kind is written on the sheet. */
export const useReadHere = (engineId: string) =>
  useQuery({
    queryKey: keys.readHere(engineId),
    queryFn: () =>
      fetching<ReadByModel>(`/engines/${engineId}/read-here`).catch((error: unknown) => {
        if (error instanceof Refused && error.problem.status === 404) return null;
        throw error;
      }),
  });

/** The secret address of the feed of dates; changed, the old one ends. */
export function useFeed() {
  const query = useQuery({ queryKey: keys.feed, queryFn: () => fetching<{ path?: string }>('/dates/feed') });
  const change = useMutation({
    mutationFn: () => request<{ path?: string }>('POST', '/dates/feed', {}),
    onSuccess: (feed) => queryClient.setQueryData(keys.feed, feed),
  });
  return { path: query.data?.path, change };
}
