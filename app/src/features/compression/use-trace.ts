import type { Trace } from '@rugged/contract/trace';
import type { PressureUnit } from '@rugged/core';
import { useEffect, useRef, useState } from 'react';
import { workerAddress } from '@/workers/worker-address';
import type { TraceAnswer, TraceTask } from '@/workers/trace.worker';

export type TraceState =
  | { is: 'empty' }
  | { is: 'reading'; name: string; rows: number }
  | { is: 'read'; name: string; trace: Trace }
  | { is: 'wrong'; name: string; field: string; reason: string };

/** A recording that the person chose, read by a worker. The latest one counts. */
export function useTrace() {
  const [state, setState] = useState<TraceState>({ is: 'empty' });
  const worker = useRef<Worker>(undefined);
  const end = () => {
    worker.current?.terminate();
    worker.current = undefined;
  };
  useEffect(() => end, []);

  const file = useRef<File>(undefined);
  const read = (chosen: File, unit?: PressureUnit) => {
    end();
    file.current = chosen;
    const { name } = chosen;
    setState({ is: 'reading', name, rows: 0 });
    const mine = new Worker(workerAddress('trace'));
    worker.current = mine;
    mine.onmessage = ({ data }: MessageEvent<TraceAnswer>) => {
      if ('rows' in data) {
        setState({ is: 'reading', name, rows: data.rows });
        return;
      }
      setState('trace' in data ? { is: 'read', name, trace: data.trace } : { is: 'wrong', name, ...data });
      end();
    };
    mine.onerror = ({ message }) => {
      setState({ is: 'wrong', name, field: '(file)', reason: message || 'the reader could not be started' });
      end();
    };
    const task: TraceTask = { file: chosen, ...(unit ? { unit } : {}) };
    mine.postMessage(task);
  };
  /** The file does not say its unit, the person does: where it rests is told by that. */
  const readIn = (unit: PressureUnit) => {
    if (file.current) read(file.current, unit);
  };
  return { state, read, readIn };
}
