import type { Presence } from '@rugged/contract';
import { useEffect } from 'react';
import { request } from './api';

/** Said again before the server forgets it, ms. */
const EVERY_MS = 20_000;

/** Without signal nobody is told, and nothing is kept of it. */
const say = (presence: Presence) => void request('POST', '/presence', presence).catch(() => undefined);

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
    // A page that is closed sends nothing any more but this.
    const closed = () =>
      navigator.sendBeacon('/api/presence', new Blob([JSON.stringify({ jobId })], { type: 'application/json' }));
    addEventListener('pagehide', closed);
    return () => {
      removeEventListener('pagehide', closed);
      say({ jobId });
    };
  }, [jobId, doing]);
}
