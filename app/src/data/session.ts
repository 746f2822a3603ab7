import type { Joining, NewShop, PasswordChange, Session, Shop, ShopChange, SignIn } from '@rugged/contract';
import { mayDo, type Right } from '@rugged/contract/people';
import type { PressureUnit } from '@rugged/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { createContext, useContext, useMemo } from 'react';
import { Refused, request } from './api';
import { keptCache, keys, outbox, queryClient } from './client';
import { fetching } from './fetching';

/**
 * Who is signed in: null when nobody is. Without signal the last answer stands.
 * @param anew asks when the app starts: restored from this device, the unit or the theme of the shop may be old
 */
export function useSession(anew = false) {
  return useQuery({
    queryKey: keys.session,
    queryFn: async (): Promise<Session | null> => {
      try {
        return await fetching<Session>('/session');
      } catch (error) {
        if (error instanceof Refused && error.problem.status === 401) return null;
        throw error;
      }
    },
    refetchOnMount: anew ? 'always' : true,
  });
}

/** The session inside the signed-in part of the app, where there always is one. A pad may show its own unit. */
export function useSignedIn(): Session {
  const { data } = useSession();
  const unit = useContext(UnitHere);
  if (!data) throw new Error('useSignedIn is for signed-in screens');
  return useMemo(
    () => (unit === undefined || unit === data.shop.unit ? data : { ...data, shop: { ...data.shop, unit } }),
    [data, unit],
  );
}

/** Whether whoever is signed in may do something here. The server asks once more. */
export function useMay(right: Right): boolean {
  const { data } = useSession();
  return data ? mayDo(data.person.role, right) : false;
}

/** The unit of the pad one is on, where it has one of its own. */
export const UnitHere = createContext<PressureUnit | undefined>(undefined);

/** From now on this is who asks, and where. */
function opened(session: Session): void {
  queryClient.setQueryData(keys.session, session);
  outbox.signIn(session.person.id);
}

export function useSignIn() {
  return useMutation({
    mutationFn: (credentials: SignIn) => request<Session>('POST', '/session', credentials),
    onSuccess: opened,
  });
}

/** Into a shop by a link, or a new password by one. What was read of another shop on this device goes. */
export function useJoin() {
  return useMutation({
    mutationFn: (joining: Joining) => request<Session>('POST', '/joining', joining),
    onSuccess: (session) => {
      forget();
      opened(session);
    },
  });
}

/** Another shop of the same person. What waits to be sent to this one stays until they are back. */
export function useOtherShop() {
  return useMutation({
    mutationFn: (shopId: string) => request<Session>('POST', '/session/shop', { shopId }),
    onSuccess: (session) => {
      forget();
      opened(session);
    },
  });
}

/** What was read on this device goes: in memory, on the disk, and the pictures that the service worker keeps. */
function forget(): void {
  queryClient.clear();
  void keptCache.flush();
  if ('caches' in globalThis) for (const name of ['photos', 'shared']) void caches.delete(name);
}

/** Somebody's own password: their other devices are signed out. */
export function useChangePassword() {
  return useMutation({
    mutationFn: (change: PasswordChange) => request<{ ended: number }>('POST', '/session/password', change),
  });
}

/** Makes the first shop, and signs its owner in. */
export function useBegin() {
  return useMutation({
    mutationFn: (shop: NewShop) => request<Session>('POST', '/session/beginning', shop),
    onSuccess: opened,
  });
}

/** Signs out and forgets what was read. What waits to be sent stays for the next time this person signs in. */
export function useSignOut() {
  return useMutation({
    mutationFn: () => request<void>('DELETE', '/session'),
    onSuccess: () => {
      outbox.signIn(undefined);
      forget();
      queryClient.setQueryData(keys.session, null);
    },
  });
}

/** Changes the shop's settings at once, and takes it back when the server says no. */
export function useChangeShop() {
  return useMutation({
    mutationFn: (change: Omit<ShopChange, 'version'>) => {
      const { shop } = queryClient.getQueryData<Session>(keys.session) as Session;
      return request<Shop>('PATCH', '/shop', { ...change, version: shop.version });
    },
    onMutate: (change) => {
      const before = queryClient.getQueryData<Session>(keys.session);
      const { reach, ...others } = change;
      const said = reach === undefined ? {} : { reach: reach ?? '' };
      if (before)
        queryClient.setQueryData<Session>(keys.session, { ...before, shop: { ...before.shop, ...others, ...said } });
      return before;
    },
    onSuccess: (shop) => {
      queryClient.setQueryData<Session>(keys.session, (session) => session && { ...session, shop });
      void queryClient.invalidateQueries({ queryKey: ['jobs'] });
      void queryClient.invalidateQueries({ queryKey: ['bench'] });
    },
    onError: (error, _change, before) => {
      queryClient.setQueryData(keys.session, before);
      if (error instanceof Refused && error.problem.status === 409)
        void queryClient.invalidateQueries({ queryKey: keys.session });
    },
    scope: { id: 'shop' },
  });
}
