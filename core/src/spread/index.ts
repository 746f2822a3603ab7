export * from './pattern';
export * from './spread';
