import { readTrace, type Trace } from '@rugged/contract/trace';
import { InputError, type PressureUnit } from '@rugged/core/quantity';

export interface TraceTask {
  file: File;
  unit?: PressureUnit;
}
export type TraceAnswer = { rows: number } | { trace: Trace } | { field: string; reason: string };

/** Reads a recording beside the screen: a million samples take seconds, and the needle goes on moving. */
onmessage = ({ data: { file, unit } }: MessageEvent<TraceTask>) => {
  const answer = (message: TraceAnswer) => postMessage(message);
  readTrace(file, { ...(unit ? { unit } : {}), progress: (rows) => answer({ rows }) }).then(
    (trace) => answer({ trace }),
    (error: unknown) =>
      answer(
        error instanceof InputError
          ? { field: error.field, reason: error.reason }
          : { field: '(file)', reason: (error as Error).message },
      ),
  );
};
