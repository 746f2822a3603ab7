import { useCallback, useEffect, useRef, useState } from 'react';
import type { Act } from '@rugged/core/practice';
import { readDraft, writeDraft } from '@/data/draft';
import { useSignedIn } from '@/data/session';
import type { PracticeAnswers } from '@/workers/practice.worker';
import { type Ask, useAsk } from './practice-worker';

/** What is kept of a case that is being worked: the acts say everything, for the same acts show the same. */
interface Kept {
  luck: number;
  acts: Act[];
}
export type Worked = PracticeAnswers['work'];

export interface PracticeCase {
  worked?: Worked;
  error?: string;
  busy: boolean;
  acts: readonly Act[];
  perform(...acts: Act[]): Promise<void>;
  again(): void;
  /** It was answered: whoever opens it again begins anew. */
  finish(): void;
  ask: Ask;
}

/** What every place of the hands is given: the case, and the cylinder they are at. */
export interface AtCylinder {
  of: PracticeCase;
  worked: Worked;
  cylinder: string;
  onCylinder(id: string): void;
}

/** A case on this device, as far as it was worked; it goes on where it was after a reload. */
export function usePracticeCase(name: string): PracticeCase {
  const { person } = useSignedIn();
  const key = `practice.${person.id}.${name}`;
  const ask = useAsk();
  const [kept, setKept] = useState<Kept>(() => readDraft<Kept>(key) ?? { luck: 0, acts: [] });
  const [worked, setWorked] = useState<Worked>();
  const [error, setError] = useState<string>();
  const [busy, setBusy] = useState(true);
  const show = useCallback(
    async (next: Kept) => {
      setBusy(true);
      try {
        setWorked(await ask({ ask: 'work', name, ...next }));
        setError(undefined);
        setKept(next);
        writeDraft(key, next);
      } catch (refused) {
        setError((refused as Error).message);
      } finally {
        setBusy(false);
      }
    },
    [ask, key, name],
  );
  const first = useRef(kept);
  useEffect(() => {
    void show(first.current);
  }, [show]);
  return {
    ...(worked ? { worked } : {}),
    ...(error === undefined ? {} : { error }),
    busy,
    acts: kept.acts,
    perform: (...acts) => show({ ...kept, acts: [...kept.acts, ...acts] }),
    again: () => void show({ luck: kept.luck + 1, acts: [] }),
    finish: () => writeDraft(key, { luck: kept.luck + 1, acts: [] } satisfies Kept),
    ask,
  };
}
