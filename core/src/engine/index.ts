export * from './banks';
export * from './engine';
export * from './plan';
export * from './volume';
