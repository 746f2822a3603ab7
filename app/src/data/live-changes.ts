import type { Present } from '@rugged/contract';
import { useEffect, useSyncExternalStore } from 'react';
import { keys, outbox, queryClient } from './client';

const LIVE = '/api/changes/live';
const NAME = 'rugged-live';

/** What the shop's other phones do, as the server tells it. */
type Told =
  | { event: 'touched'; job: string }
  | { event: 'present'; job: string; people: readonly Present[] }
  | { event: 'again' }
  /** The stream is open: there is signal, though no browser says so where a network without a way out gets one. */
  | { event: 'signal' };
/** What the server itself tells. */
const EVENTS = ['touched', 'present', 'again'] as const;

/** Who is at the pads of each job, beside whoever looks. */
const present = new Map<string, readonly Present[]>();
const listeners = new Set<() => void>();
const NOBODY: readonly Present[] = [];

export function hear(told: Told): void {
  outbox.heard();
  if (told.event === 'signal') return;
  if (told.event === 'present') {
    present.set(told.job, told.people);
    for (const listener of listeners) listener();
    return;
  }
  touched.add(told.event === 'touched' ? told.job : EVERY_JOB);
  if (timer === undefined) askForTouched();
}

/** What was touched and is not asked for yet; and whether it was asked for just now. */
const touched = new Set<string>();
let timer: ReturnType<typeof setTimeout> | undefined;
const EVERY_JOB = '';
/**
 * A day's rows that leave at once are told one by one, to this device too: the first is asked for at once, what follows
 * it together, so often.
 */
const ASKED_EVERY_MS = 600;

/** What is in sight is asked for again; everything else when it is opened. */
function askForTouched(): void {
  timer = undefined;
  if (touched.size === 0) return;
  const jobs = touched.has(EVERY_JOB) ? [['bench']] : [...touched].map(keys.bench);
  touched.clear();
  for (const queryKey of [...jobs, keys.changes]) void queryClient.invalidateQueries({ queryKey });
  timer = setTimeout(askForTouched, ASKED_EVERY_MS);
}

const FIRST_WAIT_MS = 2000;
const LONGEST_WAIT_MS = 30_000;

/** One stream, as long as it is wanted: it comes again by itself, and what was missed meanwhile is asked for. */
export function listen(onTold: (told: Told) => void): () => void {
  let stream: EventSource;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let waitMs = FIRST_WAIT_MS;
  let before = false;
  const open = () => {
    stream = new EventSource(LIVE);
    stream.onopen = () => {
      onTold({ event: 'signal' });
      if (before) onTold({ event: 'again' });
      before = true;
      waitMs = FIRST_WAIT_MS;
    };
    // A stream that is cut comes again by itself; one that was refused (a proxy without a server) never would.
    stream.onerror = () => {
      if (stream.readyState !== EventSource.CLOSED) return;
      timer = setTimeout(open, waitMs);
      waitMs = Math.min(2 * waitMs, LONGEST_WAIT_MS);
    };
    for (const event of EVENTS)
      stream.addEventListener(event, ({ data }: MessageEvent<string>) =>
        onTold({ event, ...(JSON.parse(data) as object) } as Told),
      );
  };
  open();
  return () => {
    clearTimeout(timer);
    stream.onerror = null;
    stream.close();
  };
}

/**
 * Listens while the page is in sight. A browser keeps few connections to one server: of several tabs one listens and
 * tells the others.
 *
 * @returns ends it
 */
function listenTogether(): () => void {
  if (typeof EventSource === 'undefined') return () => undefined;
  if (!('locks' in navigator) || typeof BroadcastChannel === 'undefined') return listen(hear);
  const channel = new BroadcastChannel(NAME);
  channel.onmessage = ({ data }: MessageEvent<Told>) => hear(data);
  const over = new AbortController();
  void navigator.locks
    .request(
      NAME,
      { signal: over.signal },
      () =>
        new Promise<void>((resolve) => {
          const close = listen((told) => {
            hear(told);
            channel.postMessage(told);
          });
          over.signal.addEventListener('abort', () => {
            close();
            resolve();
          });
          if (over.signal.aborted) {
            close();
            resolve();
          }
        }),
    )
    .catch(() => undefined);
  return () => {
    over.abort();
    channel.close();
  };
}

/** Hears what the shop's other phones do, as long as somebody is signed in and looks. */
export function useLiveChanges(shopId: string | undefined): void {
  useEffect(() => {
    if (shopId === undefined) return;
    let end: (() => void) | undefined;
    const follow = () => {
      if (document.visibilityState === 'visible') {
        // Out of sight much may have happened: what is in sight now is asked for by its own rules.
        end ??= listenTogether();
        return;
      }
      end?.();
      end = undefined;
    };
    follow();
    document.addEventListener('visibilitychange', follow);
    return () => {
      document.removeEventListener('visibilitychange', follow);
      end?.();
      present.clear();
    };
  }, [shopId]);
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Who else is at a pad of this job just now. */
export const usePresent = (jobId: string): readonly Present[] =>
  useSyncExternalStore(subscribe, () => present.get(jobId) ?? NOBODY);
