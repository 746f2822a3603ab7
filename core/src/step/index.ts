export * from './step';
