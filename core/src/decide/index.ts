export * from './decide';
export type { Flip } from './flips';
export { type Odds, type Trouble, type Troubles, troublesOf } from './odds';
export * from './ready-made';
export type { OpenTest, TestWorth } from './test-worth';
