import { capital, CAUSE_NAME, type Report, type ToldCause } from '@rugged/core';

/** Fewer than this in a hundred is not worth a line on the bench. */
const WORTH_A_LINE = 0.05;

/** What may be wrong, the likeliest first: everything but sound. Nothing before anything was measured. */
export function shownCauses({ causes, cylinders, crankcase }: Report): ToldCause[] {
  if (!crankcase && cylinders.every(({ compression, leakage }) => !compression && !leakage)) return [];
  const measured = new Set(cylinders.filter(({ compression, leakage }) => compression ?? leakage).map(({ id }) => id));
  return causes
    .filter(
      ({ cause, probability, cylinder }) =>
        cause !== 'sound' &&
        probability >= WORTH_A_LINE &&
        (cylinder === null || cause === 'crank-seal' || measured.has(cylinder)),
    )
    .sort((a, b) => b.probability - a.probability);
}

/** The least sure of the measured cylinders, by how likely it is to be sound. */
export function leastSound({ causes, cylinders }: Report): ToldCause | undefined {
  const measured = new Set(cylinders.filter(({ compression, leakage }) => compression ?? leakage).map(({ id }) => id));
  return causes
    .filter(({ cause, cylinder }) => cause === 'sound' && cylinder !== null && measured.has(cylinder))
    .sort((a, b) => a.probability - b.probability)[0];
}

/** `Exhaust valve, cyl 3`; a fault of the whole test stands for all. */
export function causeTitle({ cause, which, cylinder, with: other }: ToldCause): string {
  const name = capital(other === undefined ? CAUSE_NAME[which ?? cause] : `gasket ${cylinder} to ${other}`);
  return cylinder === null || other !== undefined ? name : `${name}, cyl ${cylinder}`;
}

/** Odds as they are shown: never nothing, never certain. */
export const oddsText = (probability: number): string =>
  `${Math.min(99, Math.max(1, Math.round(100 * probability)))} %`;
