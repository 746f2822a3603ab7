import { type ComponentType, lazy, Suspense } from 'react';
import type { Right } from '@rugged/contract/people';
import { Allowed } from './allowed';
import { Waiting } from '@/ui/screen';
import { Unbroken } from './broken';
import type * as placesModule from './places';

type Places = typeof placesModule;

let places: Promise<Places> | undefined;
/**
 * Fetches the other places once. Without signal the service worker has them; where even it has not, the next try asks
 * again.
 */
function fetchPlaces(): Promise<Places> {
  places ??= import('./places').catch((error: unknown) => {
    places = undefined;
    throw error;
  });
  return places;
}

/**
 * Fetches the other places while nobody waits for one, so that the first tap finds them there.
 *
 * @returns ends the waiting
 */
export function fetchPlacesWhenIdle(): () => void {
  const fetch = () => void fetchPlaces().catch(() => undefined);
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(fetch, IDLE_MS);
    return () => clearTimeout(timer);
  }
  const handle = requestIdleCallback(fetch, { timeout: LONGEST_MS });
  return () => cancelIdleCallback(handle);
}
/** Where a browser does not say when it is idle, and after so long even where it is not, ms. */
const IDLE_MS = 1500;
const LONGEST_MS = 5000;

/**
 * A place as a route: it waits for its piece of the app, and says so.
 *
 * @param needs what somebody must be allowed to do to stand there; the server asks once more
 */
export function place(name: keyof Places, needs?: Right): ComponentType {
  const Screen = lazy(() => fetchPlaces().then((loaded) => ({ default: loaded[name] })));
  return function Place() {
    return (
      <Unbroken>
        <Suspense fallback={<Waiting what="Opening" />}>
          {needs === undefined ? (
            <Screen />
          ) : (
            <Allowed needs={needs}>
              <Screen />
            </Allowed>
          )}
        </Suspense>
      </Unbroken>
    );
  };
}
