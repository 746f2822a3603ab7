export * from './headline';
export * from './sentences';
