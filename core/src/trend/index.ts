export * from './theil-sen';
export * from './trend';
export * from './due';
