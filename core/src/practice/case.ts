import type { KindName } from '../engine/kinds';
import type { Fault, Nuisance } from '../jobfile/virtual';
import type { JobFile } from '../jobfile/job-file';
import type { Symptom } from '../causes/symptoms';
import type { PressureUnit } from '../quantity/units';
import type { Level, LevelRule, Trouble } from './levels';

/** What the machine is worth, and what an hour costs. */
export interface Money {
  labourRatePerHour: number;
  valueRunning: number;
  valueAsIs: number;
  wantedHours: number;
  /** What is asked for it, where somebody wants to buy. */
  price?: number;
}

/** What another shop wrote down, and how it came to it: nobody is told that. */
export interface OtherPaper {
  unit: PressureUnit;
  figures: { cylinder: string; peak: number }[];
  says: 'worn-out' | 'valves';
}

/** An engine with something hidden, as it comes to the bench. */
export interface PracticeCase {
  name: string;
  level: Level;
  rule: LevelRule;
  kind: KindName;
  /** Without a test: engine, book, site, what the owner says. */
  job: JobFile;
  complaint: Symptom;
  hours: number;
  money: Money;
  paper?: OtherPaper;
  /** What it read when it was last tested, sound as it was then. */
  past?: { hours: number; unit: PressureUnit; figures: { cylinder: string; peak: number }[] };
  /** As it stands: nothing of it is shown before the answer. */
  hidden: {
    seed: number;
    faults: Fault[];
    trouble?: Trouble;
    /** The one connection that leaks, where that is the trouble. */
    at?: string;
    nuisance: Partial<Nuisance>;
    cold: boolean;
  };
}

/** Every place that can have a fault of its own: the cylinders, and the case of a two-stroke. */
export const CASE = 'case';
export const placesOf = ({ job: { engine } }: Pick<PracticeCase, 'job'>): string[] => [
  ...engine.cylinders,
  ...(engine.cycle === 'two-stroke' ? [CASE] : []),
];

/** What really is the matter at a place. */
export function truthAt({ hidden: { faults } }: Pick<PracticeCase, 'hidden'>, place: string): Fault['cause'] | 'sound' {
  return (
    faults.find(({ cause, cylinder, with: other }) =>
      place === CASE ? cause === 'crank-seal' : cause !== 'crank-seal' && (cylinder === place || other === place),
    )?.cause ?? 'sound'
  );
}
