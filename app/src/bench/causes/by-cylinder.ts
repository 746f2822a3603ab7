import type { Report, State, ToldCause, ToldCylinder } from '@rugged/core';

/** One cylinder with everything it may be: the shares add up to one, sound among them. */
export interface CylinderOdds {
  cylinder: ToldCylinder;
  /** Faults of its own, the likeliest first. */
  faults: ToldCause[];
  /** That the test itself is at fault: the same for all. */
  test: number;
  sound: number;
}

const WORST_FIRST: readonly State[] = ['dead', 'low', 'unproven', 'watch', 'sound'];

/** Every measured cylinder with its odds, the worst first. A crank seal is no cylinder's. */
export function byCylinder({ cylinders, causes }: Report): CylinderOdds[] {
  return cylinders
    .filter(({ compression, leakage }) => compression ?? leakage)
    .map((cylinder) => {
      const own = causes.filter(
        (one) => one.cause !== 'crank-seal' && (one.cylinder === cylinder.id || one.cylinder === null),
      );
      return {
        cylinder,
        faults: own.filter(({ cause, cylinder: of }) => cause !== 'sound' && of !== null).sort(likeliest),
        test: own.reduce((sum, { cylinder: of, probability }) => (of === null ? sum + probability : sum), 0),
        sound: own.find(({ cause }) => cause === 'sound')?.probability ?? 0,
      };
    })
    .sort((a, b) => WORST_FIRST.indexOf(a.cylinder.state) - WORST_FIRST.indexOf(b.cylinder.state) || a.sound - b.sound);
}

const likeliest = (a: ToldCause, b: ToldCause) => b.probability - a.probability;

/** What may be wrong with the test itself, which stands for every cylinder alike. */
export const testFaults = ({ causes }: Report): ToldCause[] =>
  causes
    .filter(({ cause, cylinder }) => cylinder === null && cause !== 'crank-seal' && cause !== 'sound')
    .sort(likeliest);

/** What may be wrong with the case, which is no cylinder's, the likeliest first. */
export const caseFaults = ({ causes, crankcase }: Report): ToldCause[] =>
  crankcase ? causes.filter(({ cause }) => cause === 'crank-seal').sort(likeliest) : [];

/** So sure to be sound that the cylinder needs no plate of its own. */
const SURELY = 0.8;
export const isFine = ({ cylinder, sound }: CylinderOdds): boolean => cylinder.state === 'sound' && sound >= SURELY;
