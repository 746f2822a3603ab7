import { useEffect, useReducer, useRef } from 'react';
import { LiveStream } from './live-stream';

/** One stream at a time on a screen; it ends with the screen. The stream is read as it is, a change only renders again. */
export function useLive() {
  const [, changed] = useReducer((count: number) => count + 1, 0);
  const stream = useRef<LiveStream>(undefined);
  const stop = () => {
    stream.current?.close();
    stream.current = undefined;
    changed();
  };
  const start = (query: Readonly<Record<string, string | number>>, onChange?: (stream: LiveStream) => void) => {
    stream.current?.close();
    const path = `/live?${new URLSearchParams(Object.entries(query).map(([key, value]) => [key, String(value)])).toString()}`;
    const mine: LiveStream = new LiveStream(path, {
      onChange: () => {
        if (stream.current !== undefined && stream.current !== mine) return;
        onChange?.(mine);
        changed();
      },
    });
    stream.current = mine;
    changed();
  };
  useEffect(() => () => stream.current?.close(), []);
  // eslint-disable-next-line react-hooks/refs -- the stream moves a thousand times a second; a copy in the state would be behind it
  return { stream: stream.current, start, stop };
}

/** Every take is another, and no two on this device are the same. */
export const takeNumber = (): number => Math.floor(Date.now() / 100) % 1e9;
