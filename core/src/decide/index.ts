export * from './decide';
export type { Answer, Decided, DecidedJob, DecidedOption, WeighedJob } from './decided';
export type { Flip } from './flips';
export { type Odds, type Trouble, type Troubles } from './odds';
export { type Done, jobsOn, type PriceList, type PriceSource, repairTitle, USUAL_RATE } from './jobs';
export * from './ready-made';
export { orderList, orderText } from './order-list';
