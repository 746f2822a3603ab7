export * from './facts';
export * from './procedure';
export * from '../step/step';
export { TITLES } from './data';
