import type { Site } from '../air/atmosphere';
import type { Engine } from '../engine/engine';
import type { Book } from './book';
import type { DecisionAsked } from './decision';
import type { HouseRules } from './house-rules';
import type { Purpose } from './purpose';
import type { ReadHereLimit } from './read-here';
import type { Test } from './tests';
import type { Virtual } from './virtual';

export const JOB_FILE_FORMAT = 'rugged-gauge-job';
export const JOB_FILE_VERSION = 1;

/** One open file carries a whole job: what is known of the engine and what was read on it. */
export interface JobFile {
  format: typeof JOB_FILE_FORMAT;
  version: typeof JOB_FILE_VERSION;
  engine: Engine;
  books?: Book[];
  houseRules?: Partial<HouseRules>;
  /** What such engines read in this shop, where somebody chose to judge by it for want of a book. */
  readHere?: ReadHereLimit;
  site?: Site;
  tests?: Test[];
  /** What the owner says is wrong; known words move the odds of the causes. */
  symptoms?: string[];
  purpose?: Purpose;
  /** What was repaired after the last test: nothing proves it yet. */
  untestedRepair?: string;
  /** What was found in cylinders that were opened, and not repaired since. */
  found?: { cylinder: string; cause: string }[];
  /** Procedures that were signed on this job. */
  signed?: string[];
  /** What the shop has; absent means everything. */
  equipment?: string[];
  virtual?: Virtual;
  /** What is to be decided. Ways are made ready where it names none. */
  decision?: DecisionAsked;
  /** What another shop said it has, or needs. */
  otherSaid?: string;
  /** Names for a page. */
  machine?: string;
  owner?: string;
  shop?: string;
}
