export * from './banks';
export * from './engine';
export * from './faults';
export * from './plan';
export * from './preset';
export * from './volume';
export * from './parts';
