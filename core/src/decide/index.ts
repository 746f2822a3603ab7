export * from './decide';
export type { Answer, Decided, DecidedJob, DecidedOption, WeighedJob } from './decided';
export type { Flip } from './flips';
export { type Odds, type Trouble, type Troubles, troublesOf } from './odds';
export {
  type Done,
  figuresOf,
  jobsOn,
  type PriceList,
  type PriceSource,
  repairTitle,
  USUAL_RATE,
  usualFigures,
} from './jobs';
export * from './ready-made';
export type { OpenTest, TestWorth } from './test-worth';
