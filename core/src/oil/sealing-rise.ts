/** What the rings did under the oil, once what the oil's own volume does is taken off. */
export type RingResponse = 'shown' | 'absent' | 'undecided';

export interface SealingRise {
  /** Wet over dry, less one. */
  rise: number;
  /** The most that volume alone explains; nothing when dose or volumes are not known. */
  displacement?: number;
  /** The sealing itself lies in here. Without a displacement the lower end is not known. */
  from?: number;
  to: number;
  response: RingResponse;
}

/** Above this at its least the rings answered; under the other at its most they did not. */
const SHOWN_ABOVE = 0.1;
const ABSENT_BELOW = 0.08;

/**
 * How far oil sealed a cylinder, as an interval, because nobody knows how much of the oil stayed in the chamber.
 *
 * @param dryKPa, @param wetKPa gauge, dry above 0
 * @param displacement share from `displacementRise`
 * @example sealingRise(760, 950, 0.05) // rise 0.25, from 0.20 to 0.25: shown
 */
export function sealingRise(dryKPa: number, wetKPa: number, displacement?: number): SealingRise {
  const rise = wetKPa / dryKPa - 1;
  const from = displacement === undefined ? undefined : rise - displacement;
  const response = from !== undefined && from > SHOWN_ABOVE ? 'shown' : rise < ABSENT_BELOW ? 'absent' : 'undecided';
  return { rise, to: rise, response, ...(from === undefined ? {} : { displacement, from }) };
}
