import type { Device, Invited, MemberChange, NewInvitation, People, Practised } from '@rugged/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { request } from './api';
import { keys, queryClient } from './client';
import { fetching } from './fetching';

/** Everybody of the shop. It is the server's: it needs signal. */
export const usePeople = () =>
  useQuery({ queryKey: keys.people, queryFn: () => fetching<People>('/people'), staleTime: 0, gcTime: 0 });

/** How far everybody is in the practice; nothing while it is not known. */
export const usePractised = () =>
  useQuery({
    queryKey: keys.practised,
    queryFn: () => fetching<{ items: Practised[] }>('/practice/people'),
    staleTime: 0,
    gcTime: 0,
  });

const show = (people: People) => void queryClient.setQueryData(keys.people, people);

/** A link that is told once. */
export interface MadeLink {
  id: string;
  path: string;
}

export const useInvite = () =>
  useMutation({
    mutationFn: (wanted: NewInvitation) => request<MadeLink>('POST', '/people/invitations', wanted),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: keys.people }),
  });

export const useWithdrawInvitation = () =>
  useMutation({
    mutationFn: (id: string) => request<People>('POST', `/people/invitations/${id}/withdraw`),
    onSuccess: show,
  });

export const useChangeMember = (id: string) =>
  useMutation({
    mutationFn: (change: MemberChange) => request<People>('PATCH', `/people/${id}`, change),
    onSuccess: (people) => {
      show(people);
      void queryClient.invalidateQueries({ queryKey: keys.session });
    },
  });

export const useResetPassword = (id: string) =>
  useMutation({
    mutationFn: () => request<MadeLink>('POST', `/people/${id}/reset`),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: keys.people }),
  });

export const useEndDevices = (id: string) =>
  useMutation({
    mutationFn: (device?: string) => request<People>('POST', `/people/${id}/devices/end`, device ? { device } : {}),
    onSuccess: show,
  });

/** Where somebody is signed in themselves. */
export const useOwnDevices = () =>
  useQuery({
    queryKey: keys.devices,
    queryFn: () => fetching<{ items: Device[] }>('/session/devices'),
    staleTime: 0,
    gcTime: 0,
  });

export const useEndOwnDevices = () =>
  useMutation({
    mutationFn: (device?: string) =>
      request<{ ended: number }>('POST', '/session/devices/end', device ? { device } : {}),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: keys.devices }),
  });

/** What a link is for. */
export const useInvited = (link: string) =>
  useQuery({
    queryKey: keys.invited(link),
    queryFn: () => request<Invited>('POST', '/joining/look', { link }),
    enabled: link !== '',
    staleTime: Infinity,
    gcTime: 0,
  });
