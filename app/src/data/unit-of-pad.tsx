import type { PressureUnit } from '@rugged/core';
import { PRESSURE_UNITS } from '@rugged/core/quantity';
import { createContext, type ReactNode, useContext } from 'react';
import { useDraft } from './draft';
import { UnitHere, useSignedIn } from './session';

const Change = createContext<(unit: PressureUnit) => void>(() => undefined);

/**
 * A place with a unit of its own: switched on the pad, everything on its screen goes along, and the shop stays with its
 * own. It is kept for this pad of this job.
 */
export function UnitOfPad({ pad, children }: { pad: string; children: ReactNode }) {
  const [own, setOwn] = useDraft<PressureUnit | null>(`unit.${pad}`, null);
  return (
    <Change.Provider value={setOwn}>
      <UnitHere.Provider value={own ?? undefined}>{children}</UnitHere.Provider>
    </Change.Provider>
  );
}

/** To the next unit, on this pad alone. @param convertDraft what was typed goes along */
export function useUnitSwitch(convertDraft: (to: PressureUnit) => void): () => void {
  const change = useContext(Change);
  const {
    shop: { unit },
  } = useSignedIn();
  const next = PRESSURE_UNITS[(PRESSURE_UNITS.indexOf(unit) + 1) % PRESSURE_UNITS.length] ?? 'psi';
  return () => {
    convertDraft(next);
    change(next);
  };
}
