export * from './facts';
export * from './procedure';
export * from './step';
export { TITLES } from './data';
