export * from './next-step';
