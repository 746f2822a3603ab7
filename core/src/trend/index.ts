export * from './theil-sen';
export * from './trend';
