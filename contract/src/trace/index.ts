export * from './read-trace';
