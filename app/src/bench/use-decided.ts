import { type Bench, toJobFile } from '@rugged/contract/bench';
import type { DecisionInput } from '@rugged/core';
import type { Decided } from '@rugged/core/decide';
import { useEffect, useRef, useState } from 'react';
import type { DecideAnswer, DecideTask } from '@/workers/decide.worker';
import { workerAddress } from '@/workers/worker-address';

interface State {
  decided?: Decided;
  error?: { field: string; reason: string };
}

/**
 * The options weighed by a worker; nothing where there are none. While new figures are weighed the last answer stands;
 * of several changes in a row the last one counts.
 */
export function useDecided(bench: Bench, input: DecisionInput | undefined): State {
  const [state, setState] = useState<State>({});
  const worker = useRef<Worker>(undefined);
  const turn = useRef(0);
  const running = useRef(false);
  const waiting = useRef<DecisionInput>(undefined);

  useEffect(() => {
    const mine = new Worker(workerAddress('decide'));
    const ask = (next: DecisionInput) => {
      running.current = true;
      turn.current += 1;
      mine.postMessage({ turn: turn.current, input: next } satisfies DecideTask);
    };
    const { decision: _, ...job } = toJobFile(bench);
    mine.postMessage({ job } satisfies DecideTask);
    mine.onmessage = ({ data }: MessageEvent<DecideAnswer>) => {
      const next = waiting.current;
      waiting.current = undefined;
      if (next) ask(next);
      else running.current = false;
      setState((before) =>
        'decided' in data
          ? { decided: data.decided }
          : { ...before, error: { field: data.field, reason: data.reason } },
      );
    };
    mine.onerror = ({ message }) =>
      setState({ error: { field: 'decision', reason: message || 'could not be weighed' } });
    worker.current = mine;
    running.current = false;
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
    running.current = true;
    turn.current += 1;
    worker.current?.postMessage({ turn: turn.current, input } satisfies DecideTask);
  }, [bench, input]);
  return state;
}
