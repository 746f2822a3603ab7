import { formatPressure } from '../quantity/pressure';
import type { TesterKind, Unsuited } from '../tester/suitability';
import { type PressureUnit, UNIT_SIGN } from '../quantity/units';

export const TESTER_KIND_WORD: Readonly<Record<TesterKind, string>> = {
  compression: 'compression tester',
  leakdown: 'leak-down tester',
  crankcase: 'crankcase gauge',
};

/** What speaks against a tester, in one or two sentences. */
export function tellUnsuited(one: Unsuited, unit: PressureUnit): string {
  const figure = (kPa: number) => `${formatPressure(kPa, unit)} ${UNIT_SIGN[unit]}`;
  switch (one.unsuited) {
    case 'wrong-kind':
      return `That is a ${TESTER_KIND_WORD[one.kind]}; this test needs a ${TESTER_KIND_WORD[one.wanted]}.`;
    case 'no-adapter':
      return (
        `No adapter for this plug hole, M${one.plug.threadMm} x ${one.plug.pitchMm}. ` +
        'A wrong thread ruins the head.'
      );
    case 'reach-too-long':
      return `The adapter reaches ${one.reachMm} mm, this plug ${one.plug.reachMm} mm: it strikes the piston.`;
    case 'reach-too-short':
      return (
        `The adapter reaches only ${one.reachMm} mm of ${one.plug.reachMm} mm: few threads hold it, and the hole ` +
        'above it counts as chamber.'
      );
    case 'range-too-small':
      return (
        `The gauge ends at ${figure(one.fullScaleKPa)}, and ${figure(one.expectedKPa)} is to be looked for. Use ` +
        'one with more range.'
      );
    case 'range-too-large':
      return `${figure(one.expectedKPa)} is less than a quarter of this gauge. A smaller one reads it better.`;
    case 'valve-at-gauge':
      return one.chamberShare === undefined
        ? 'No valve at the engine end: the hose counts as chamber, and a small engine reads far too low.'
        : `No valve at the engine end: the hose adds ${Math.round(100 * one.chamberShare)} % to the chamber, and ` +
            'it reads too low.';
    case 'o-ring-unchecked':
      return one.on === undefined
        ? 'Nobody has noted a look at its O-ring. Check it for splits.'
        : `Its O-ring was last looked at on ${one.on}. Check it for splits.`;
    case 'comparison-due':
      return `Its comparison with a better gauge was due on ${one.on}.`;
  }
}
