import { type Bench, toJobFile } from '@rugged/contract/bench';
import type { DecisionInput } from '@rugged/core';
import type { DecidedJob } from '@rugged/core/decide';
import { useEffect, useRef, useState } from 'react';
import type { DecideAnswer, DecideTask } from '@/workers/decide.worker';
import { workerAddress } from '@/workers/worker-address';

interface State {
  decided?: DecidedJob;
  error?: { field: string; reason: string };
  /** What was answered last is not of these figures yet. */
  behind: boolean;
}

/**
 * The options weighed by a worker; nothing where there are none. While new figures are weighed the last answer stands;
 * of several changes in a row the last one counts.
 */
export function useDecided(bench: Bench, input: DecisionInput | undefined): State {
  const [state, setState] = useState<
    Omit<State, 'behind'> & { of?: { bench: Bench; input: DecisionInput | undefined } }
  >({});
  const worker = useRef<Worker>(undefined);
  /** Weighed now, and what came meanwhile: one at a time, and only the last of several. */
  const running = useRef<DecisionInput>(undefined);
  const waiting = useRef<DecisionInput>(undefined);

  useEffect(() => {
    const mine = new Worker(workerAddress('decide'));
    const { decision: _, ...job } = toJobFile(bench);
    mine.postMessage({ job } satisfies DecideTask);
    mine.onmessage = ({ data }: MessageEvent<DecideAnswer>) => {
      const of = { bench, input: running.current };
      const next = waiting.current;
      waiting.current = undefined;
      running.current = next;
      if (next) mine.postMessage({ input: next } satisfies DecideTask);
      setState((before) => ('decided' in data ? { ...data, of } : { ...before, error: data, of }));
    };
    mine.onerror = ({ message }) =>
      setState({ error: { field: 'decision', reason: message || 'could not be weighed' } });
    worker.current = mine;
    running.current = undefined;
    return () => {
      mine.terminate();
      worker.current = undefined;
    };
  }, [bench]);

  useEffect(() => {
    if (!input) return;
    if (running.current) {
      waiting.current = input;
      return;
    }
    running.current = input;
    worker.current?.postMessage({ input } satisfies DecideTask);
  }, [bench, input]);
  const { of, ...answer } = state;
  return { ...answer, behind: input !== undefined && (of?.input !== input || of.bench !== bench) };
}
