/** The matters on which practitioners disagree and that a shop settles by naming its school. */
export type Matter =
  | 'temperatureSchool'
  | 'throttleSchool'
  | 'plugSchool'
  | 'strokeSchool'
  | 'firstTestSchool'
  | 'wetRiseSchool'
  | 'compressionSchool'
  | 'rebuildSchool'
  | 'learningSchool';

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
  /** Whether what was found in engines opened here moves the odds before anything is measured. */
  learningSchool: ['opened-here', 'trade-alone'],
} as const satisfies Record<Matter, readonly string[]>;

export type SchoolOf<M extends Matter> = (typeof SCHOOLS)[M][number];

/** A school for every matter. */
export type Schools = { [M in Matter]: SchoolOf<M> };

export const DEFAULT_SCHOOLS: Schools = {
  temperatureSchool: 'warm',
  throttleSchool: 'wide-open',
  plugSchool: 'all-out',
  strokeSchool: 'until-it-stops',
  firstTestSchool: 'planner',
  wetRiseSchool: 'sealing',
  compressionSchool: 'a',
  rebuildSchool: 'hone-and-ring',
  learningSchool: 'opened-here',
};
