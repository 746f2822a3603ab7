export * from './caution';
export * from './examine';
export * from './reason';
export * from './verdict';
export { isFault, stateOfEngine } from './engine-state';
