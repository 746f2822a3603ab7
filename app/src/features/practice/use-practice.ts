import { useCallback, useEffect, useRef, useState } from 'react';
import type { Act } from '@rugged/core/practice';
import { readDraft, writeDraft } from '@/data/draft';
import { useSignedIn } from '@/data/session';
import type { PracticeAnswers, PracticeTask } from '@/workers/practice.worker';
import { workerAddress } from '@/workers/worker-address';

type AnswerOf<T extends PracticeTask> = PracticeAnswers[T['ask']];
export type Ask = <T extends PracticeTask>(task: T) => Promise<AnswerOf<T>>;

/** The worker that makes and turns engines, for as long as the place is open. */
export function useAsk(): Ask {
  const worker = useRef<{ post(message: object): void; waiting: Map<number, (answer: object) => void> }>(undefined);
  const count = useRef(0);
  const early = useRef<object[]>([]);
  const waiting = useRef(new Map<number, (answer: object) => void>());
  useEffect(() => {
    const mine = new Worker(workerAddress('practice'));
    const open = waiting.current;
    mine.onmessage = ({ data }: MessageEvent<{ id: number }>) => {
      open.get(data.id)?.(data);
      open.delete(data.id);
    };
    mine.onerror = ({ message }) => {
      for (const answer of open.values()) answer({ error: message || 'the engine could not be made' });
      open.clear();
    };
    worker.current = { post: (message) => mine.postMessage(message), waiting: open };
    for (const message of early.current.splice(0)) mine.postMessage(message);
    return () => {
      mine.terminate();
      worker.current = undefined;
    };
  }, []);
  return useCallback(<T extends PracticeTask>(task: T) => {
    count.current += 1;
    const message = { id: count.current, task };
    return new Promise<AnswerOf<T>>((resolve, reject) => {
      waiting.current.set(message.id, (said) => {
        const { answer, error } = said as { answer?: AnswerOf<T>; error?: string };
        if (error === undefined) resolve(answer as AnswerOf<T>);
        else reject(new Error(error));
      });
      if (worker.current) worker.current.post(message);
      else early.current.push(message);
    });
  }, []);
}

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
