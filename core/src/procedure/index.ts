export * from './facts';
export * from './procedure';
export * from '../step/step';
export { PROCEDURES } from './data';
export * from './minutes';
