import type { PageBlock, PageKind } from '@rugged/contract/page';
import { formatPressure, UNIT_SIGN } from '@rugged/core';
import { engineAndMachine, type PageFacts } from './facts';
import { priceEffect, whatItHas } from './lead';
import { listed } from './words';

/** The other engines that were here at the same time: each in a few sentences, with what was read of it. */
export const alsoHere = (kind: PageKind, { others = [] }: PageFacts): PageBlock[] =>
  others.map((one) => ({
    is: 'text',
    label: engineAndMachine(one.bench),
    text: [
      kind === 'buyer' ? whatItHas(one, theirs) : whatItHas(one),
      kind === 'buyer' ? priceEffect([one]) : '',
      readOf(one),
    ]
      .filter(Boolean)
      .join(' '),
  }));

const theirs = (name: string) => name;

/** `Pressure 120 and 118 psi. Air it loses 8 and 40 %.` */
function readOf({ report: { cylinders }, unit }: PageFacts): string {
  const pressures = cylinders.flatMap(({ compression }) =>
    compression ? [formatPressure(compression.readKPa, unit)] : [],
  );
  const leaks = cylinders.flatMap(({ leakage }) => (leakage ? [leakage.percent.toFixed(0)] : []));
  return [
    pressures.length === 0 ? '' : `Pressure: ${listed(pressures)} ${UNIT_SIGN[unit]}.`,
    leaks.length === 0 ? '' : `Air it loses: ${listed(leaks)}\u00a0%.`,
  ]
    .filter(Boolean)
    .join(' ');
}
