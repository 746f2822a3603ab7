export * from './pattern';
export * from './spread';
export * from './read-here';
