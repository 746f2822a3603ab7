export * from './decide';
