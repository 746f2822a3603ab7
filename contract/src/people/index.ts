export * from './rights';
