export * from './book';
export * from './engine';
export * from './fields';
export * from './read';
export * from './schema';
export * from './test-kinds';
