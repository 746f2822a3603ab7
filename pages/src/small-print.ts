import { SECOND_LOOK } from '@rugged/contract/people';
import type { PageBlock } from '@rugged/contract/page';
import { formatPressure, type PressureUnit, type Report, UNIT_SIGN } from '@rugged/core';
import type { PageFacts } from './facts';
import { listed } from './words';

/** How good the figures are, who read them, and what stands above the page. */
export function fine({ bench, report, readers, unit }: PageFacts): PageBlock {
  const testers = [
    ...new Set(
      bench.tests.flatMap(({ conditions }) => ('tester' in conditions ? (conditions.tester?.name ?? []) : [])),
    ),
  ];
  const simulated = bench.tests.some(({ conditions }) => 'tester' in conditions && conditions.tester?.simulated);
  const checkers = [
    ...new Set(bench.signatures.flatMap(({ procedure, by }) => (procedure === SECOND_LOOK && by ? [by] : []))),
  ];
  return {
    is: 'small',
    text: [
      readers.length > 0
        ? `Measured by ${listed(readers)}${testers.length > 0 ? ` with ${listed(testers)}` : ''}` +
          `${checkers.length > 0 ? `, checked by ${listed(checkers)}` : ''}.`
        : '',
      howGood(report, unit),
      simulated ? 'Read with a simulated sensor: for training, not for an owner.' : '',
      'The engine maker’s manual, local codes and licensed practice stand above this page.',
    ]
      .filter(Boolean)
      .join(' '),
  };
}

/** How far a pressure may be off; where readings of one cylinder disagree, that one is named. */
function howGood({ cylinders: all }: Report, unit: PressureUnit): string {
  const doubts = all.flatMap(({ id, compression }) =>
    compression ? [{ id, kPa: compression.plusMinusKPa, quarrel: compression.quarrel }] : [],
  );
  const told = (kPa: number) => `${formatPressure(kPa, unit)} ${UNIT_SIGN[unit]}`;
  const agreed = doubts.filter(({ quarrel }) => quarrel === undefined);
  const apart = doubts.filter(({ quarrel }) => quarrel !== undefined);
  const most = (of: typeof doubts) => Math.max(...of.map(({ kPa }) => kPa));
  const names = listed(apart.map(({ id }) => id));
  return [
    agreed.length === 0
      ? ''
      : `${apart.length > 0 ? 'The other' : 'The'} pressures are good to about ${told(most(agreed))}.`,
    apart.length === 0
      ? ''
      : all.length === 1
        ? `Its readings do not agree with each other: the pressure is good to about ${told(most(apart))} only.`
        : `The readings of ${apart.length === 1 ? `cylinder ${names}` : `cylinders ${names}`} do not agree with each other.`,
  ]
    .filter(Boolean)
    .sort()
    .reverse()
    .join(' ');
}
