import { Slot } from 'expo-router';
import { createContext, useCallback, useContext, useEffect, useRef } from 'react';
import type { PracticeAnswers, PracticeTask } from '@/workers/practice.worker';
import { workerAddress } from '@/workers/worker-address';

type AnswerOf<T extends PracticeTask> = PracticeAnswers[T['ask']];
export type Ask = <T extends PracticeTask>(task: T) => Promise<AnswerOf<T>>;

const Asking = createContext<Ask | undefined>(undefined);

/** All of practice with one worker behind it: an engine that the list had made is there when its screen opens. */
export function PracticePlace() {
  const ask = useWorker();
  return (
    <Asking.Provider value={ask}>
      <Slot />
    </Asking.Provider>
  );
}

/** Asks the worker that makes and turns engines. */
export function useAsk(): Ask {
  const ask = useContext(Asking);
  if (!ask) throw new Error('practice is asked only from its own place');
  return ask;
}

function useWorker(): Ask {
  const worker = useRef<Worker>(undefined);
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
    worker.current = mine;
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
      if (worker.current) worker.current.postMessage(message);
      else early.current.push(message);
    });
  }, []);
}
