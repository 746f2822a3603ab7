import type { NewTester, Session, TesterChange, TesterRecord } from '@rugged/contract';
import { correctionOf, type Tester, type TesterKind } from '@rugged/core';
import { useMutation } from '@tanstack/react-query';
import { Refused, request } from './api';
import { keys, queryClient } from './client';
import { useSignedIn } from './session';

/** A tester as a test carries it: with its name and what its comparison makes of its figures. */
export function asTester({ name, tester, comparison }: TesterRecord): Tester & { orificeMm?: number } {
  return { name, ...tester, ...(comparison ? { correction: correctionOf(comparison.points) } : {}) };
}

/** The testers of a kind that are in use, the usual one first. */
export function useTesters(kind: TesterKind): TesterRecord[] {
  const { testers } = useSignedIn();
  return testers.filter((one) => one.kind === kind && !one.retired).sort((a, b) => Number(b.usual) - Number(a.usual));
}

/** Adds or changes a tester of the register, at the server. */
export function useSaveTester() {
  return useMutation({
    mutationFn: ({
      add,
      id,
      change,
    }: ({ add: NewTester } & { id?: never; change?: never }) | { add?: never; id: string; change: TesterChange }) =>
      add ? request<TesterRecord>('POST', '/testers', add) : request<TesterRecord>('PATCH', `/testers/${id}`, change),
    onSuccess: (saved) => {
      queryClient.setQueryData<Session>(
        keys.session,
        (session) =>
          session && {
            ...session,
            testers: [
              ...session.testers
                .filter(({ id }) => id !== saved.id)
                .map((one) => (saved.usual && one.kind === saved.kind ? { ...one, usual: false } : one)),
              saved,
            ].sort((a, b) => a.kind.localeCompare(b.kind) || a.name.localeCompare(b.name)),
          },
      );
    },
    onError: (error) => {
      if (error instanceof Refused && error.problem.status === 409)
        void queryClient.invalidateQueries({ queryKey: keys.session });
    },
    scope: { id: 'testers' },
  });
}
