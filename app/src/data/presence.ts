import type { Presence } from '@rugged/contract';
import { useEffect } from 'react';
import { request } from './api';

/** Said again before the server forgets it, ms. */
const EVERY_MS = 20_000;

/** Without signal nobody is told, and nothing is kept of it. */
const say = (presence: Presence) => void request('POST', '/presence', presence).catch(() => undefined);

/** The pad this tab is at, kept over a reload: a browser may drop what a closing page sends. */
const AT_PAD = 'rugged-at-pad';
const thisTab = typeof sessionStorage === 'undefined' ? undefined : sessionStorage;

/**
 * Tells the server that this tab left the pad its last page was at, if that page could not say so itself. On another
 * screen of the same job nothing is said: it may be a pad, which speaks for itself.
 */
export function tellLeftPad(): void {
  const jobId = thisTab?.getItem(AT_PAD) ?? null;
  if (jobId === null || location.pathname.startsWith(`/jobs/${jobId}/`)) return;
  thisTab?.removeItem(AT_PAD);
  say({ jobId });
}

/** Tells the shop's other phones that one is at a pad, and at which cylinder, as long as one is. */
export function useBeingThere(jobId: string, doing: Presence['doing'], cylinder: string | undefined): void {
  useEffect(() => {
    if (doing === undefined) return;
    const tell = () => {
      if (document.visibilityState === 'visible')
        say({ jobId, doing, ...(cylinder === undefined ? {} : { cylinder }) });
    };
    tell();
    const timer = setInterval(tell, EVERY_MS);
    return () => clearInterval(timer);
  }, [jobId, doing, cylinder]);
  useEffect(() => {
    if (doing === undefined) return;
    thisTab?.setItem(AT_PAD, jobId);
    // A closing page can still send a beacon, and nothing else.
    const closed = () =>
      navigator.sendBeacon('/api/presence', new Blob([JSON.stringify({ jobId })], { type: 'application/json' }));
    addEventListener('pagehide', closed);
    return () => {
      removeEventListener('pagehide', closed);
      thisTab?.removeItem(AT_PAD);
      say({ jobId });
    };
  }, [jobId, doing]);
}
