import type { FaultCause } from '../engine/faults';
import type { HeardAt } from '../jobfile/tests';
import { CASE, type PracticeCase, placesOf, truthAt } from './case';
import { MENDED_BY } from './engine-under-hands';
import type { Work } from './work';
import { type Why, whyEach } from './why';
import type { Trouble } from './levels';
import type { Testing } from './answer';
import { untestedOf } from './to-owner';

/** The engine opened: what every place really has. */
export interface Opened {
  places: { place: string; finding: FaultCause | 'sound'; severity: number; with?: string; airAt?: HeardAt }[];
  trouble?: Trouble;
  /** The trouble was found, and put right. */
  mended: boolean;
  /** What the cart could have tested and did not, or not on every cylinder. */
  untested: Testing[];
  readings: Why[];
}

const AIR_AT: Readonly<Partial<Record<FaultCause, HeardAt>>> = {
  'rings-or-bore': 'crankcase',
  'piston-damage': 'crankcase',
  'intake-valve': 'intake',
  'exhaust-valve': 'exhaust',
  'head-gasket-external': 'head-joint',
  'head-gasket-between': 'neighbour',
  'head-gasket-coolant': 'coolant',
};

export function openUp(of: PracticeCase, work: Work): Opened {
  const { trouble, faults } = of.hidden;
  return {
    places: placesOf(of).map((place) => {
      const finding = truthAt(of, place);
      const fault = faults.find(
        ({ cause, cylinder, with: other }) =>
          cause === finding && (place === CASE || cylinder === place || other === place),
      );
      const airAt = finding === 'sound' ? undefined : AIR_AT[finding];
      const other = fault?.with === undefined ? undefined : fault.with === place ? fault.cylinder : fault.with;
      return {
        place,
        finding,
        severity: fault?.severity ?? 0,
        ...(other === undefined ? {} : { with: other }),
        ...(airAt === undefined ? {} : { airAt }),
      };
    }),
    ...(trouble ? { trouble } : {}),
    mended: trouble !== undefined && work.hands.mended.includes(MENDED_BY[trouble]),
    untested: untestedOf(of, work),
    readings: whyEach(of, work),
  };
}
