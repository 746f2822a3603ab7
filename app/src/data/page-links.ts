import type { PageLink } from '@rugged/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { request } from './api';
import { keys, queryClient } from './client';
import { fetching } from './fetching';
import { newId } from './new-id';

/** A link with the address that is given away. */
export type GivenLink = PageLink & { path: string };

/** The links to pages of a job; links are the server's, so they need signal. */
export function usePageLinks(jobId: string) {
  return useQuery({
    queryKey: keys.pageLinks(jobId),
    queryFn: () => fetching<GivenLink[]>(`/jobs/${jobId}/page-links`),
  });
}

export function useGiveLink(jobId: string) {
  return useMutation({
    mutationFn: ({ pageId, days }: { pageId: string; days: number }) =>
      request<GivenLink>('POST', '/page-links', { id: newId(), pageId, days }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: keys.pageLinks(jobId) }),
  });
}

export function useWithdrawLink(jobId: string) {
  return useMutation({
    mutationFn: (id: string) => request<GivenLink>('POST', `/page-links/${id}/withdraw`),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: keys.pageLinks(jobId) }),
  });
}
