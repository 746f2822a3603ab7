import { capital, CAUSE_NAME, type ToldCause } from '@rugged/core';

/** `Exhaust valve, cyl 3`; a fault of the whole test stands for all. */
export function causeTitle({ cause, which, cylinder, with: other }: ToldCause): string {
  const name = capital(other === undefined ? CAUSE_NAME[which ?? cause] : `gasket ${cylinder} to ${other}`);
  return cylinder === null || other !== undefined ? name : `${name}, cyl ${cylinder}`;
}

/** Odds as they are shown: never nothing, never certain. */
export const oddsText = (probability: number): string =>
  `${Math.min(99, Math.max(1, Math.round(100 * probability)))} %`;
