import { useEffect, useState } from 'react';

/** Where one was in the Bay: coming back goes on there. It lasts as long as the page. */
export const bayPlace = {
  status: 'open' as 'open' | 'closed',
  search: '',
  offset: 0,
  /** The uppermost job in sight, and how far it stood under the upper edge, px. */
  top: undefined as { jobId: string; under: number } | undefined,
  /** Height of each row by its first job, px: the list knows its length without drawing what is above. */
  heights: new Map<string, number>(),
};

/** Nothing is asked for while somebody types; after a pause it is. */
const PAUSE_MS = 250;

export function usePaused<T>(value: T): T {
  const [paused, setPaused] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setPaused(value), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return paused;
}
