import type { HouseRules, SpreadMethod } from '../jobfile/job-file';

/** The matters on which practitioners disagree and that a shop settles by naming its school. */
export type Matter = 'temperatureSchool' | 'throttleSchool' | 'plugSchool' | 'strokeSchool' | 'firstTestSchool' | 'wetRiseSchool' | 'compressionSchool' | 'rebuildSchool';

/** The schools of each matter; the first is followed until a shop says otherwise. */
export const SCHOOLS = {
  /** Against a book that does not say: warm where the engine runs, or cold as the tool maker has it. */
  temperatureSchool: ['warm', 'cold'],
  /** Whether a shut throttle explains low readings all round. */
  throttleSchool: ['wide-open', 'no-difference'],
  plugSchool: ['all-out', 'one-at-a-time'],
  /** Until two strokes add less than a division, or five and done. */
  strokeSchool: ['until-it-stops', 'five-strokes'],
  firstTestSchool: ['planner', 'compression', 'leak-down', 'valve-clearance', 'vacuum'],
  /** Which wet rise means rings: sealing alone, any clear rise, back to the others' level, or ten percent as read. */
  wetRiseSchool: ['sealing', 'any-clear-rise', 'others-level', 'ten-percent'],
  /** The two columns of the trade's rules of thumb. */
  compressionSchool: ['a', 'b'],
  /** Rings alone, or bore too. */
  rebuildSchool: ['hone-and-ring', 'bore-or-replace'],
} as const satisfies Record<Matter, readonly string[]>;

export type SchoolOf<M extends Matter> = (typeof SCHOOLS)[M][number];

export const DEFAULT_SCHOOLS: Pick<HouseRules, Matter> = {
  temperatureSchool: 'warm', throttleSchool: 'wide-open', plugSchool: 'all-out', strokeSchool: 'until-it-stops', firstTestSchool: 'planner',
  wetRiseSchool: 'sealing', compressionSchool: 'a', rebuildSchool: 'hone-and-ring',
};

/** Spread limits in use, percent, and who holds them. */
export const SPREAD_LIMIT_SCHOOLS: readonly { percent: number; heldBy: string }[] = [
  { percent: 10, heldBy: 'powersports and outboards' },
  { percent: 15, heldBy: 'the middle way' },
  { percent: 20, heldBy: 'marine and general' },
  { percent: 25, heldBy: 'the patient' },
  { percent: 30, heldBy: 'a fault for certain' },
];

/** Leakage bands in use, percent of the supply. */
export const LEAK_SCHOOLS: readonly { sound: number; watch: number; fault: number }[] = [
  { sound: 10, watch: 12, fault: 15 },
  { sound: 10, watch: 20, fault: 30 },
];

/** A school that another shop follows, named by what it changes. */
export type SchoolName =
  | { matter: 'spread-limit'; percent: number }
  | { matter: 'spread-method'; method: SpreadMethod }
  | { matter: 'leak-limit'; sound: number; fault: number }
  | { matter: 'compression'; school: string }
  | { matter: 'temperature'; school: SchoolOf<'temperatureSchool'> }
  | { matter: 'throttle'; school: SchoolOf<'throttleSchool'> }
  | { matter: 'wet-rise'; school: SchoolOf<'wetRiseSchool'> };
