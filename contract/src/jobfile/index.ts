export * from './read';
export * from './schema';
