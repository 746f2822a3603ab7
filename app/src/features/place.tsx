import { type ComponentType, lazy, Suspense } from 'react';
import type { Right } from '@rugged/contract/people';
import { Allowed } from './allowed';
import { Waiting } from '@/ui/screen';
import { Unbroken } from './broken';
import type * as placesModule from './places';
import type * as practiceModule from './practice';

type Screens<M> = { [N in keyof M as M[N] extends ComponentType ? N : never]: ComponentType };

/**
 * Fetches a piece of the app once. Without signal the service worker has it; where even it has not, the next try asks
 * again.
 */
function piece<M>(load: () => Promise<M>): () => Promise<M> {
  let loaded: Promise<M> | undefined;
  return () =>
    (loaded ??= load().catch((error: unknown) => {
      loaded = undefined;
      throw error;
    }));
}

/** A place as a route: it waits for its piece of the app, and says so. */
const placeIn =
  <M extends Record<string, ComponentType>>(fetchPiece: () => Promise<M>) =>
  (name: keyof M, needs?: Right): ComponentType => {
    const Screen = lazy(() => fetchPiece().then((loaded) => ({ default: loaded[name] as ComponentType })));
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
  };

/**
 * Every place but the Bay and the practice.
 *
 * @param needs what somebody must be allowed to do to stand there; the server asks once more
 */
export const place = placeIn<Screens<typeof placesModule>>(piece(() => import('./places')));
export const practicePlace = placeIn<Screens<typeof practiceModule>>(piece(() => import('./practice')));
