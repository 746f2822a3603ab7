import { useEffect, useReducer, useRef, useSyncExternalStore } from 'react';
import type { Joined } from './joined';
import { type LiveStatus, LiveStream } from './live-stream';

/**
 * One stream at a time on a screen; it ends with the screen. The screen is only rendered again when the status changes:
 * what moves faster subscribes by itself, so that the needle keeps its frames.
 */
export function useLive() {
  const [, changed] = useReducer((count: number) => count + 1, 0);
  const stream = useRef<LiveStream>(undefined);
  const stop = () => {
    if (!stream.current) return;
    stream.current.close();
    stream.current = undefined;
    changed();
  };
  /** @param joined a sensor of one's own; without one the simulated one answers */
  const start = (
    query: Readonly<Record<string, string | number>>,
    onChange?: (stream: LiveStream) => void,
    joined?: Joined,
  ) => {
    stream.current?.close();
    let status: LiveStatus | undefined;
    const asked = Object.entries(query).map(([key, value]) => [key, String(value)]);
    const mine =
      joined?.way === 'plugged'
        ? new LiveStream('', { open: joined.board.source })
        : new LiveStream(
            joined
              ? `/sensors/${joined.id}/live?kind=${query['kind']}`
              : `/live?${new URLSearchParams(asked).toString()}`,
          );
    mine.subscribe(() => {
      if (stream.current !== mine) return;
      onChange?.(mine);
      if (mine.status !== status) {
        status = mine.status;
        changed();
      }
    });
    stream.current = mine;
    changed();
  };
  useEffect(() => () => stream.current?.close(), []);
  // The stream moves a thousand times a second: a copy in the state would be behind it.
  // oxlint-disable-next-line react/refs
  return { stream: stream.current, start, stop };
}

const nothing = () => () => undefined;

/** Renders again as often as the picked value changes. */
export function useStreamed<T extends string | number | undefined>(
  stream: LiveStream | undefined,
  pick: (stream: LiveStream) => T,
): T | undefined {
  const get = () => (stream ? pick(stream) : undefined);
  return useSyncExternalStore(stream?.subscribe ?? nothing, get, get);
}

/** Every take is another, and no two on this device are the same. */
export const takeNumber = (): number => Math.floor(Date.now() / 100) % 1e9;
